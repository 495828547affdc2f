import type { Schools } from '@kurrel/core';
import type { Clock, Policy, Role, SecurityEvent } from '@kurrel/contract';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import {
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { salonId, isolation, version, createdAt } from './own.ts';

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

/** A person of the same salon. */
export const ownPerson = (name: string, salon: AnyPgColumn, person: AnyPgColumn) =>
  foreignKey({ name, columns: [salon, person], foreignColumns: [people.salonId, people.id] });

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
