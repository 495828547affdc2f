import type { ViewId } from '../body/body.ts';
import type { HeadForm } from '../packs/breed.ts';
import type { Deficit, ZoneChange } from '../targets/outlineChanges.ts';
import type { StationChange } from './partOutline.ts';

/** Nobody sees less, mm and share of the longest hair (prior). */
const SEEN_MM = 1;
const SEEN_SHARE = 0.04;
/** A zone's own length changes from here on; below it only its shape does, mm (prior). */
const WORTH_MM = 2;
const WORTH_SHARE = 0.1;
/** What is missing is worth a word from here, mm (prior). */
const WORTH_SAYING_MM = 3;

/** A zone as one view shows it. */
export interface SeenZone {
  readonly view: ViewId;
  readonly along: readonly StationChange[];
  readonly meanMm: number;
}

/** Stretched mm: the least and the most to add at any of its places, and the longest that is left, whatever its sign. */
function extentOf(views: readonly SeenZone[]) {
  let [leastMm, mostMm, longestMm] = [Infinity, -Infinity, 0];
  for (const { along } of views)
    for (const { change, leave } of along) {
      leastMm = Math.min(leastMm, change);
      mostMm = Math.max(mostMm, change);
      longestMm = Math.max(longestMm, Math.abs(leave));
    }
  return { leastMm, mostMm, longestMm };
}

/** Whether anybody would see what a zone's views ask of it. */
export function isChanged(views: readonly SeenZone[]): boolean {
  const { leastMm, mostMm, longestMm } = extentOf(views);
  return Math.max(-leastMm, mostMm) >= Math.max(SEEN_MM, SEEN_SHARE * longestMm);
}

/**
 * One answer for a zone: its length changes by the median of what its views want, so that an edge that one view shows does
 * not lengthen the whole place; its shape holds what each view wants at its own landmarks. Null where nobody would see it.
 */
export function zoneChange(views: readonly SeenZone[], form: HeadForm | null = null): ZoneChange | null {
  if (form === null && !isChanged(views)) return null;
  const { leastMm, mostMm, longestMm } = extentOf(views);
  const meanMm = median(views.map((one) => one.meanMm));
  const most = views.reduce((a, b) => (Math.abs(b.meanMm) > Math.abs(a.meanMm) ? b : a));
  const leaves = () => views.flatMap(({ along }) => along.map(({ leave }) => leave));
  return {
    view: most.view,
    form,
    formMm: form === null ? null : tenth(average(leaves())),
    meanMm: worthIt(meanMm, longestMm) ? tenth(meanMm) : 0,
    leastMm,
    mostMm,
    at: atLandmarks(views),
  };
}

/** A zone's own length changes for so much. */
const worthIt = (changeMm: number, longestMm: number): boolean =>
  Math.abs(changeMm) >= Math.max(WORTH_MM, WORTH_SHARE * longestMm);

/** The mean length at each landmark: seen twice where both sides of the dog show it. */
function atLandmarks(views: readonly SeenZone[]): Record<string, number> {
  const leaves = new Map<string, number[]>();
  for (const { along } of views)
    for (const { landmark, leave } of along) {
      if (landmark === null) continue;
      const list = leaves.get(landmark);
      if (list) list.push(leave);
      else leaves.set(landmark, [leave]);
    }
  return Object.fromEntries([...leaves].map(([name, list]) => [name, tenth(average(list))]));
}

/** What of a zone's outline cannot be had, each kind at its worst place. */
export function deficitsOf(zone: string, views: readonly SeenZone[]): readonly Deficit[] {
  const worst = new Map<Deficit['kind'], Deficit>();
  for (const { along } of views)
    for (const { short } of along) {
      if (!short || short.byMm < WORTH_SAYING_MM || (worst.get(short.kind)?.byMm ?? 0) >= short.byMm)
        continue;
      worst.set(short.kind, { zone, ...short });
    }
  return [...worst.values()];
}

/** Nobody measures hair finer, mm. */
const tenth = (mm: number) => Math.round(mm * 10) / 10;

export const average = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  return ((sorted[Math.floor(half)] ?? 0) + (sorted[Math.ceil(half)] ?? 0)) / 2;
}
