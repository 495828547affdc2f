import type { Tool } from '@kurrel/contract';
import { asc, isNull } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { measures, tools } from '../database/schema.ts';

type ToolRow = typeof tools.$inferSelect;
type MeasureRow = typeof measures.$inferSelect;

/** Everything in the salon's drawer with what was measured behind it, in the order it was put in. */
export async function drawerOf(tx: SalonTx): Promise<readonly Tool[]> {
  const rows = await tx
    .select()
    .from(tools)
    .where(isNull(tools.removedAt))
    .orderBy(asc(tools.createdAt), asc(tools.label));
  const taken = await tx.select().from(measures).orderBy(asc(measures.takenAt));
  const byTool = new Map<string, MeasureRow[]>();
  for (const measure of taken) byTool.set(measure.toolId, [...(byTool.get(measure.toolId) ?? []), measure]);
  return rows.map((row) => toolOf(row, byTool.get(row.id) ?? []));
}

export function toolOf(row: ToolRow, taken: readonly MeasureRow[]): Tool {
  const { id, version, kindId, label, lengthMm, dull, atHand, hand } = row;
  return {
    id,
    version,
    kindId,
    label,
    lengthMm,
    dull,
    atHand,
    hand,
    measures: taken.map(({ coatClass, direction, measuredMm, expectedMm }) => ({
      coatClass,
      direction,
      measuredMm,
      expectedMm,
    })),
  };
}
