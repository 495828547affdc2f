import isEqual from 'fast-deep-equal';
import type { ViewId } from '../body/body.ts';
import { minus, mix, plus } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Deficit, Outlined, ZoneOutline } from '../targets/outlined.ts';
import { otherSide, sideOf } from '../terms/zone.ts';
import { correspond, eachStation, placeBetween, spreadAlong } from './alongPart.ts';
import type { Bodies } from './bodies.ts';
import { bodiesOf } from './bodies.ts';
import type { CoatOver, ZoneHair } from './coatContour.ts';
import { coatContour, coatOver } from './coatContour.ts';
import { solveOutline } from './solve.ts';

/** What a zone brings to the outline: how the trim draws it, and how short and long it may become, stretched mm. */
export interface ZoneWish {
  readonly hair: ZoneHair;
  readonly loMm: number;
  readonly hiMm: number;
  readonly hiBy: 'hair' | 'standard' | null;
  /** The outline does not change it. */
  readonly held: boolean;
}

export interface OutlinePlan extends Outlined {
  /** The worst optimality violation of all that was solved, relative. */
  readonly kkt: number;
}

/** The views in the order they are solved in. Those of the head alone are seen in the others. */
const SOLVED = ['side', 'front', 'rear', 'top', 'headFront'] as const satisfies readonly ViewId[];
/** Corrections shorter than about a hand are smoothed away, mm on a dog this high or higher; in proportion below (prior). */
const HAND_MM = 80;
const HAND_HEIGHT_MM = 500;
/** On an ear, a foot or a tail: than this part of the way round it. */
const PART_SHARE = 4;
const HIDDEN = 1e-3;
/** Nobody sees less, mm (prior). */
const SEEN_MM = 1;
const SEEN_SHARE = 0.04;
/** A zone's own length changes from here on; below it only its shape does, mm (prior). */
const WORTH_MM = 2;
const WORTH_SHARE = 0.1;
/** What is missing is worth a word from here, mm (prior). */
const WORTH_SAYING_MM = 3;

interface Along {
  readonly zone: string;
  readonly landmark: string | null;
  /** Stretched mm: to add, and to leave. */
  readonly change: number;
  readonly leave: number;
  readonly short: { readonly kind: Deficit['kind']; readonly byMm: number; readonly wantedMm: number } | null;
}

/**
 * What to leave where so that this dog, in its coat, shows the outline of the ideal in the same trim with hair enough:
 * at station i the wanted change of depth is (qᵢ − pᵢ)·uᵢ − bᵢ, with b the depth the trim draws and q between the ideal's
 * coat at the same place and that of this dog without its findings, by the share f that rides on the dog's own bone; solved for the smoothest change within what skin, hair
 * and standard allow. The side is solved first; a zone in the middle of the dog that it shows keeps its answer in the other
 * views, a zone of either side is seen from several and gets one length from all of them.
 * @throws MisuseError when a wish's bounds cross or are no numbers.
 */
export function outlinePlan(visit: Case, wishes: ReadonlyMap<string, ZoneWish>): OutlinePlan {
  const unshaped = Object.keys(visit.measurements).every((key) => UNSHAPED.includes(key));
  if (visit.findings.length === 0 && unshaped) return { zones: new Map(), deficits: [], kkt: 0 };
  // A dragged length comes after the outline: what goes into it stays the same from step to step.
  const before = solved.get(visit.facts);
  if (before?.visit.breed === visit.breed && isEqual([...wishes], before.wishes)) return before.plan;
  const plan = solveViews(visit, wishes);
  solved.set(visit.facts, { visit, wishes: [...wishes], plan });
  return plan;
}

const solved = new WeakMap<
  Case['facts'],
  { readonly visit: Case; readonly wishes: readonly [string, ZoneWish][]; readonly plan: OutlinePlan }
>();

