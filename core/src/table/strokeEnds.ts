import type { Point } from '../body/geometry.ts';
import { minus, unit } from '../body/geometry.ts';
import type { View } from '../body/view.ts';
import type { Packs } from '../packs/packs.ts';
import type { Task } from '../tasks/tasks.ts';
import { isAmong } from '../terms/zone.ts';
import { zoneKind } from '../packs/zones.ts';

/** A place lies ahead of another, or behind it, within so much of the way a tool runs (75°). */
const ALONG = 0.25;

/**
 * From which place to which a tool runs through a zone, by name: of the places beside it the one that lies furthest back along the way the hair
 * lies, and the one furthest on; the other way round against the lay. Null where nothing lies before or behind it, or nothing runs.
 * @throws MisuseError for a zone the packs lack.
 */
export function strokeEnds(
  { zones, tasks }: Pick<Packs, 'zones' | 'tasks'>,
  side: View,
  { zone, direction }: Pick<Task, 'zone' | 'direction'>,
): { readonly from: string; readonly to: string } | null {
  if (zone === null || direction === null || direction === 'across') return null;
  const kind = zoneKind(zones, zone);
  const lay = tasks.lay[kind.part];
  const here = middleOf(side, kind.id);
  if (!lay || !here) return null;
  const along = unit({ x: lay[0], y: lay[1] });
  const beside = kind.near.flatMap((id) => {
    const there = middleOf(side, id);
    if (!there) return [];
    const way = unit(minus(there, here));
    return [{ name: zoneKind(zones, id).name, share: way.x * along.x + way.y * along.y }];
  });
  const ends = [...beside].sort((a, b) => a.share - b.share);
  const [back, on] = [ends[0], ends.at(-1)];
  if (!back || !on || back.share > -ALONG || on.share < ALONG) return null;
  return direction === 'with' ? { from: back.name, to: on.name } : { from: on.name, to: back.name };
}

/** The middle of a place as it is seen from the side, on the near parts. */
function middleOf(side: View, kind: string): Point | null {
  for (const part of side.parts) {
    if (part.far) continue;
    const patch = part.patches.find(({ zone }) => isAmong([kind], zone));
    if (!patch) continue;
    if (patch.label) return patch.label;
    const points =
      patch.curve ?? part.stations.flatMap(({ zone, point }) => (zone === patch.zone ? [point] : []));
    if (points.length === 0) continue;
    const sum = points.reduce((one, two) => ({ x: one.x + two.x, y: one.y + two.y }), { x: 0, y: 0 });
    return { x: sum.x / points.length, y: sum.y / points.length };
  }
  return null;
}
