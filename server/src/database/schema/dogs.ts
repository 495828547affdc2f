import type { Happening, Stretch, Hands, LoggedPart, Measurements, SeenSign } from '@kurrel/core';
import type { Work, Choices, Dog } from '@kurrel/contract';
import { sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import {
  boolean,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { salonId, isolation, version, createdAt } from './own.ts';
import { ownPerson, salons } from './team.ts';

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
  readonly happened?: readonly Happening[];
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
    /** Whose dog it was then, as on its card. */
    owner: text('owner').notNull().default(''),
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

/** A visit of the same salon. */
export const ownVisit = (name: string, salon: AnyPgColumn, visit: AnyPgColumn) =>
  foreignKey({ name, columns: [salon, visit], foreignColumns: [visits.salonId, visits.id] });
