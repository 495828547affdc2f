import type { Tool } from '@kurrel/contract';
import type { DrawerMeasure } from '@kurrel/core';
import { asc, isNull, sql } from 'drizzle-orm';
import type { SalonTx } from '../database/connect.ts';
import { measures, tools } from '../database/schema/drawer.ts';
import { workLog } from '../database/schema/visits.ts';

type ToolRow = typeof tools.$inferSelect;

/** One value a tool, not one row a measure: a drawer has many. */
const TAKEN = sql<readonly DrawerMeasure[]>`coalesce((select jsonb_agg(jsonb_build_object(
  'coatClass', ${measures.coatClass}, 'direction', ${measures.direction},
  'measuredMm', ${measures.measuredMm}, 'expectedMm', ${measures.expectedMm}) order by ${measures.takenAt}, ${measures.id})
  from ${measures} where ${measures.salonId} = tools.salon_id and ${measures.toolId} = tools.id), '[]')`;

/** What the tables' logs say it was worked. */
const WORKED = sql<number>`coalesce((select sum(${workLog.minutes}) from ${workLog}
  where ${workLog.salonId} = tools.salon_id and ${workLog.toolId} = tools.id), 0)`;

/** Everything in the salon's drawer with what was measured behind it, in the order it was put in. */
export async function drawerOf(tx: SalonTx): Promise<readonly Tool[]> {
  const rows = await tx
    .select({ tool: tools, taken: TAKEN, worked: WORKED })
    .from(tools)
    .where(isNull(tools.removedAt))
    .orderBy(asc(tools.createdAt), asc(tools.label));
  return rows.map(({ tool, taken, worked }) => toolOf(tool, taken, worked));
}

export function toolOf(row: ToolRow, taken: readonly DrawerMeasure[], workedMinutes = 0): Tool {
  const { id, version, kindId, label, lengthMm, dull, atHand, hand } = row;
  const measured = taken.map(({ coatClass, direction, measuredMm, expectedMm }) => ({
    coatClass,
    direction,
    measuredMm,
    expectedMm,
  }));
  return { id, version, kindId, label, lengthMm, dull, atHand, hand, measures: measured, workedMinutes };
}
