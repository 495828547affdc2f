import type { Reason } from '../terms/reason.ts';
import type { Plan, ZonePlan } from './plan.ts';

/** A zone that comes out otherwise than it did, and why. */
export interface PlanChange {
  readonly zone: string;
  readonly fromMm: number;
  readonly toMm: number;
  readonly fromTool: string | null;
  readonly toTool: string | null;
  /** The reason that is new here; null where nothing was found in this zone and another tool is in hand now. */
  readonly because: Reason | null;
}

/** A difference below this is the same length to a hand, mm. */
const FELT_MM = 0.5;

/** Zones whose length or tool differs, the largest changes of length first. */
export function planChanges(before: Plan, after: Plan): readonly PlanChange[] {
  const was = new Map(before.zones.map((zone) => [zone.zone, zone]));
  return after.zones
    .flatMap((zone): PlanChange[] => {
      const old = was.get(zone.zone);
      if (!old) return [];
      const moved = Math.abs(zone.leftMm - old.leftMm) > FELT_MM;
      const retooled = zone.tool?.toolId !== old.tool?.toolId;
      if (!moved && !retooled) return [];
      return [
        {
          zone: zone.zone,
          fromMm: old.leftMm,
          toMm: zone.leftMm,
          fromTool: old.tool?.label ?? null,
          toTool: zone.tool?.label ?? null,
          because: newReason(old, zone),
        },
      ];
    })
    .sort((a, b) => Math.abs(b.toMm - b.fromMm) - Math.abs(a.toMm - a.fromMm));
}

/** The first reason from before the drawer that was not there, was not so strong, or was overruled. */
function newReason(before: ZonePlan, after: ZonePlan): Reason | null {
  const key = ({ rule, about, effect, overruled }: Reason) =>
    JSON.stringify([rule, about, effect, overruled]);
  const old = new Set(before.reasons.map(key));
  return after.reasons.find((one) => one.stage !== 'drawer' && !old.has(key(one))) ?? null;
}
