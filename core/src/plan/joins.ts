import type { Case, PartOfCase } from '../case/resolveCase.ts';
import type { Point } from '../body/geometry.ts';
import { distance } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { TrimArea } from '../packs/breed.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { isAmong, otherSide, sideOf, zoneKindId } from '../terms/zone.ts';
import type { Mark } from './called.ts';
import { marksOf } from './called.ts';
import type { Join, ZonePlan } from './plan.ts';
import { zoneKind } from '../packs/zones.ts';

/** Parts a body falls away to. */
const LIMBS: readonly string[] = ['foreleg', 'hindleg'];
/** A border further from a named bone than this is told by its places alone, mm. */
const NEAR_MM = 60;
/** A hand finds a place to so many mm. */
const FOUND_MM = 10;

/** By zone, where its contour goes over into others. */
export type Borders = ReadonlyMap<string, readonly Border[]>;

/** Where the contour goes over into another zone. */
interface Border {
  readonly into: string;
  readonly place: string | null;
}

/**
 * How each place joins its neighbours: the same tool runs on into the next; a step this dog's outline has made,
 * which the trim does not draw, is blended; a machine is skimmed off where a longer limb begins. `borders`: of this dog, as `bordersOf`.
 */
export function withJoins(visit: Case, zones: readonly ZonePlan[], borders: Borders): readonly ZonePlan[] {
  const byId = new Map(zones.map((zone) => [zone.zone, zone]));
  return zones.map((zone) => {
    if (zone.leftAlone || zone.tool === null) return zone;
    const joins = new Map<string, Join>();
    for (const { into, place } of borders.get(zone.zone) ?? []) {
      const other = byId.get(into);
      const join = other && joined(visit, zone, other, place);
      if (join && !joins.has(join.into)) joins.set(join.into, join);
    }
    for (const near of limbsBeside(visit, zone, byId)) {
      if (!joins.has(near.into)) joins.set(near.into, near);
    }
    return joins.size === 0 ? zone : { ...zone, joins: [...joins.values()] };
  });
}

/** How two places that meet on the contour join; null where a line divides them, or nothing is to be done. */
function joined(visit: Case, zone: ZonePlan, other: ZonePlan, place: string | null): Join | null {
  if (other.leftAlone || other.tool === null || zone.tool === null) return null;
  const same = other.tool.toolId === zone.tool.toolId && other.tool.direction === zone.tool.direction;
  const byHand = techniqueKind(visit.packs.tools, zone.tool.technique).byHand;
  if (same && !byHand) return { kind: 'runs-on', into: other.name, place: null, widthMm: null };
  const [here, there] = [drawnAt(visit, zone), drawnAt(visit, other)];
  if (!here || !there || shows(visit, here.mm, there.mm)) return null;
  if (!shows(visit, zone.leftMm, other.leftMm)) return null;
  const step = Math.abs(zone.leftMm - other.leftMm);
  const widthMm = Math.round((step * visit.packs.tools.policy.blend.widthPerMm) / FOUND_MM) * FOUND_MM;
  return { kind: 'blend', into: other.name, place, widthMm: Math.max(FOUND_MM, widthMm) };
}

/** A machine on the body is lifted off where a limb with longer hair begins. */
function limbsBeside(visit: Case, zone: ZonePlan, byId: ReadonlyMap<string, ZonePlan>): readonly Join[] {
  if (zone.tool === null || techniqueKind(visit.packs.tools, zone.tool.technique).byHand) return [];
  const kind = zoneKind(visit.packs.zones, zone.zone);
  if (LIMBS.includes(kind.part)) return [];
  const beside = visit.derived.zones.filter(
    (one) => isAmong(kind.near, one.id) && one.side === (sideOf(zone.zone) ?? 'left'),
  );
  return beside.flatMap(({ id, kind: limb }): readonly Join[] => {
    const next = byId.get(id);
    if (!LIMBS.includes(limb.part) || !next || next.leftAlone || next.leftMm <= zone.leftMm) return [];
    if (!shows(visit, zone.leftMm, next.leftMm)) return [];
    return [{ kind: 'skim-off', into: next.name, place: null, widthMm: null }];
  });
}

const drawnAt = (visit: Case, zone: ZonePlan): TrimArea | undefined =>
  visit.derived.trim.areas[zoneKindId(zone.zone)];

/** A step an eye sees. */
function shows({ packs }: Case, a: number, b: number): boolean {
  const { mm, share } = packs.tools.policy.blend;
  return Math.abs(a - b) > Math.max(mm, share * Math.max(a, b));
}

/** The borders of every zone on the near side of the dog, and their mirror. */
export function bordersOf({ packs, derived }: PartOfCase<'bodies'>): Borders {
  const borders = new Map<string, Border[]>();
  const add = (zone: string, into: string, place: string | null) =>
    borders.set(zone, [...(borders.get(zone) ?? []), { into, place }]);
  for (const part of derived.bodies.own.views.side.parts) {
    if (part.far) continue;
    const n = part.stations.length;
    const marks = marksOf(packs, part);
    part.stations.forEach(({ zone, hidden, point }, i) => {
      const next = part.stations[(i + 1) % n];
      if (!next || hidden || next.hidden || next.zone === zone) return;
      const place = placeNear(part, marks, point);
      for (const [a, b] of [
        [zone, next.zone],
        [otherSide(zone), otherSide(next.zone)],
      ] as const) {
        add(a, b, place);
        add(b, a, place);
      }
    });
  }
  return borders;
}

/** What the nearest mark is called; null where none is near enough to tell a place by. */
function placeNear({ stations }: ViewPart, marks: readonly Mark[], at: Point): string | null {
  let nearest: Mark | null = null;
  let nearestMm = NEAR_MM;
  for (const mark of marks) {
    const mm = distance(stations[mark.station]?.point ?? at, at);
    if (mm > nearestMm || (nearest && mm === nearestMm)) continue;
    [nearest, nearestMm] = [mark, mm];
  }
  return nearest?.called ?? null;
}
