import type { Choices, VisitSheet } from '@kurrel/contract';
import { FIRST_CLOCK, FIRST_POLICY } from '@kurrel/contract';
import type { DrawerTool, LoggedPart, Plan } from '@kurrel/core';
import { AS_DRAWN, coatOf, estimateVisit, freshHands, recordOfPlan, toolOptions } from '@kurrel/core';
import { hash } from '@node-rs/argon2';
import { addDays, addMinutes, startOfDay, subMonths } from 'date-fns';
import { sql } from 'drizzle-orm';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { bottles, measures, tools } from '../database/schema/drawer.ts';
import { people, salons } from '../database/schema/team.ts';
import { plans } from '../database/schema/visits.ts';
import type { Library } from '../packs/load.ts';
import { planFor } from '../visits/gate.ts';
import { visitSheet } from '../visits/sheet.ts';
import type { DemoDog } from './dogs.ts';
import { DEMO_DOGS } from './dogs.ts';
import { DEMO_DRAWER } from './drawer.ts';
import { DEMO_SHELF } from './shelf.ts';
import { DEMO_SALON, DEMO_SIGN_INS } from './people.ts';

/** A small seeded generator (mulberry32), so that every demo is the same demo. */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Roughly normal, sd 1. */
const bell = (roll: () => number) => (roll() + roll() + roll() + roll() - 2) * Math.sqrt(3);

/** True when the database has no salon yet. Asked as the owner: the app's role sees no salon but its own. */
export async function isEmpty(owner: Database): Promise<boolean> {
  const rows = await owner.select({ id: salons.salonId }).from(salons).limit(1);
  return rows.length === 0;
}

/** Removes everything there is. */
export async function wipe(owner: Database): Promise<void> {
  await owner.execute(
    sql`truncate salons, people, sessions, dogs, visits, plans, stop_log, consents, tools, measures, bottles, work_log, outbox, writes, security_log cascade`,
  );
}

/** Fills an empty database with the demo world; dates are relative to `today`. Returns the salon. */
export async function seedDemo(owner: Database, library: Library, today: Date): Promise<string> {
  // The demo's visits are at this machine's hours: so is its salon's clock.
  const { timeZone: zone } = Intl.DateTimeFormat().resolvedOptions();
  const clock = { ...FIRST_CLOCK, zone };
  const [salon] = await owner
    .insert(salons)
    .values({ name: DEMO_SALON, unit: 'mm', schools: {}, policy: FIRST_POLICY, clock })
    .returning();
  if (!salon) throw new Error('insert returned no row');
  const { salonId } = salon;
  await inSalon(owner, salonId, async (tx) => {
    const team = new Map<string, string>();
    for (const { login, name, role, password, hand } of DEMO_SIGN_INS) {
      const passwordHash = await hash(password);
      const [person] = await tx
        .insert(people)
        .values({ salonId, login, name, role, hand, passwordHash })
        .returning();
      if (person) team.set(login, person.id);
    }
    const kept = await tx
      .insert(tools)
      .values(
        DEMO_DRAWER.map((facts, index) => ({
          ...facts,
          salonId,
          createdAt: addMinutes(today, index - 100_000),
        })),
      )
      .returning();
    await tx.insert(bottles).values(
      DEMO_SHELF.map((facts, index) => ({
        ...facts,
        salonId,
        createdAt: addMinutes(today, index - 100_000),
      })),
    );
    const roll = dice(20_260);
    /** What each tool really leaves against its book, in this salon's hands. */
    const bias = new Map(kept.map((tool) => [tool.id, 1 + 0.035 * bell(roll)]));
    for (const demo of DEMO_DOGS) {
      await seedDog(tx, library, salonId, demo, team.get(demo.groomer) ?? '', today, bias, roll);
    }
  });
  return salonId;
}

async function seedDog(
  tx: SalonTx,
  library: Library,
  salonId: string,
  demo: DemoDog,
  groomerId: string,
  today: Date,
  bias: ReadonlyMap<string, number>,
  roll: () => number,
): Promise<void> {
  const [dog] = await tx
    .insert(dogs)
    .values({
      salonId,
      name: demo.name,
      breedId: demo.breedId,
      breedCalled: demo.breedCalled,
      owner: demo.owner,
      bornOn: subMonths(today, demo.ageMonths).toISOString().slice(0, 10),
      coatType: demo.coatType,
      coatModifiers: [...demo.coatModifiers],
      dense: demo.dense,
      measurements: demo.measurements,
      findings: demo.findings.map((found) => ({ side: null, ...found })),
      signs: [...demo.signs],
      remember: [...demo.remember],
    })
    .returning();
  if (!dog) throw new Error('insert returned no row');
  const day = startOfDay(today);
  const startsAt = addMinutes(day, Math.round(demo.at * 60));
  const own = 1 + 0.06 * bell(roll);
  for (let back = demo.pastVisits; back >= 1; back--) {
    const on = addDays(startsAt, -back * demo.weeksBetween * 7);
    await seedPastVisit(tx, library, {
      salonId,
      dogId: dog.id,
      groomerId,
      on,
      demo,
      bias,
      roll,
      index: back,
      pace: PACE[demo.groomer] * own,
    });
  }
  const [visit] = await tx
    .insert(visits)
    .values({
      salonId,
      dogId: dog.id,
      groomerId,
      startsAt,
      minutes: demo.minutes,
      what: demo.what,
      asked: choicesOf(demo),
      ...(demo.today ? { hands: demo.today(freshHands(dog, CALM)), handsVersion: 1 } : {}),
    })
    .returning();
  if (visit && demo.planSaved) {
    const sheet = await visitSheet(tx, library, visit.id);
    const choices = choicesOf(demo);
    const { plan } = planFor(library, sheet, choices);
    await tx.insert(plans).values({
      visitId: visit.id,
      version: 1,
      salonId,
      choices,
      plan: recordOfPlan(plan),
      savedBy: groomerId,
    });
  }
}

