import type { ShelfBottle } from '@kurrel/contract';
import { asc, isNull } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { bottles } from '../database/schema/drawer.ts';

export const bottleOf = ({
  id,
  version,
  kindId,
  label,
  dilution,
  leftMl,
}: typeof bottles.$inferSelect): ShelfBottle => ({ id, version, kindId, label, dilution, leftMl });

/** The salon's bottles in the order they were put on the shelf. */
export async function shelfOf(tx: SalonTx): Promise<readonly ShelfBottle[]> {
  const rows = await tx
    .select()
    .from(bottles)
    .where(isNull(bottles.removedAt))
    .orderBy(asc(bottles.createdAt), asc(bottles.label));
  return rows.map(bottleOf);
}
