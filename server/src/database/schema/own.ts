import { sql } from 'drizzle-orm';
import { integer, pgPolicy, pgRole, timestamp, uuid } from 'drizzle-orm/pg-core';

/**
 * The tables are the documentation. Every row belongs to a salon, and PostgreSQL itself keeps salons apart: the app
 * connects as `kurrel_app`, which owns nothing and cannot bypass row-level security, and names its salon for each
 * transaction in the setting `kurrel.salon_id`. A row refers to rows of its own salon only: foreign keys carry `salon_id`.
 * What is history (plans, consents, both logs, measures) the app may add and read, never change or remove.
 */
export const appRole = pgRole('kurrel_app').existing();

/** Whose row it is. */
export const salonId = () => uuid('salon_id').notNull();
/** The setting is read once a query, not once a row. */
const ownSalon = sql`salon_id = (select nullif(current_setting('kurrel.salon_id', true), '')::uuid)`;
/** One salon neither sees nor writes rows of another. */
export const isolation = (table: string) =>
  pgPolicy(`${table}_own_salon`, { to: appRole, for: 'all', using: ownSalon, withCheck: ownSalon });
/** Counts the saves of a row: who writes says which one they saw. */
export const version = () => integer('version').notNull().default(1);
export const createdAt = () => timestamp('created_at', { withTimezone: true }).notNull().defaultNow();