function choicesOf(demo: DemoDog): Choices {
  return {
    trimId: demo.trimId,
    purpose: demo.purpose,
    wish: { ...AS_DRAWN, weeksBetween: demo.weeksBetween, ...demo.wish },
    schools: {},
    sides: {},
    overrides: [],
    scope: [],
  };
}

/** Ottilie is quick, Bram steady, Isolde still learning. */
const PACE = { ottilie: 0.92, bram: 1.02, isolde: 1.08 } as const;

/** What each part took, beside what was expected of it. */
function partsOf(
  library: Library,
  sheet: VisitSheet,
  demo: DemoDog,
  pace: number,
  roll: () => number,
): readonly LoggedPart[] {
  const { visit, plan } = planFor(library, sheet, choicesOf(demo));
  const estimate = estimateVisit(visit, plan, {
    trainee: sheet.groomerIsTrainee,
    dogHistory: [],
    groomerHistory: [],
    rates: sheet.salon.policy.rates,
  });
  return estimate.parts.map(({ id, minutes }) => ({
    part: id,
    minutes: Math.max(1, Math.round(minutes.mid * pace * (1 + 0.1 * bell(roll)))),
    expectedMinutes: Math.round(minutes.mid * 10) / 10,
  }));
}

interface PastVisit {
  readonly salonId: string;
  readonly dogId: string;
  readonly groomerId: string;
  readonly on: Date;
  readonly demo: DemoDog;
  readonly bias: ReadonlyMap<string, number>;
  readonly roll: () => number;
  readonly index: number;
  /** How much slower than expected this groomer is on this dog. */
  readonly pace: number;
}

const CALM = { handling: 'easy', standingMinutes: null } as const;

/** A visit that happened: planned with what was known then, done with this salon's tools, measured with its rule. */
async function seedPastVisit(tx: SalonTx, library: Library, past: PastVisit): Promise<void> {
  const { salonId, demo, roll } = past;
  const [visit] = await tx
    .insert(visits)
    .values({
      salonId,
      dogId: past.dogId,
      groomerId: past.groomerId,
      startsAt: past.on,
      minutes: demo.minutes,
      what: demo.what,
    })
    .returning();
  if (!visit) throw new Error('insert returned no row');
  const sheet = await visitSheet(tx, library, visit.id);
  const then: VisitSheet = {
    ...sheet,
    dog: { ...sheet.dog, signs: [] },
    hands: { ...sheet.hands, signs: [] },
  };
  const { plan } = planFor(library, then, choicesOf(demo));
  const expected = bookLengths(library, plan, sheet.drawer, demo);
  const leftMm = Object.fromEntries(
    plan.zones.map((zone) => {
      const truth = zone.tool
        ? (expected.get(zone.zone) ?? zone.leftMm) * (past.bias.get(zone.tool.toolId) ?? 1)
        : zone.leftMm;
      return [zone.zone, Math.round(truth * (1 + 0.02 * bell(roll)) * 100) / 100];
    }),
  );
  const note = demo.notes[past.index % demo.notes.length] ?? '';
  const parts = partsOf(library, then, demo, past.pace * (0.95 + 0.1 * roll()), roll);
  const minutes = parts.reduce((sum, part) => sum + part.minutes, 0);
  await tx
    .update(visits)
    .set({
      record: { leftMm, minutes, note, parts, tools: usedIn(plan) },
      hands: sheet.hands,
      handsVersion: 1,
    })
    .where(sql`${visits.id} = ${visit.id}`);
  const coat = coatOf(library.packs.coats, demo.coatType, demo.coatModifiers, demo.dense);
  const measured = new Set<string>();
  for (const { zone, tool } of plan.zones) {
    const expectedMm = expected.get(zone);
    if (!tool || expectedMm === undefined || measured.has(`${tool.toolId} ${tool.direction}`)) continue;
    measured.add(`${tool.toolId} ${tool.direction}`);
    const measuredMm = Math.max(0.1, Math.round(((leftMm[zone] ?? expectedMm) + 0.4 * bell(roll)) * 10) / 10);
    const { toolId, direction } = tool;
    await tx.insert(measures).values({
      salonId,
      toolId,
      takenAt: past.on,
      coatClass: coat.class,
      direction,
      measuredMm,
      expectedMm,
    });
  }
}

/** The tools a visit was done with. */
const usedIn = (plan: Plan) =>
  Object.fromEntries(plan.zones.flatMap(({ zone, tool }) => (tool ? [[zone, tool.label]] : [])));

/** What the book says each clipped zone was left at, before anything was learned. */
function bookLengths(
  library: Library,
  plan: Plan,
  drawer: readonly DrawerTool[],
  demo: DemoDog,
): ReadonlyMap<string, number> {
  const coat = coatOf(library.packs.coats, demo.coatType, demo.coatModifiers, demo.dense);
  const options = toolOptions(
    drawer.map((tool) => ({ ...tool, measures: [] })),
    library.packs.tools,
    coat,
  );
  return new Map(
    plan.zones.flatMap(({ zone, tool }) => {
      const book = options.find((o) => o.toolId === tool?.toolId && o.direction === tool.direction);
      return book?.leavesMm == null ? [] : [[zone, book.leavesMm] as const];
    }),
  );
}
