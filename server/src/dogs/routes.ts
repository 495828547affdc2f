import type { Dog, DogFacts, DogPage, DogWithVisits, VisitLine } from '@kurrel/contract';
import { bookingSchema, dogSchema } from '@kurrel/contract';
import type { Measurements } from '@kurrel/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { CONSENT_LINE } from '../visits/consentLine.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { people } from '../database/schema/team.ts';
import { consents } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import { unbelievable } from './believable.ts';
import { findDogs, PAGE } from './search.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, notFound, parseBody, Refusal, versionFrom } from '../problems.ts';
import { caller, permitted } from '../session/session.ts';
import { announce } from '../today/announce.ts';
import { askedAgain } from '../visits/asked.ts';

type DogRow = typeof dogs.$inferSelect;

export function dogOf(row: DogRow): Dog {
  const { archivedAt, createdAt: _created, salonId: _salon, search: _search, ...rest } = row;
  return { ...rest, archived: archivedAt !== null };
}

export async function dogById(tx: SalonTx, id: string): Promise<DogRow> {
  const [row] = await tx.select().from(dogs).where(eq(dogs.id, id));
  if (!row) throw notFound('dog');
  return row;
}

export function dogRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** The salon's dogs by name, or those whose card has all the words; `after` is the last of the page before. */
  router.get('/', async (request, response) => {
    const { salonId } = caller(response);
    const { q, archived, after } = request.query;
    const words = typeof q === 'string' ? q.trim().slice(0, 60) : '';
    const from = typeof after === 'string' && after !== '' ? idFrom(after, 'dog') : null;
    const page = await inSalon(db, salonId, async (tx): Promise<DogPage> => {
      const last = from === null ? null : await dogById(tx, from);
      const rows = await findDogs(tx, words, archived === 'true', last);
      return { dogs: rows.slice(0, PAGE).map(dogOf), more: rows.length > PAGE };
    });
    response.json(page);
  });

  router.post('/', async (request, response) => {
    const who = permitted(response, 'dog:edit');
    const facts = factsOf(request.body, library, {});
    await answerWrite(db, request, response, who, async (tx) => {
      const [row] = await tx
        .insert(dogs)
        .values({ ...facts, salonId: who.salonId })
        .returning();
      if (!row) throw new Error('insert returned no row');
      return { status: 201, etag: `${row.version}`, body: dogOf(row) };
    });
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
    const who = permitted(response, 'dog:edit');
    const id = idFrom(request.params.id, 'dog');
    const version = versionFrom(request.headers['if-match']);
    await answerWrite(db, request, response, who, async (tx) => {
      const before = dogOf(await dogById(tx, id));
      const facts = factsOf(request.body, library, before.measurements);
      const [saved] = await tx
        .update(dogs)
        .set({ ...facts, version: version + 1 })
        .where(and(eq(dogs.id, id), eq(dogs.version, version)))
        .returning();
      if (!saved) throw changedMeanwhile('dog', dogOf(await dogById(tx, id)));
      return { status: 200, etag: `${saved.version}`, body: dogOf(saved) };
    });
  });

  /** Taking a dog off the list keeps its card; putting it back is the undo. */
  for (const [path, archivedAt] of [
    ['/:id/archive', sql`now()`],
    ['/:id/restore', null],
  ] as const) {
    router.post(path, async (request, response) => {
      const who = permitted(response, 'dog:archive');
      const id = idFrom(request.params.id, 'dog');
      await answerWrite(db, request, response, who, async (tx) => {
        const [row] = await tx.update(dogs).set({ archivedAt }).where(eq(dogs.id, id)).returning();
        if (!row) throw notFound('dog');
        return { status: 200, body: dogOf(row) };
      });
    });
  }

  router.post('/:id/visits', async (request, response) => {
    const who = permitted(response, 'visit:book');
    const dogId = idFrom(request.params.id, 'dog');
    const { scope, ...booking } = parseBody(bookingSchema, request.body);
    const strange = scope.find((job) => !library.packs.wishes.jobs.some(({ id }) => id === job));
    if (strange !== undefined) {
      const message = `Kurrel knows no job "${strange}".`;
      throw new Refusal('bad-input', 'What is asked for is not known', message, {
        fields: [{ path: 'scope', message }],
      });
    }
    await answerWrite(db, request, response, who, async (tx) => {
      const { breedId } = await dogById(tx, dogId);
      const asked = await askedAgain(tx, library, { dogId, breedId }, scope);
      const [row] = await tx
        .insert(visits)
        .values({ ...booking, asked, salonId: who.salonId, dogId, groomerId: who.personId })
        .returning({ id: visits.id });
      if (row) await announce(tx, who.salonId, row.id);
      return { status: 201, body: row };
    });
  });
  return router;
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
  const signed = await tx
    .select({ visitId: consents.visitId, ...CONSENT_LINE })
    .from(consents)
    .innerJoin(visits, eq(visits.id, consents.visitId))
    .where(eq(visits.dogId, dogId))
    .orderBy(desc(consents.signedAt));
  return rows.map(({ visit, groomer }) => ({
    id: visit.id,
    startsAt: visit.startsAt.toISOString(),
    minutes: visit.record?.minutes ?? visit.minutes,
    what: visit.what,
    groomer,
    note: visit.record?.note ?? '',
    happened: visit.record?.happened ?? [],
    done: visit.record !== null,
    tools: [...new Set(Object.values(visit.record?.tools ?? {}))],
    consents: signed
      .filter(({ visitId }) => visitId === visit.id)
      .map(({ visitId: _visit, ...line }) => line),
  }));
}
