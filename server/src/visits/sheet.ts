import type { SavedPlan, StopLine, VisitSheet } from '@kurrel/contract';
import type { BreedPack, LoggedPart, Plan } from '@kurrel/core';
import { coatOf, freshHands, hairNow, namedZones, openPlanRecord, recordOfPlan } from '@kurrel/core';
import { differenceInMonths } from 'date-fns';
import type { SQL } from 'drizzle-orm';
import { and, asc, desc, eq, isNotNull, lt, ne, sql } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { visits } from '../database/schema/dogs.ts';
import { people, salons } from '../database/schema/team.ts';
import { consents, plans, stopLog, workLog } from '../database/schema/visits.ts';
import { dogById, dogOf } from '../dogs/routes.ts';
import { drawerOf } from '../drawer/drawer.ts';
import { CONSENT_LINE } from './consentLine.ts';
import type { Library } from '../packs/load.ts';
import { shelfOf } from '../shelf/shelf.ts';
import { notFound } from '../problems.ts';

const DAY_MS = 86_400_000;
/** Visits back that a pace is learned from. */
const DOG_VISITS = 12;
const GROOMER_VISITS = 40;

/** Everything a plan for this visit is made from, and what was saved last: what a write has to know. */
export type PlanSheet = Omit<VisitSheet, 'history' | 'consents' | 'shelf' | 'usedBefore'>;

/** The sheet with what only the screens show: how long it took before, and what was signed. */
export async function visitSheet(tx: SalonTx, library: Library, visitId: string): Promise<VisitSheet> {
  const sheet = await planSheet(tx, library, visitId);
  return {
    ...sheet,
    history: await historyOf(tx, visitId),
    consents: await consentLines(tx, visitId),
    shelf: await shelfOf(tx),
    usedBefore: await usedBefore(tx, sheet.dog.id, visitId),
  };
}

/** @throws Refusal when there is no such visit in this salon. */
export async function planSheet(tx: SalonTx, library: Library, visitId: string): Promise<PlanSheet> {
  const [found] = await tx
    .select({
      visit: visits,
      groomer: { id: people.id, name: people.name, role: people.role, hand: people.hand },
    })
    .from(visits)
    .innerJoin(people, eq(people.id, visits.groomerId))
    .where(eq(visits.id, visitId));
  if (!found) throw notFound('visit');
  const { visit, groomer } = found;
  const dog = dogOf(await dogById(tx, visit.dogId));
  const [salon] = await tx.select().from(salons);
  if (!salon) throw notFound('salon');
  const [last] = await tx
    .select({ startsAt: visits.startsAt, record: visits.record, hands: visits.hands })
    .from(visits)
    .where(and(eq(visits.dogId, visit.dogId), isNotNull(visits.record), lt(visits.startsAt, visit.startsAt)))
    .orderBy(desc(visits.startsAt))
    .limit(1);
  const days = last ? (visit.startsAt.getTime() - last.startsAt.getTime()) / DAY_MS : 0;
  const coat = coatOf(library.packs.coats, dog.coatType, dog.coatModifiers, dog.dense);
  const temper = { handling: last?.hands?.temper.handling ?? 'easy', standingMinutes: null } as const;
  return {
    visit: {
      id: visit.id,
      startsAt: visit.startsAt.toISOString(),
      minutes: visit.minutes,
      what: visit.what,
      groomer: groomer.name,
      startedAt: visit.startedAt?.toISOString() ?? null,
      finishedAt: visit.finishedAt?.toISOString() ?? null,
    },
    dog,
    ageMonths: Math.max(0, differenceInMonths(visit.startsAt, new Date(dog.bornOn))),
    salon: { schools: salon.schools, policy: salon.policy },
    drawer: await drawerOf(tx),
    hands: { ...freshHands(dog, temper), ...visit.hands },
    handsVersion: visit.handsVersion,
    stopLog: await stopLines(tx, visitId),
    predictedMm: hairNow(
      coat,
      library.packs.zones,
      knownZones(library, last?.record?.leftMm ?? {}),
      days,
      {},
    ),
    lastVisit: last
      ? {
          on: last.startsAt.toISOString(),
          note: last.record?.note ?? '',
          signs: last.hands?.signs ?? [],
          happened: last.record?.happened ?? [],
        }
      : null,
    groomerIsTrainee: groomer.role === 'trainee',
    groomerHand: groomer.hand,
    shave: await shaveOf(tx, visitId),
    work: visit.work,
    workVersion: visit.workVersion,
    asked: visit.asked,
    saved: await latestPlan(tx, visitId),
  };
}

/** What this dog's baths before took out of bottles. */
async function usedBefore(tx: SalonTx, dogId: string, visitId: string): Promise<VisitSheet['usedBefore']> {
  const rows = await tx
    .select({ act: workLog.act })
    .from(workLog)
    .innerJoin(visits, eq(visits.id, workLog.visitId))
    .where(and(eq(visits.dogId, dogId), ne(visits.id, visitId), eq(workLog.kind, 'bathed')))
    .orderBy(desc(workLog.at))
    .limit(DOG_VISITS);
  return rows.flatMap(({ act }) => act.used as VisitSheet['usedBefore']);
}

