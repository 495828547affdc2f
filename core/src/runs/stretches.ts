import type { ContourChanges } from '../targets/outlineChanges.ts';
import { zoneKindId } from '../terms/zone.ts';

type Change = ContourChanges['changes'][number];

interface Limits {
  /** What an eye sees as another length, mm. */
  readonly stepMm: number;
  /** The length of a stretch along a contour that shows a step, mm. */
  readonly handMm: number;
}

/** Places of a run that the outline wants longer, or shorter, than the run. */
export interface Stretch {
  /** Those that are mostly in it. */
  readonly zones: readonly string[];
  /** Those that it runs into: their length changes within the place. */
  readonly touched: readonly string[];
}

/** A place is in a stretch that has this share of its contour, and only touched by one with less. */
const IN_SHARE = 0.5;
/** Less than this share of a hand is blended, not shaped. */
const BLENDED_SHARE = 0.25;

/**
 * The stretches of a run that leave it for this dog's outline: along some contour it wants them longer, or shorter, by more than a
 * step, over at least a hand without a break, or over half a hand by so much more. Stretches one way that share a place are one; a place is in one stretch at most.
 */
export function stretchesIn(
  zones: readonly string[],
  contours: readonly ContourChanges[],
  { stepMm, handMm }: Limits,
): readonly Stretch[] {
  const inRun = new Set(zones);
  const wants = ({ zone, mm }: Change) => (inRun.has(zone) && Math.abs(mm) > stepMm ? Math.sign(mm) : 0);
  let stretches: (Stretch & { readonly sign: number })[] = [];
  for (const { spacingMm, changes } of contours) {
    for (const segment of unbroken(changes, wants)) {
      if (!isSeen(segment, spacingMm, { stepMm, handMm })) continue;
      const sign = wants(segment[0] as Change);
      const at = [...new Set(segment.map(({ zone }) => zone))];
      const count = (list: readonly Change[], zone: string) => list.filter((one) => one.zone === zone).length;
      const inIt = at.filter((zone) => count(segment, zone) >= IN_SHARE * count(changes, zone));
      const touched = at.filter(
        (zone) => !inIt.includes(zone) && count(segment, zone) * spacingMm >= BLENDED_SHARE * handMm,
      );
      const kinds = [...inIt, ...touched].map(zoneKindId);
      const shared = stretches.filter(
        (other) =>
          other.sign === sign &&
          [...other.zones, ...other.touched].some((zone) => kinds.includes(zoneKindId(zone))),
      );
      stretches = stretches.filter((other) => !shared.includes(other));
      stretches.push({
        sign,
        zones: [...new Set([...shared.flatMap((other) => other.zones), ...inIt])],
        touched: [...new Set([...shared.flatMap((other) => other.touched), ...touched])],
      });
    }
  }
  const taken = new Set<string>();
  const open = (list: readonly string[]) =>
    list.filter((zone) => {
      const free = !taken.has(zone);
      taken.add(zone);
      return free;
    });
  return stretches
    .map((stretch) => ({ stretch, own: open(stretch.zones) }))
    .map(({ stretch, own }) => ({ zones: own, touched: open(stretch.touched) }));
}

/** A hand of a step is seen, and half a hand of what is as much in sum: a short bump shows where it is high. */
function isSeen(segment: readonly Change[], spacingMm: number, { stepMm, handMm }: Limits): boolean {
  const alongMm = segment.length * spacingMm;
  const sum = segment.reduce((all, { mm }) => all + Math.abs(mm), 0) * spacingMm;
  return alongMm >= handMm || (alongMm >= handMm / 2 && sum >= stepMm * handMm);
}

/** Stations that want the same way, one after another; what the contour hides between them, as under a tail, is passed over. */
function unbroken(
  changes: readonly Change[],
  wants: (change: Change) => number,
): readonly (readonly Change[])[] {
  const segments: Change[][] = [];
  let before = 0;
  for (const change of changes) {
    const sign = wants(change);
    if (sign !== 0 && sign === before) segments.at(-1)?.push(change);
    else if (sign !== 0) segments.push([change]);
    before = sign;
  }
  return segments;
}
