import { stopsOf, unloggedStops } from '@kurrel/core';
import type { SalonTx } from '../database/connect.ts';
import { stopLog } from '../database/schema/visits.ts';
import type { Library } from '../packs/load.ts';
import type { PlanSheet } from './sheet.ts';

/**
 * Writes down the stops that are found and that the log does not have yet. From then on they stay until they are answered or lifted: a card that
 * is changed, or an earlier visit that is opened again, takes none of them away.
 */
export async function logFoundStops(
  tx: SalonTx,
  { packs }: Library,
  { visit, hands, salon, stopLog: log }: Pick<PlanSheet, 'visit' | 'hands' | 'salon' | 'stopLog'>,
  who: { readonly salonId: string; readonly personId: string },
): Promise<boolean> {
  const keys = unloggedStops(stopsOf(hands, packs, salon.policy.handlingLimit), log);
  if (keys.length === 0 || visit.finishedAt !== null) return false;
  const { salonId, personId: byId } = who;
  const line = { action: 'found' as const, note: '', salonId, visitId: visit.id, byId };
  await tx.insert(stopLog).values(keys.map((key) => ({ ...line, key })));
  return true;
}
