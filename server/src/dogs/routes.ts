import type { Dog, DogFacts, DogWithVisits, VisitLine } from '@kurrel/contract';
import { bookingSchema, dogSchema } from '@kurrel/contract';
import type { Measurements } from '@kurrel/core';
import { and, asc, desc, eq, ilike, inArray, isNotNull, isNull, or, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, people, visits } from '../database/schema.ts';
import { unbelievable } from './believable.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';

type DogRow = typeof dogs.$inferSelect;

export function dogOf(row: DogRow): Dog {
  const { archivedAt, createdAt: _created, salonId: _salon, ...rest } = row;
  return { ...rest, archived: archivedAt !== null };
}

export async function dogById(tx: SalonTx, id: string): Promise<DogRow> {
  const [row] = await tx.select().from(dogs).where(eq(dogs.id, id));
  if (!row) throw notFound('dog');
  return row;
}

export function dogRoutes(db: Database, library: Library): Router {
  const router = Router();

  router.get('/', async (request, response) => {
    const { salonId } = caller(response);
    const query = typeof request.query.q === 'string' ? request.query.q.trim().slice(0, 60) : '';
    const archived = request.query.archived === 'true';
    const pattern = `%${query.replace(/[\\%_]/g, '\\$&')}%`;
    const rows = await inSalon(db, salonId, (tx) =>
      tx
        .select()
        .from(dogs)
        .where(
          and(
            archived ? isNotNull(dogs.archivedAt) : isNull(dogs.archivedAt),
            query === ''
              ? undefined
              : or(
                  ilike(dogs.name, pattern),
                  ilike(dogs.owner, pattern),
                  ilike(dogs.breedCalled, pattern),
                  inArray(dogs.breedId, breedsNamed(library, query)),
                ),
          ),
        )
        .orderBy(asc(dogs.name))
        .limit(200),
    );
    response.json(rows.map(dogOf));
  });

  router.post('/', async (request, response) => {
    const { salonId } = permitted(response, 'dog:edit');
    const facts = factsOf(request.body, library, {});
    const [row] = await inSalon(db, salonId, (tx) =>
      tx
        .insert(dogs)
        .values({ ...facts, salonId })
        .returning(),
    );
    if (!row) throw new Error('insert returned no row');
    response.status(201).setHeader('ETag', `"${row.version}"`).json(dogOf(row));
  });

  router.get('/:id', async (request, response) => {
    const { salonId } = caller(response);
    const id = idFrom(request.params.id, 'dog');
    const found = await inSalon(db, salonId, async (tx): Promise<DogWithVisits> => {
      const row = await dogById(tx, id);
      return { dog: dogOf(row), visits: await visitLines(tx, id) };
    });
    response.setHeader('ETag', `"${found.dog.version}"`).json(found);
  });

  router.put('/:id', async (request, response) => {
    const { salonId } = permitted(response, 'dog:edit');
    const id = idFrom(request.params.id, 'dog');
    const version = versionFrom(request.headers['if-match']);
    const row = await inSalon(db, salonId, async (tx) => {
      const before = dogOf(await dogById(tx, id));
      const facts = factsOf(request.body, library, before.measurements);
      const [saved] = await tx
        .update(dogs)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(dogs.id, id), eq(dogs.version, version)))
        .returning();
      return saved ?? { current: dogOf(await dogById(tx, id)) };
    });
    if ('current' in row) throw changedMeanwhile('dog', row.current);
    response.setHeader('ETag', `"${row.version}"`).json(dogOf(row));
  });

  /** Taking a dog off the list keeps its card; putting it back is the undo. */
  for (const [path, archivedAt] of [
    ['/:id/archive', sql`now()`],
    ['/:id/restore', null],
  ] as const) {
    router.post(path, async (request, response) => {
      const { salonId } = permitted(response, 'dog:archive');
      const id = idFrom(request.params.id, 'dog');
      const [row] = await inSalon(db, salonId, (tx) =>
        tx.update(dogs).set({ archivedAt }).where(eq(dogs.id, id)).returning(),
      );
      if (!row) throw notFound('dog');
      response.json(dogOf(row));
    });
  }

  router.post('/:id/visits', async (request, response) => {
    const { salonId, personId } = permitted(response, 'visit:book');
    const dogId = idFrom(request.params.id, 'dog');
    const booking = parseBody(bookingSchema, request.body);
    const [row] = await inSalon(db, salonId, async (tx) => {
      await dogById(tx, dogId);
      return tx
        .insert(visits)
        .values({ ...booking, salonId, dogId, groomerId: personId })
        .returning({ id: visits.id });
    });
    response.status(201).json(row);
  });
  return router;
}

/** The breeds whose name holds these words. */
function breedsNamed({ breeds }: Library, words: string): string[] {
  const wanted = words.toLowerCase();
  return [...breeds.values()].filter(({ name }) => name.toLowerCase().includes(wanted)).map(({ id }) => id);
}

/** The body held against the contract and the packs, with the birthday as a calendar day. */
function factsOf(
  body: unknown,
  library: Library,
  before: Measurements,
): Omit<DogFacts, 'bornOn' | 'confirmed'> & { bornOn: string } {
  const { confirmed, ...facts } = parseBody(dogSchema, body);
  const { packs, breeds } = library;
  const unknown: { path: string; message: string }[] = [];
  const known = (path: string, name: string, ids: Iterable<string>) => {
    if (![...ids].includes(name)) unknown.push({ path, message: `Kurrel does not know "${name}".` });
  };
  known('breedId', facts.breedId, breeds.keys());
  known('coatType', facts.coatType, idsOf(packs.coats.types));
  for (const id of facts.coatModifiers) known('coatModifiers', id, idsOf(packs.coats.modifiers));
  for (const { finding } of facts.findings) known('findings', finding, idsOf(packs.findings.findings));
  for (const { sign } of facts.signs) known('signs', sign, idsOf(packs.signs.signs));
  const breed = breeds.get(facts.breedId);
  const odd = breed ? unbelievable(packs, breed, facts.measurements, confirmed, before) : [];
  for (const { key, message } of odd) unknown.push({ path: `measurements.${key}`, message });
  if (facts.bornOn.getTime() > Date.now())
    unknown.push({ path: 'bornOn', message: 'This dog is not born yet.' });
  if (unknown.length > 0) {
    throw new Refusal(
      'bad-input',
      'Some of this cannot be right',
      'Correct the fields named and save again.',
      {
        fields: unknown,
      },
    );
  }
  return { ...facts, bornOn: facts.bornOn.toISOString().slice(0, 10) };
}

const idsOf = (list: readonly { readonly id: string }[]) => list.map((entry) => entry.id);

async function visitLines(tx: SalonTx, dogId: string): Promise<readonly VisitLine[]> {
  const rows = await tx
    .select({ visit: visits, groomer: people.name })
    .from(visits)
    .innerJoin(people, eq(people.id, visits.groomerId))
    .where(eq(visits.dogId, dogId))
    .orderBy(desc(visits.startsAt))
    .limit(50);
  return rows.map(({ visit, groomer }) => ({
    id: visit.id,
    startsAt: visit.startsAt.toISOString(),
    minutes: visit.record?.minutes ?? visit.minutes,
    what: visit.what,
    groomer,
    note: visit.record?.note ?? '',
    done: visit.record !== null,
  }));
}
