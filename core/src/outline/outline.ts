import type { Point } from '../body/geometry.ts';
import type { SideView } from '../body/view.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { coatLine } from './coatLine.ts';
import type { ZoneHair } from './coatLine.ts';
import { otherSide } from '../plan/zones.ts';

/** The coat's contour over each part of a view, in the view's painting order. */
export type Outline = readonly {
  readonly id: string;
  readonly far: boolean;
  readonly line: readonly Point[];
}[];

/** Which of a zone's lengths to draw. */
export type Shown = 'now' | 'after';

/**
 * The coat over the whole side view: what is there now, or what the plan leaves, stretched (as it stands after
 * drying and scissoring) or with the curl back. The far legs take the lengths of the dog's other side.
 */
export function outlineOf(view: SideView, plan: Plan, shown: Shown, curlBack: boolean): Outline {
  const zones = new Map(plan.zones.map((zone) => [zone.zone, zone]));
  const coat = { layDeg: plan.coat.layDeg, curl: curlBack ? plan.coat.curl : 1 };
  return view.parts.map((part) => ({
    id: part.id,
    far: part.far,
    line: coatLine(part, (id) => hairOf(zones.get(part.far ? otherSide(id) : id), shown), coat),
  }));
}

function hairOf(zone: ZonePlan | undefined, shown: Shown): ZoneHair {
  if (!zone) return { stretchedMm: 0 };
  return {
    stretchedMm: shown === 'now' ? (zone.hairMm ?? zone.leftMm) : zone.leftMm,
    ...(zone.shape ? { shape: zone.shape } : {}),
    ...(zone.layDeg !== null ? { layDeg: zone.layDeg } : {}),
  };
}
