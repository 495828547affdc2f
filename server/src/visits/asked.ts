import type { Choices } from '@kurrel/contract';
import { firstTrimAsDrawn } from '@kurrel/core';
import { desc, eq } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { visits } from '../database/schema/dogs.ts';
import { plans } from '../database/schema/visits.ts';
import type { Library } from '../packs/load.ts';

/**
 * What a new visit is booked for: as the dog was last planned, or else last booked, with as much of a groom as is asked for now. What was
 * decided on the day (own lengths, lost sides, a vet's instruction) is not asked again. Null where nothing is known: as the breed is drawn.
 */
export async function askedAgain(
  tx: SalonTx,
  { breeds }: Library,
  dog: { readonly dogId: string; readonly breedId: string },
  scope: readonly string[],
): Promise<Choices | null> {
  const [last] = await tx
    .select({ planned: plans.choices, asked: visits.asked })
    .from(visits)
    .leftJoin(plans, eq(plans.visitId, visits.id))
    .where(eq(visits.dogId, dog.dogId))
    .orderBy(desc(visits.startsAt), desc(plans.version))
    .limit(1);
  const trims = breeds.get(dog.breedId)?.trims ?? [];
  const before = last?.planned ?? last?.asked ?? null;
  // Of a dog whose breed was changed no trim is the same.
  const known = before !== null && trims.some(({ id }) => id === before.trimId) ? before : null;
  if (known === null) return scope.length === 0 ? null : { ...firstTrimAsDrawn(trims), scope };
  return { ...known, overrides: [], sides: {}, scope, wish: { ...known.wish, vetAsks: false } };
}
