import type { Dilution, Stretch, TableEvent } from '@kurrel/core';
import type { DrawerMeasure, Hands, LoggedPart, Measurements, Plan, Schools, SeenSign } from '@kurrel/core';
import type { Work } from '@kurrel/contract';
import type { Choices, Clock, Consent, Dog, Policy, Role, SecurityEvent, StopLine } from '@kurrel/contract';
import { sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  index,
  integer,
  json,
  jsonb,
  pgPolicy,
  pgRole,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';

/**
 * The tables are the documentation. Every row belongs to a salon, and PostgreSQL itself keeps salons apart: the app
 * connects as `kurrel_app`, which owns nothing and cannot bypass row-level security, and names its salon for each
 * transaction in the setting `kurrel.salon_id`. A row refers to rows of its own salon only: foreign keys carry `salon_id`.
 * What is history (plans, consents, both logs, measures) the app may add and read, never change or remove.
 */
export const appRole = pgRole('kurrel_app').existing();

const salonId = () => uuid('salon_id').notNull();
/** The setting is read once a query, not once a row. */
const ownSalon = sql`salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)`;
const isolation = (table: string) =>
  pgPolicy(`${table}_own_salon`, { to: appRole, for: 'all', using: ownSalon, withCheck: ownSalon });
const version = () => integer('version').notNull().default(1);
const createdAt = () => timestamp('created_at', { withTimezone: true }).notNull().defaultNow();

export const salons = pgTable(
  'salons',
  {
    salonId: uuid('salon_id').primaryKey().defaultRandom(),
    name: text('name').notNull(),
    unit: text('unit').$type<'mm' | 'in'>().notNull().default('mm'),
    /** Answers that differ from the packs' defaults. */
    schools: jsonb('schools').$type<Schools>().notNull(),
    policy: jsonb('policy').$type<Policy>().notNull(),
    clock: jsonb('clock').$type<Clock>().notNull(),
    version: version(),
    createdAt: createdAt(),
  },
  () => [isolation('salons')],
);

export const people = pgTable(
  'people',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    /** As `foldedLogin` writes it. */
    login: text('login').notNull().unique(),
    name: text('name').notNull(),
    role: text('role').$type<Role>().notNull(),
    hand: text('hand').$type<'left' | 'right'>().notNull().default('right'),
    /** argon2id */
    passwordHash: text('password_hash').notNull(),
    /** Set: cannot sign in; what they did keeps their name. */
    disabledAt: timestamp('disabled_at', { withTimezone: true }),
    version: version(),
  },
  (table) => [unique('people_of_salon').on(table.salonId, table.id), isolation('people')],
);

const ownPerson = (name: string, salon: AnyPgColumn, person: AnyPgColumn) =>
  foreignKey({ name, columns: [salon, person], foreignColumns: [people.salonId, people.id] });
const ownVisit = (name: string, salon: AnyPgColumn, visit: AnyPgColumn) =>
  foreignKey({ name, columns: [salon, visit], foreignColumns: [visits.salonId, visits.id] });

