import { sql } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';

/** The channel on which servers tell each other that something of a salon's day changed. */
export const CHANNEL = 'kurrel_day';

/** Tells every server, when this transaction commits, that a visit of this salon changed. */
export async function announce(tx: SalonTx, salonId: string, visitId: string): Promise<void> {
  await tx.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify([salonId, visitId])})`);
}
