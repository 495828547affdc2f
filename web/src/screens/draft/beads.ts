import type { PlannedRun, ZonePlan } from '@kurrel/core';
import { zoneKindId } from '@kurrel/core';

/** A length on the coat rule: of a run, or of places in no run that are left alike; the selected place has its own. */
export interface Bead {
  readonly key: string;
  readonly zones: readonly ZonePlan[];
  readonly mm: number;
  readonly own: boolean;
  /** Of its run, or of its places. */
  readonly names: readonly string[];
}

/** What of a plan makes beads. */
interface Beaded {
  readonly zones: readonly ZonePlan[];
  readonly runs: readonly Pick<PlannedRun, 'id' | 'name' | 'stretch' | 'zones' | 'turned'>[];
}

/** The beads of a plan, the selected place's last, on top of the others. */
export function beadsOf(plan: Beaded, selected: string): readonly Bead[] {
  const beads = new Map<string, { zones: ZonePlan[]; mm: number; own: boolean }>();
  const runName = runNames(plan);
  const turned = new Set(plan.runs.flatMap((run) => run.turned));
  for (const zone of plan.zones) {
    if (zone.leftAlone && zoneKindId(zone.zone) !== selected) continue;
    const own = zoneKindId(zone.zone) === selected;
    const run = runName.has(zone.run ?? '') ? zone.run : null;
    const key = own ? `own ${zone.leftMm.toFixed(2)}` : (run ?? `all ${zone.leftMm.toFixed(1)}`);
    const bead = beads.get(key) ?? { zones: [], mm: zone.leftMm, own };
    // A run stands at what it leaves where it goes its own way.
    if (bead.zones.every(({ zone: before }) => turned.has(before))) bead.mm = zone.leftMm;
    bead.zones.push(zone);
    beads.set(key, bead);
  }
  // By their first place: a bead that moves stays the same one, with the focus on it.
  return [...beads.values()]
    .map((bead) => ({
      key: `${bead.own ? 'own' : 'all'} ${bead.zones[0]?.zone ?? ''}`,
      names: [
        ...new Set(bead.zones.map(({ run, name }) => (bead.own ? name : (runName.get(run ?? '') ?? name)))),
      ],
      ...bead,
    }))
    .sort((a, b) => Number(a.own) - Number(b.own));
}

/** What runs of several places are called, by their ids. */
const runNames = ({ runs }: Beaded): ReadonlyMap<string, string> =>
  new Map(
    runs.flatMap(({ id, name, stretch, zones }) =>
      new Set(zones.map(zoneKindId)).size > 1 ? [[id, stretch ?? name] as const] : [],
    ),
  );

/** How far below the line a bead of a row stands, px. */
export const rowPx = (row: number): number => 15 * row;

/** A bead is taken so near to its middle, px. */
export const TOUCH_PX = 22;

/** The bead whose middle is nearest to a touch, by its place in the list; null where none is near. Places in px from where the line begins. */
export function beadAt(
  touch: { readonly x: number; readonly y: number },
  at: readonly number[],
  rows: readonly number[],
): number | null {
  const far = at.map((x, i) => Math.hypot(touch.x - x, touch.y - rowPx(rows[i] ?? 0)));
  const least = Math.min(...far);
  // Of two as near the one on top.
  return least <= TOUCH_PX ? far.lastIndexOf(least) : null;
}

/** Beads nearer than this hide one another, px. */
const HIDES_PX = 12;
const ROWS = [0, 1, -1, 2, -2];

/** The row of each bead by where it stands along the rule, px: those that would hide one another are above one another, the last on the line. */
export function stacked(at: readonly number[]): readonly number[] {
  const rows = at.map(() => 0);
  for (let i = at.length - 1; i >= 0; i--) {
    const taken = at.flatMap((x, j) => (j > i && Math.abs(x - (at[i] ?? 0)) < HIDES_PX ? [rows[j]] : []));
    rows[i] = ROWS.find((row) => !taken.includes(row)) ?? 0;
  }
  return rows;
}
