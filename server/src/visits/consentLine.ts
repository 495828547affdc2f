import { sql } from 'drizzle-orm';
import { consents } from '../database/schema/visits.ts';

/** What a list says of a consent: the strokes of its signature stay where they are. */
export const CONSENT_LINE = {
  id: consents.id,
  planVersion: consents.planVersion,
  trimName: sql<string>`${consents.signed}->>'trimName'`,
  signedBy: sql<string>`${consents.signed}->>'signedBy'`,
} as const;