const PARTS = sql<readonly LoggedPart[]>`coalesce(${visits.record}->'parts', '[]')`;

/** Parts logged before a visit: on this dog, and by its groomer lately on others. */
async function historyOf(tx: SalonTx, visitId: string): Promise<VisitSheet['history']> {
  const [visit] = await tx.select().from(visits).where(eq(visits.id, visitId));
  if (!visit) throw notFound('visit');
  const parts = async (which: SQL | undefined, most: number) => {
    const done = and(which, isNotNull(visits.record), lt(visits.startsAt, visit.startsAt));
    const rows = await tx
      .select({ parts: PARTS })
      .from(visits)
      .where(done)
      .orderBy(desc(visits.startsAt))
      .limit(most);
    return rows.flatMap((row) => row.parts);
  };
  return {
    dog: await parts(eq(visits.dogId, visit.dogId), DOG_VISITS),
    groomer: await parts(
      and(eq(visits.groomerId, visit.groomerId), ne(visits.dogId, visit.dogId)),
      GROOMER_VISITS,
    ),
  };
}

export async function stopLines(tx: SalonTx, visitId: string): Promise<readonly StopLine[]> {
  const rows = await tx
    .select({ line: stopLog, by: people.name })
    .from(stopLog)
    .innerJoin(people, eq(people.id, stopLog.byId))
    .where(eq(stopLog.visitId, visitId))
    .orderBy(asc(stopLog.at));
  return rows.map(({ line: { key, action, note, at }, by }) => ({
    key,
    action,
    note,
    by,
    at: at.toISOString(),
  }));
}

async function consentLines(tx: SalonTx, visitId: string): Promise<VisitSheet['consents']> {
  const rows = await tx
    .select(CONSENT_LINE)
    .from(consents)
    .where(eq(consents.visitId, visitId))
    .orderBy(desc(consents.signedAt));
  return rows;
}

/** The latest shave-down that was signed for in this visit: its choices, and what that plan leaves. */
async function shaveOf(tx: SalonTx, visitId: string): Promise<VisitSheet['shave']> {
  const rows = await tx
    .select({ choices: plans.choices, plan: plans.plan })
    .from(consents)
    .innerJoin(plans, and(eq(plans.visitId, consents.visitId), eq(plans.version, consents.planVersion)))
    .where(eq(consents.visitId, visitId))
    .orderBy(desc(consents.signedAt));
  const shave = rows
    .map(({ choices, plan }) => ({ choices, kept: openPlanRecord(plan) }))
    .find(({ kept }) =>
      kept.zones.some(({ because }) => because.some(([rule]) => rule === 'shaving-consented')),
    );
  if (!shave) return null;
  const { trimId, purpose, wish } = shave.choices;
  const leftMm = Object.fromEntries(shave.kept.zones.map((zone) => [zone.zone, zone.leftMm]));
  return { choices: { trimId, purpose, wish }, leftMm };
}

/** A record's lengths in the zones the packs have today. */
function knownZones({ packs }: Library, leftMm: Readonly<Record<string, number>>): Record<string, number> {
  const zones = new Set(namedZones(packs.zones).map(({ id }) => id));
  return Object.fromEntries(Object.entries(leftMm).filter(([zone]) => zones.has(zone)));
}

const SAVED = {
  version: plans.version,
  choices: plans.choices,
  savedAt: plans.savedAt,
} as const;

export async function latestPlan(tx: SalonTx, visitId: string): Promise<SavedPlan | null> {
  const [row] = await tx
    .select({ ...SAVED, by: people.name })
    .from(plans)
    .innerJoin(people, eq(people.id, plans.savedBy))
    .where(eq(plans.visitId, visitId))
    .orderBy(desc(plans.version))
    .limit(1);
  return row ? savedOf(row, row.by) : null;
}

export function savedOf(row: Pick<typeof plans.$inferSelect, keyof typeof SAVED>, by: string): SavedPlan {
  const { version, choices, savedAt } = row;
  return { version, choices, savedBy: by, savedAt: savedAt.toISOString() };
}

/** Saves the next version of a visit's plan. Null when somebody else saved that version first. */
export async function savePlan(
  tx: SalonTx,
  row: Pick<typeof plans.$inferInsert, 'salonId' | 'visitId' | 'version' | 'choices' | 'savedBy'> & {
    readonly plan: Plan;
  },
  by: string,
): Promise<SavedPlan | null> {
  const kept = { ...row, plan: recordOfPlan(row.plan) };
  const [saved] = await tx.insert(plans).values(kept).onConflictDoNothing().returning(SAVED);
  return saved ? savedOf(saved, by) : null;
}

/** The breed of the sheet's dog. @throws Refusal when there is no pack for it. */
export function breedOf(library: Library, sheet: PlanSheet): BreedPack {
  const breed = library.breeds.get(sheet.dog.breedId);
  if (!breed) throw notFound('breed');
  return breed;
}
