import type { Plan, Point, View, ZonePlan } from '@kurrel/core';
import { isAmong, zoneKindId } from '@kurrel/core';
import type { Frame } from './frame.ts';

/** Zones that get one label on the drawing: same length, same tool, the same end of the dog. */
export interface ZoneGroup {
  readonly key: string;
  readonly zones: readonly string[];
  readonly leftMm: number;
  /** The label's second line. */
  readonly below: string;
  /** Where each of the zones is pointed at. */
  readonly anchors: readonly Point[];
}

const SHORT: Readonly<Record<string, string>> = { against: ', against', across: ', across', with: '' };

function below(zone: ZonePlan): string {
  if (!zone.tool) return zone.leftAlone ? 'leave' : 'no tool';
  const { technique, label, direction } = zone.tool;
  return technique === 'clip' || technique === 'comb' ? `${label}${SHORT[direction] ?? ''}` : label;
}

/** On the dog that stands a place smaller than so many drawing units across has no label: the face has views of its own. */
const SMALLEST = 23;

/** Groups of a view, the selected zone first and on its own, the widest groups next. */
export function zoneGroups(
  plan: Plan,
  view: View,
  selected: string,
  { scale }: Pick<Frame, 'scale'>,
): readonly ZoneGroup[] {
  const anchors = new Map<string, Point>();
  for (const part of view.parts) {
    if (part.far) continue;
    for (const { zone, label, curve } of part.patches) {
      const small = view.grounded && curve !== null && Math.sqrt(areaOf(curve)) * scale < SMALLEST;
      const named = label && (!small || zoneKindId(zone) === selected);
      if (named && !anchors.has(zone)) anchors.set(zone, label);
    }
  }
  const groups = new Map<string, { zones: ZonePlan[]; anchors: Point[] }>();
  for (const zone of plan.zones) {
    const anchor = anchors.get(zone.zone);
    if (!anchor) continue;
    const own = zoneKindId(zone.zone) === selected ? 'selected' : regionOf(zone.zone);
    const key = `${own}|${zone.leftAlone ? 'leave' : zone.leftMm.toFixed(1)}|${below(zone)}`;
    const group = groups.get(key) ?? { zones: [], anchors: [] };
    group.zones.push(zone);
    group.anchors.push(anchor);
    groups.set(key, group);
  }
  return [...groups.entries()]
    .map(([key, { zones, anchors }]) => {
      const [first] = zones;
      return {
        key: key.startsWith('selected') ? 'selected' : `${zones[0]?.zone ?? key}`,
        zones: zones.map((zone) => zone.zone),
        leftMm: first?.leftMm ?? 0,
        below: first ? below(first) : '',
        anchors,
      };
    })
    .sort(
      (a, b) =>
        Number(b.key === 'selected') - Number(a.key === 'selected') || b.zones.length - a.zones.length,
    );
}

/** Of what a closed line goes round, mm² (Gauss's shoelace). */
const areaOf = (line: readonly Point[]): number =>
  Math.abs(
    line.reduce((sum, a, i) => {
      const b = line[(i + 1) % line.length] ?? a;
      return sum + a.x * b.y - b.x * a.y;
    }, 0) / 2,
  );

const REGION: readonly (readonly [string, readonly string[]])[] = [
  ['face', ['foreface', 'cheek', 'beard']],
  ['top', ['topknot', 'brow']],
  ['ear', ['ear-outside', 'ear-fringe']],
  ['front', ['throat', 'forechest', 'shoulder']],
  ['body', ['nape', 'back', 'loin', 'croup', 'rib']],
  ['under', ['brisket', 'belly']],
  ['foreleg', ['foreleg', 'pastern']],
  ['feet', ['forefoot', 'hindfoot']],
  ['hind', ['thigh', 'breech', 'gaskin', 'hock']],
  ['tail', ['tail', 'tail-root']],
];

function regionOf(zone: string): string {
  const kind = zoneKindId(zone);
  return REGION.find(([, kinds]) => isAmong(kinds, kind))?.[0] ?? kind;
}