function solveViews(visit: Case, wishes: ReadonlyMap<string, ZoneWish>): OutlinePlan {
  const bodies = bodiesOf(visit);
  const seen = new Map<string, SeenZone[]>();
  const shows = (zone: string, view: ViewId, along: readonly Along[]) => {
    const views = seen.get(zone) ?? [];
    seen.set(zone, [...views, { view, along, meanMm: average(along.map(({ change }) => change)) }]);
  };
  const mirrored = new Map([...wishes].map(([zone, wish]) => [otherSide(zone), wish]));
  const even = [...wishes].every(([zone, wish]) => isEqual(wish, mirrored.get(zone)));
  let kkt = 0;
  for (const id of SOLVED) {
    const settled = new Set(
      [...seen].flatMap(([zone, views]) => (sideOf(zone) === null && zoneOutline(views) ? [zone] : [])),
    );
    const found = new Map<string, Along[]>();
    for (const part of bodies.own.views[id].parts) {
      if (part.far) continue;
      if (bodies.still.has(part)) {
        for (const one of unchanged(part, wishes, settled, id === 'side')) listOf(found, one.zone).push(one);
        continue;
      }
      const twins = twinsOf(bodies, id, part);
      const solved = solvePart(visit, part, twins, wishes, settled);
      // The side is drawn for the left; the right has the same body under its own hair.
      const right =
        id !== 'side' ? [] : even ? solved.along : solvePart(visit, part, twins, mirrored, settled).along;
      kkt = Math.max(kkt, solved.kkt);
      const others = right.map((one) => ({ ...one, zone: otherSide(one.zone) }));
      for (const one of [...solved.along, ...others]) listOf(found, one.zone).push(one);
    }
    for (const [zone, along] of found) shows(zone, id, along);
  }
  const zones = new Map<string, ZoneOutline>();
  const deficits: Deficit[] = [];
  for (const [zone, views] of seen) {
    const outline = zoneOutline(views);
    if (!outline) continue;
    zones.set(zone, outline);
    deficits.push(...deficitsOf(zone, views));
  }
  return { zones, deficits, kkt };
}

function listOf(found: Map<string, Along[]>, zone: string): Along[] {
  const list = found.get(zone) ?? [];
  found.set(zone, list);
  return list;
}

/** A part that is as it should be wants no change of the zones it shows. */
function unchanged(
  part: ViewPart,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  bothSides: boolean,
): readonly Along[] {
  const shown = new Set(part.stations.flatMap(({ zone, hidden }) => (hidden ? [] : [zone])));
  const names = [...shown].flatMap((zone) => [...new Set(bothSides ? [zone, otherSide(zone)] : [zone])]);
  return names.flatMap((zone) => {
    const wish = wishes.get(zone);
    if (!wish || wish.held || settled.has(zone)) return [];
    return [{ zone, landmark: null, change: 0, leave: wish.hair.stretchedMm, short: null }];
  });
}

/** A zone as one view shows it. */
interface SeenZone {
  readonly view: ViewId;
  readonly along: readonly Along[];
  readonly meanMm: number;
}

/**
 * One answer for a zone: its length changes by the median of what its views want, so that an edge that one view shows does
 * not lengthen the whole place; its shape holds what each view wants at its own landmarks. Null where nobody would see it.
 */
function zoneOutline(views: readonly SeenZone[]): ZoneOutline | null {
  const all = views.flatMap(({ along }) => along);
  const changes = all.map(({ change }) => change);
  const longest = Math.max(...all.map(({ leave }) => Math.abs(leave)));
  if (changes.every((change) => Math.abs(change) < Math.max(SEEN_MM, SEEN_SHARE * longest))) return null;
  const meanMm = median(views.map((one) => one.meanMm));
  const most = views.reduce((a, b) => (Math.abs(b.meanMm) > Math.abs(a.meanMm) ? b : a));
  return {
    view: most.view,
    meanMm: Math.abs(meanMm) < Math.max(WORTH_MM, WORTH_SHARE * longest) ? 0 : tenth(meanMm),
    leastMm: Math.min(...changes),
    mostMm: Math.max(...changes),
    at: atLandmarks(all),
  };
}

