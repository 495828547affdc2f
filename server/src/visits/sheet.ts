import type { Choices, SavedPlan, VisitSheet } from '@kurrel/contract';
import type { Plan } from '@kurrel/core';
import { coatOf, hairNow, planGroom, planInputOf } from '@kurrel/core';
import { and, desc, eq, isNotNull, lt } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { people, plans, salons, visits } from '../database/schema.ts';
import { dogById, dogOf } from '../dogs/routes.ts';
import { drawerOf } from '../drawer/drawer.ts';
import type { Library } from '../packs/load.ts';
import { notFound, Refusal } from '../problems.ts';

const DAY_MS = 86_400_000;

/** Everything a plan for this visit is made from, and the plan that was saved last. */
export async function visitSheet(tx: SalonTx, library: Library, visitId: string): Promise<VisitSheet> {
  const [found] = await tx
    .select({ visit: visits, groomer: people.name })
    .from(visits)
    .innerJoin(people, eq(people.id, visits.groomerId))
    .where(eq(visits.id, visitId));
  if (!found) throw notFound('visit');
  const { visit, groomer } = found;
  const dog = dogOf(await dogById(tx, visit.dogId));
  const [salon] = await tx.select().from(salons);
  if (!salon) throw notFound('salon');
  const [last] = await tx
    .select()
    .from(visits)
    .where(and(eq(visits.dogId, visit.dogId), isNotNull(visits.record), lt(visits.startsAt, visit.startsAt)))
    .orderBy(desc(visits.startsAt))
    .limit(1);
  const days = last ? (visit.startsAt.getTime() - last.startsAt.getTime()) / DAY_MS : 0;
  const coat = coatOf(library.packs.coats, dog.coatType, dog.coatModifiers, dog.dense);
  return {
    visit: {
      id: visit.id,
      startsAt: visit.startsAt.toISOString(),
      minutes: visit.minutes,
      what: visit.what,
      groomer,
    },
    dog,
    schools: salon.schools,
    drawer: await drawerOf(tx),
    hairMm: hairNow(coat, last?.record?.leftMm ?? {}, days, visit.hairMm),
    measuredHair: Object.keys(visit.hairMm),
    lastVisit: last ? { on: last.startsAt.toISOString(), note: last.record?.note ?? '' } : null,
    asked: visit.asked,
    saved: await latestPlan(tx, visitId),
  };
}

export async function latestPlan(tx: SalonTx, visitId: string): Promise<SavedPlan | null> {
  const [row] = await tx
    .select({ plan: plans, by: people.name })
    .from(plans)
    .innerJoin(people, eq(people.id, plans.savedBy))
    .where(eq(plans.visitId, visitId))
    .orderBy(desc(plans.version))
    .limit(1);
  return row ? savedOf(row.plan, row.by) : null;
}

export function savedOf(row: typeof plans.$inferSelect, by: string): SavedPlan {
  return {
    version: row.version,
    choices: row.choices,
    plan: row.plan,
    savedBy: by,
    savedAt: row.savedAt.toISOString(),
  };
}

/** The plan the choices make on this sheet. @throws Refusal when they name what the breed or drawer has not. */
export function planFor(library: Library, sheet: VisitSheet, choices: Choices): Plan {
  const breed = library.breeds.get(sheet.dog.breedId);
  if (!breed) throw notFound('breed');
  const wrong = (path: string, message: string) =>
    new Refusal('bad-input', 'The plan names something that is not here', message, {
      fields: [{ path, message }],
    });
  if (!breed.trims.some((trim) => trim.id === choices.trimId)) {
    throw wrong('trimId', `The ${breed.name} has no trim "${choices.trimId}".`);
  }
  for (const [index, { toolId }] of choices.overrides.entries()) {
    if (toolId !== null && !sheet.drawer.some((tool) => tool.id === toolId)) {
      throw wrong(`overrides[${index}].toolId`, 'This tool is no longer in the drawer: choose another.');
    }
  }
  return planGroom(planInputOf(library.packs, breed, sheet, choices));
}
