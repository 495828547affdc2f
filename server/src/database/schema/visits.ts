import type { ActMark, PlanRecord, TableEvent } from '@kurrel/core';
import type { Choices, Consent, StopLine } from '@kurrel/contract';
import {
  doublePrecision,
  index,
  integer,
  json,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { salonId, isolation } from './own.ts';
import { ownPerson, salons } from './team.ts';
import { ownVisit } from './dogs.ts';

/** Every save is kept; the latest version is the plan. */
export const plans = pgTable(
  'plans',
  {
    visitId: uuid('visit_id').notNull(),
    version: integer('version').notNull(),
    salonId: salonId().references(() => salons.salonId),
    choices: jsonb('choices').$type<Choices>().notNull(),
    /** As `recordOfPlan` keeps it; whole plans before. */
    plan: json('plan').$type<PlanRecord>().notNull(),
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
    /** Who did it, and who was signed in where it was sent from, where that was another. */
    byId: uuid('by_id').notNull(),
    sentById: uuid('sent_by_id'),
    device: text('device').notNull(),
    kind: text('kind').$type<TableEvent['kind']>().notNull(),
    /** What the server saw of it when it came. */
    marks: jsonb('marks').$type<readonly ActMark[]>().notNull().default([]),
    /** When the doer said that an act sent by another is theirs. */
    confirmedAt: timestamp('confirmed_at', { withTimezone: true }),
    act: jsonb('act').$type<Readonly<Record<string, unknown>>>().notNull(),
    /** Of what was done with a tool: for its wear. */
    toolId: uuid('tool_id'),
    minutes: doublePrecision('minutes'),
  },
  (table) => [
    primaryKey({ columns: [table.salonId, table.id] }),
    ownVisit('work_log_visit', table.salonId, table.visitId),
    ownPerson('work_log_person', table.salonId, table.byId),
    ownPerson('work_log_sender', table.salonId, table.sentById),
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