export const sessions = pgTable(
  'sessions',
  {
    /** SHA-256 of the cookie's token. */
    tokenHash: text('token_hash').primaryKey(),
    /** Names it in the list of one's sessions. */
    id: uuid('id').notNull().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    personId: uuid('person_id').notNull(),
    startedAt: timestamp('started_at', { withTimezone: true }).notNull().defaultNow(),
    seenAt: timestamp('seen_at', { withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp('expires_at', { withTimezone: true }).notNull(),
    /** What the browser says it is. */
    agent: text('agent').notNull().default(''),
  },
  (table) => [
    ownPerson('sessions_person', table.salonId, table.personId),
    index('sessions_by_person').on(table.salonId, table.personId),
    isolation('sessions'),
  ],
);

export const dogs = pgTable(
  'dogs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    version: version(),
    name: text('name').notNull(),
    breedId: text('breed_id').notNull(),
    breedCalled: text('breed_called').notNull().default(''),
    owner: text('owner').notNull().default(''),
    bornOn: date('born_on').notNull(),
    coatType: text('coat_type').notNull(),
    coatModifiers: jsonb('coat_modifiers').$type<string[]>().notNull().default([]),
    dense: boolean('dense').notNull().default(false),
    measurements: jsonb('measurements').$type<Measurements>().notNull().default({}),
    findings: jsonb('findings').$type<Dog['findings']>().notNull().default([]),
    /** What stays on the dog from visit to visit. */
    signs: jsonb('signs').$type<SeenSign[]>().notNull().default([]),
    remember: jsonb('remember').$type<string[]>().notNull().default([]),
    archivedAt: timestamp('archived_at', { withTimezone: true }),
    createdAt: createdAt(),
    /** What the search looks through, folded. */
    search: text('search').generatedAlwaysAs(
      sql`lower(name || ' ' || owner || ' ' || breed_called || ' ' || replace(breed_id, '-', ' '))`,
    ),
  },
  (table) => [
    unique('dogs_of_salon').on(table.salonId, table.id),
    index('dogs_by_name').on(table.salonId, table.name),
    isolation('dogs'),
  ],
);

/** Lengths left by zone and the minutes it took, as done. */
export interface VisitRecord {
  readonly leftMm: Readonly<Record<string, number>>;
  readonly minutes: number;
  /** The same by part, with what was expected of each on the day. */
  readonly parts?: readonly LoggedPart[];
  readonly note: string;
  /** Label of the tool used in each zone. */
  readonly tools?: Readonly<Record<string, string>>;
}

export const visits = pgTable(
  'visits',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    dogId: uuid('dog_id').notNull(),
    groomerId: uuid('groomer_id').notNull(),
    startsAt: timestamp('starts_at', { withTimezone: true }).notNull(),
    minutes: integer('minutes').notNull(),
    what: text('what').notNull(),
    /** What the booking says of trim and wish; the first draft starts from it. */
    asked: jsonb('asked').$type<Choices>(),
    /** What the hands found; null until somebody saves a sheet, then `handsVersion` counts the saves. */
    hands: jsonb('hands').$type<Hands>(),
    handsVersion: integer('hands_version').notNull().default(0),
    /** How it is worked; null until somebody says so, then `workVersion` counts the saves. */
    work: jsonb('work').$type<Work>(),
    workVersion: integer('work_version').notNull().default(0),
    startedAt: timestamp('started_at', { withTimezone: true }),
    /** Working minutes at table, tub and dryer, as the plan saved last has them. */
    stretches: jsonb('stretches').$type<readonly Stretch[]>(),
    /** It did not come. */
    absentAt: timestamp('absent_at', { withTimezone: true }),
    /** Nothing is left to do. */
    finishedAt: timestamp('finished_at', { withTimezone: true }),
    /** Null until the dog has gone home. */
    record: jsonb('record').$type<VisitRecord>(),
  },
  (table) => [
    unique('visits_of_salon').on(table.salonId, table.id),
    foreignKey({
      name: 'visits_dog',
      columns: [table.salonId, table.dogId],
      foreignColumns: [dogs.salonId, dogs.id],
    }),
    ownPerson('visits_groomer', table.salonId, table.groomerId),
    index('visits_by_day').on(table.salonId, table.startsAt),
    index('visits_by_dog').on(table.dogId, table.startsAt),
    index('visits_by_groomer').on(table.salonId, table.groomerId, table.startsAt),
    isolation('visits'),
  ],
);

/** Every save is kept; the latest version is the plan. */
export const plans = pgTable(
  'plans',
  {
    visitId: uuid('visit_id').notNull(),
    version: integer('version').notNull(),
    salonId: salonId().references(() => salons.salonId),
    choices: jsonb('choices').$type<Choices>().notNull(),
    plan: json('plan').$type<Plan>().notNull(),
    savedBy: uuid('saved_by').notNull(),
    savedAt: timestamp('saved_at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.visitId, table.version] }),
    ownVisit('plans_visit', table.salonId, table.visitId),
    ownPerson('plans_saver', table.salonId, table.savedBy),
    isolation('plans'),
  ],
);

/** Stops cleared or referred: lines are added, never changed. */
export const stopLog = pgTable(
  'stop_log',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    visitId: uuid('visit_id').notNull(),
    key: text('key').notNull(),
    action: text('action').$type<StopLine['action']>().notNull(),
    note: text('note').notNull(),
    byId: uuid('by_id').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    ownVisit('stop_log_visit', table.salonId, table.visitId),
    ownPerson('stop_log_person', table.salonId, table.byId),
    index('stop_log_by_visit').on(table.visitId),
    isolation('stop_log'),
  ],
);

/** Acts at the table: added, never changed. The act's own name is the device's, so one sent twice is one. */
export const workLog = pgTable(
  'work_log',
  {
    id: uuid('id').notNull(),
    salonId: salonId().references(() => salons.salonId),
    visitId: uuid('visit_id').notNull(),
    /** On the device's clock. */
    at: timestamp('at', { withTimezone: true, precision: 3 }).notNull(),
    receivedAt: timestamp('received_at', { withTimezone: true }).notNull().defaultNow(),
    byId: uuid('by_id').notNull(),
    device: text('device').notNull(),
    kind: text('kind').$type<TableEvent['kind']>().notNull(),
    act: jsonb('act').$type<Readonly<Record<string, unknown>>>().notNull(),
    /** Of what was done with a tool: for its wear. */
    toolId: uuid('tool_id'),
    minutes: doublePrecision('minutes'),
  },
  (table) => [
    primaryKey({ columns: [table.salonId, table.id] }),
    ownVisit('work_log_visit', table.salonId, table.visitId),
    ownPerson('work_log_person', table.salonId, table.byId),
    index('work_log_by_visit').on(table.visitId, table.at),
    index('work_log_by_tool').on(table.salonId, table.toolId),
    isolation('work_log'),
  ],
);

