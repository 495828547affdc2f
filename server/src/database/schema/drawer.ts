import type { Dilution, DrawerMeasure } from '@kurrel/core';
import {
  boolean,
  doublePrecision,
  foreignKey,
  index,
  jsonb,
  pgTable,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { salonId, isolation, version, createdAt } from './own.ts';
import { salons } from './team.ts';

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