/** The mean length at each landmark: seen twice where both sides of the dog show it. */
function atLandmarks(all: readonly Along[]): Record<string, number> {
  const leaves = new Map<string, number[]>();
  for (const { landmark, leave } of all)
    if (landmark !== null) leaves.set(landmark, [...(leaves.get(landmark) ?? []), leave]);
  return Object.fromEntries([...leaves].map(([name, list]) => [name, tenth(average(list))]));
}

function deficitsOf(zone: string, views: readonly SeenZone[]): readonly Deficit[] {
  const worst = new Map<Deficit['kind'], Deficit>();
  for (const { short } of views.flatMap(({ along }) => along)) {
    if (!short || short.byMm < WORTH_SAYING_MM || (worst.get(short.kind)?.byMm ?? 0) >= short.byMm) continue;
    worst.set(short.kind, { zone, ...short });
  }
  return [...worst.values()];
}

/** Nobody measures hair finer, mm. */
const tenth = (mm: number) => Math.round(mm * 10) / 10;

const average = (values: readonly number[]) =>
  values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length;

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = (sorted.length - 1) / 2;
  return ((sorted[Math.floor(half)] ?? 0) + (sorted[Math.ceil(half)] ?? 0)) / 2;
}

/** A place so many stations from a landmark is known by it. */
const NEAR = [0, 1, -1, 2, -2];
/** A zone of one side names its places without it. */
const SIDES = /\.(left|right)$/;

/** What is measured and changes no outline. */
const UNSHAPED: readonly string[] = ['weightKg', 'heightMm'];

/** The same part on this dog without its findings, and on the ideal. */
const twinsOf = ({ bare, ideal }: Bodies, view: ViewId, { id }: ViewPart) =>
  [bare, ideal].map(({ views }) => views[view].parts.find((part) => part.id === id && !part.far)) as [
    ViewPart | undefined,
    ViewPart | undefined,
  ];

function solvePart(
  visit: Case,
  part: ViewPart,
  [bare, ideal]: readonly [ViewPart | undefined, ViewPart | undefined],
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
): { readonly along: readonly Along[]; readonly kkt: number } {
  const { layDeg } = visit.coat;
  const coat = { layDeg, curl: visit.coat.shown === 'reverted' ? visit.coat.curl : 1 };
  const hairOf = (zone: string): ZoneHair => wishes.get(zone)?.hair ?? { stretchedMm: 0 };
  const over = coatOver(part, hairOf, coat);
  const lineOf = (twin: ViewPart | undefined) => {
    if (!twin) return null;
    const line = correspond(part, twin, coatContour(twin, hairOf, coat));
    if (!line || !part.setOn || !twin.setOn) return line;
    const by = minus(part.setOn, twin.setOn);
    return line.map((point) => plus(point, by));
  };
  const standard = lineOf(ideal);
  const ownBone = bare === ideal ? standard : lineOf(bare);
  if (!standard || !ownBone) return { along: [], kkt: 0 };
  const carried = spreadAlong(part, (name) => part.carried[name] ?? 0);
  const n = part.stations.length;
  const target = new Float64Array(n);
  let moved = 0;
  part.stations.forEach(({ point }, i) => {
    const u = over.direction[i] ?? point;
    const wanted = mix(standard[i] ?? point, ownBone[i] ?? point, carried[i] ?? 0);
    const away = minus(wanted, point);
    target[i] = away.x * u.x + away.y * u.y - (over.depth[i] ?? 0);
    moved = Math.max(moved, Math.abs(target[i] ?? 0));
  });
  const { weight, lo, hi } = boundsOf(part, over, wishes, settled);
  const still = { x: new Float64Array(n), kkt: 0 };
  const { x, kkt } =
    moved < SEEN_MM
      ? still
      : solveOutline({
          target,
          weight,
          lo,
          hi,
          smoothness: smoothnessOf(over.spacingMm, n, visit),
          closed: true,
        });
  return { along: alongOf(part, over, wishes, settled, { target, x, hi, lo }), kkt };
}

