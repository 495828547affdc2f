import type { Plan, ZonePlan } from '@kurrel/core';
import { otherSide } from '@kurrel/core';

/** A place of a list: both sides in one row where they agree. */
export interface ZoneRow {
  readonly zone: ZonePlan;
  readonly sides: string;
}

/** Every place of a plan, in the order of the plan. */
export function zoneRows(plan: Plan): readonly ZoneRow[] {
  const byId = new Map(plan.zones.map((zone) => [zone.zone, zone]));
  return plan.zones.flatMap((zone) => {
    if (zone.side === null) return [{ zone, sides: '' }];
    const other = byId.get(otherSide(zone.zone));
    const same = other?.leftMm === zone.leftMm && other.tool?.toolId === zone.tool?.toolId;
    if (!same) return [{ zone, sides: zone.side }];
    return zone.side === 'left' ? [{ zone, sides: '' }] : [];
  });
}

/** What a place is done with: "comb 16, with", "straight shears", "leave". */
export function toolWords({ tool, leftAlone }: ZonePlan): string {
  if (!tool) return leftAlone ? 'leave' : 'no tool';
  return tool.technique === 'clip' || tool.technique === 'comb'
    ? `${tool.label}, ${tool.direction}`
    : tool.label;
}
