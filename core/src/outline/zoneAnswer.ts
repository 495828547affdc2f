import type { ViewId } from '../body/body.ts';
import type { HeadForm } from '../packs/breed.ts';
import type { Deficit, ZoneOutline } from '../targets/outlined.ts';
import type { Along } from './partOutline.ts';

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
  readonly along: readonly Along[];
  readonly meanMm: number;
}

/**
 * One answer for a zone: its length changes by the median of what its views want, so that an edge that one view shows does
 * not lengthen the whole place; its shape holds what each view wants at its own landmarks. Null where nobody would see it.
 */
export function zoneOutline(views: readonly SeenZone[], form: HeadForm | null = null): ZoneOutline | null {
  const all = views.flatMap(({ along }) => along);
  const changes = all.map(({ change }) => change);
  const longest = Math.max(...all.map(({ leave }) => Math.abs(leave)));
  const seen = Math.max(SEEN_MM, SEEN_SHARE * longest);
  if (form === null && changes.every((change) => Math.abs(change) < seen)) return null;
  const meanMm = median(views.map((one) => one.meanMm));
  const most = views.reduce((a, b) => (Math.abs(b.meanMm) > Math.abs(a.meanMm) ? b : a));
  return {
    view: most.view,
    form,
    formMm: form === null ? null : tenth(average(all.map(({ leave }) => leave))),
    meanMm: worthIt(meanMm, longest) ? tenth(meanMm) : 0,
    leastMm: Math.min(...changes),
    mostMm: Math.max(...changes),
    at: atLandmarks(all),
  };
}

/** A zone's own length changes for so much. */
const worthIt = (changeMm: number, longestMm: number): boolean =>
  Math.abs(changeMm) >= Math.max(WORTH_MM, WORTH_SHARE * longestMm);

/** The mean length at each landmark: seen twice where both sides of the dog show it. */
function atLandmarks(all: readonly Along[]): Record<string, number> {
  const leaves = new Map<string, number[]>();
  for (const { landmark, leave } of all)
    if (landmark !== null) leaves.set(landmark, [...(leaves.get(landmark) ?? []), leave]);
  return Object.fromEntries([...leaves].map(([name, list]) => [name, tenth(average(list))]));
}

/** What of a zone's outline cannot be had, each kind at its worst place. */
export function deficitsOf(zone: string, views: readonly SeenZone[]): readonly Deficit[] {
  const worst = new Map<Deficit['kind'], Deficit>();
  for (const { short } of views.flatMap(({ along }) => along)) {
    if (!short || short.byMm < WORTH_SAYING_MM || (worst.get(short.kind)?.byMm ?? 0) >= short.byMm) continue;
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