/** λ that halves a correction of twice a hand's length, from one bump to the next: (length / 2π·spacing)⁴. */
function smoothnessOf(spacingMm: number, stations: number, visit: Case): number {
  const { heightMm } = bodiesOf(visit).own;
  const hand = 2 * HAND_MM * Math.min(1, heightMm / HAND_HEIGHT_MM);
  const length = Math.min(hand, (spacingMm * stations) / PART_SHARE);
  return (length / (2 * Math.PI * spacingMm)) ** 4;
}

/** Changes of depth that are allowed. A held zone is left out of the fit, so that its neighbours are not held with it. */
function boundsOf(
  part: ViewPart,
  over: CoatOver,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
) {
  const n = part.stations.length;
  const weight = new Float64Array(n).fill(HIDDEN);
  const lo = new Float64Array(n).fill(-Infinity);
  const hi = new Float64Array(n).fill(Infinity);
  part.stations.forEach(({ zone, hidden }, i) => {
    const wish = wishes.get(zone);
    if (!wish || wish.held || settled.has(zone)) return;
    if (!hidden) weight[i] = 1;
    const [factor, length] = [over.factor[i] ?? 0, over.length[i] ?? 0];
    lo[i] = Math.min(0, (wish.loMm - length) * factor);
    hi[i] = Math.max(lo[i] ?? 0, (wish.hiMm - length) * factor);
  });
  return { weight, lo, hi };
}

function alongOf(
  part: ViewPart,
  over: CoatOver,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  solved: Readonly<Record<'target' | 'x' | 'lo' | 'hi', Float64Array>>,
): readonly Along[] {
  const n = part.stations.length;
  const named = new Map(Object.entries(part.landmarkStation).map(([name, at]) => [at, name]));
  const between: string[] = [];
  eachStation(part, (station, from, to, share) => {
    between[station] = placeBetween(from, to, share);
  });
  return part.stations.flatMap(({ point, zone, hidden }, i): readonly Along[] => {
    const wish = wishes.get(zone);
    const factor = over.factor[i] ?? 0;
    // On the middle line a place of either side is neither.
    const midline = part.middle !== null && Math.abs(point[part.middle]) < over.spacingMm;
    if (!wish || wish.held || hidden || settled.has(zone) || factor < 0.05) return [];
    if (midline && sideOf(zone) !== null) return [];
    const ends = [-1, 1].some((by) => part.stations[(i + by + n) % n]?.zone !== zone);
    const near = NEAR.map((by) => named.get((i + by + n) % n)).find((name) => name !== undefined);
    const landmark = near?.replace(SIDES, '') ?? (ends ? (between[i] ?? null) : null);
    const change = (solved.x[i] ?? 0) / factor;
    const leave = (over.length[i] ?? 0) + change;
    return [
      {
        zone,
        landmark,
        change,
        leave,
        short: shortOf(solved, i, factor, leave, wish),
      },
    ];
  });
}

function shortOf(
  { target, x, lo, hi }: Readonly<Record<'target' | 'x' | 'lo' | 'hi', Float64Array>>,
  i: number,
  factor: number,
  leave: number,
  wish: ZoneWish,
): Along['short'] {
  const [want, have] = [target[i] ?? 0, x[i] ?? 0];
  const wantedMm = leave + (want - have) / factor;
  if (have >= (hi[i] ?? 0) - 1e-6 && want > have && wish.hiBy !== null) {
    return {
      kind: wish.hiBy === 'hair' ? 'hair-missing' : 'standard-maximum',
      byMm: (want - have) / factor,
      wantedMm,
    };
  }
  if (have <= (lo[i] ?? 0) + 1e-6 && wantedMm < 0)
    return { kind: 'skin-outside', byMm: (have - want) / factor, wantedMm };
  return null;
}
