import type { Tool } from '@kurrel/contract';
import type { DrawerMeasure } from '@kurrel/core';
import { asc, isNull, sql } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { measures, tools } from '../database/schema.ts';

type ToolRow = typeof tools.$inferSelect;

/** One value a tool, not one row a measure: a drawer has many. */
const TAKEN = sql<readonly DrawerMeasure[]>`coalesce((select jsonb_agg(jsonb_build_object(
  'coatClass', ${measures.coatClass}, 'direction', ${measures.direction},
  'measuredMm', ${measures.measuredMm}, 'expectedMm', ${measures.expectedMm}) order by ${measures.takenAt}, ${measures.id})
  from ${measures} where ${measures.salonId} = tools.salon_id and ${measures.toolId} = tools.id), '[]')`;

/** Everything in the salon's drawer with what was measured behind it, in the order it was put in. */
export async function drawerOf(tx: SalonTx): Promise<readonly Tool[]> {
  const rows = await tx
    .select({ tool: tools, taken: TAKEN })
    .from(tools)
    .where(isNull(tools.removedAt))
    .orderBy(asc(tools.createdAt), asc(tools.label));
  return rows.map(({ tool, taken }) => toolOf(tool, taken));
}

export function toolOf(row: ToolRow, taken: readonly DrawerMeasure[]): Tool {
  const { id, version, kindId, label, lengthMm, dull, atHand, hand } = row;
  const measured = taken.map(({ coatClass, direction, measuredMm, expectedMm }) => ({
    coatClass,
    direction,
    measuredMm,
    expectedMm,
  }));
  return { id, version, kindId, label, lengthMm, dull, atHand, hand, measures: measured };
}