/** Words to owners, as standard messages: added, never changed. */
export const outbox = pgTable(
  'outbox',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    visitId: uuid('visit_id').notNull(),
    byId: uuid('by_id').notNull(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    /** RFC 5322. */
    message: text('message').notNull(),
  },
  (table) => [
    ownVisit('outbox_visit', table.salonId, table.visitId),
    ownPerson('outbox_person', table.salonId, table.byId),
    index('outbox_by_salon').on(table.salonId, table.at),
    isolation('outbox'),
  ],
);

/** The salon's own bottles. */
export const bottles = pgTable(
  'bottles',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    version: version(),
    kindId: text('kind_id').notNull(),
    label: text('label').notNull(),
    dilution: jsonb('dilution').$type<Dilution>(),
    leftMl: doublePrecision('left_ml').notNull(),
    removedAt: timestamp('removed_at', { withTimezone: true }),
    createdAt: createdAt(),
  },
  (table) => [index('bottles_by_salon').on(table.salonId, table.createdAt), isolation('bottles')],
);

/** What owners signed, whole, as it was signed: the app may add and read, never change or remove. */
export const consents = pgTable(
  'consents',
  {
    id: uuid('id').primaryKey(),
    salonId: salonId().references(() => salons.salonId),
    visitId: uuid('visit_id').notNull(),
    planVersion: integer('plan_version').notNull(),
    signed: jsonb('signed').$type<Omit<Consent, 'id' | 'visitId' | 'planVersion'>>().notNull(),
    signedAt: timestamp('signed_at', { withTimezone: true }).notNull(),
  },
  (table) => [
    ownVisit('consents_visit', table.salonId, table.visitId),
    index('consents_by_visit').on(table.visitId),
    isolation('consents'),
  ],
);

export const tools = pgTable(
  'tools',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    version: version(),
    kindId: text('kind_id').notNull(),
    label: text('label').notNull(),
    lengthMm: doublePrecision('length_mm'),
    dull: boolean('dull').notNull().default(false),
    atHand: boolean('at_hand').notNull().default(true),
    hand: text('hand').$type<'left' | 'right'>(),
    removedAt: timestamp('removed_at', { withTimezone: true }),
    createdAt: createdAt(),
  },
  (table) => [
    unique('tools_of_salon').on(table.salonId, table.id),
    index('tools_by_salon').on(table.salonId, table.createdAt),
    isolation('tools'),
  ],
);

export const measures = pgTable(
  'measures',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    toolId: uuid('tool_id').notNull(),
    takenAt: timestamp('taken_at', { withTimezone: true }).notNull().defaultNow(),
    coatClass: text('coat_class').$type<DrawerMeasure['coatClass']>().notNull(),
    direction: text('direction').$type<DrawerMeasure['direction']>().notNull(),
    measuredMm: doublePrecision('measured_mm').notNull(),
    expectedMm: doublePrecision('expected_mm').notNull(),
  },
  (table) => [
    foreignKey({
      name: 'measures_tool',
      columns: [table.salonId, table.toolId],
      foreignColumns: [tools.salonId, tools.id],
    }),
    index('measures_by_tool').on(table.salonId, table.toolId),
    isolation('measures'),
  ],
);

/** Writes that carried an idempotency key, with what was answered: sent again, they are answered and not done again. */
export const writes = pgTable(
  'writes',
  {
    salonId: salonId().references(() => salons.salonId),
    key: text('key').notNull(),
    /** Who sent what where: the same key for something else is a mistake. */
    request: text('request').notNull(),
    answer: jsonb('answer').$type<WriteAnswer>(),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.salonId, table.key] }), isolation('writes')],
);

/** What a write is answered with. */
export interface WriteAnswer {
  readonly status: number;
  readonly etag?: string;
  readonly body?: unknown;
}

/** Who signed in, from where, and what was changed about people and sessions: lines are added, never changed. */
export const securityLog = pgTable(
  'security_log',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    salonId: salonId().references(() => salons.salonId),
    at: timestamp('at', { withTimezone: true }).notNull().defaultNow(),
    event: text('event').$type<SecurityEvent>().notNull(),
    /** Who did it; null when nobody was signed in. */
    personId: uuid('person_id'),
    /** Whom it was done to. */
    aboutId: uuid('about_id'),
    address: text('address').notNull(),
  },
  (table) => [
    ownPerson('security_log_person', table.salonId, table.personId),
    ownPerson('security_log_about', table.salonId, table.aboutId),
    index('security_log_by_time').on(table.salonId, table.at),
    isolation('security_log'),
  ],
);
