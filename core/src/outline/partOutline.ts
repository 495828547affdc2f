import type { Body } from '../body/body.ts';
import { minus, mix, plus } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Case } from '../case/resolveCase.ts';
import type { HeadForm } from '../packs/breed.ts';
import { rulesFor } from '../packs/rulesFor.ts';
import type { Deficit } from '../targets/outlined.ts';
import { otherSide, sideOf } from '../terms/zone.ts';
import { correspond, eachStation, placeBetween, spreadAlong } from './alongPart.ts';
import type { CoatOver, ZoneHair } from './coatContour.ts';
import { coatContour, coatOver } from './coatContour.ts';
import { headForm } from './headForm.ts';
import { ruleRows } from './ruleRows.ts';
import { solveOutline } from '../solver/solve.ts';

/** What a zone brings to the outline: how the trim draws it, and how short and long it may become, stretched mm. */
export interface ZoneWish {
  readonly hair: ZoneHair;
  readonly loMm: number;
  /** What skin and welfare allow. */
  readonly floorMm: number;
  readonly hiMm: number;
  readonly hiBy: 'hair' | 'trim';
  /** What still reads as the trim: a head is shaped to no more, and at its sides to less. */
  readonly trimMm: readonly [number, number];
  /** The outline does not change it. */
  readonly held: boolean;
}

/** What the outline asks of one place of a contour. */
export interface Along {
  readonly zone: string;
  readonly landmark: string | null;
  /** Stretched mm: to add, and to leave. */
  readonly change: number;
  readonly leave: number;
  readonly short: { readonly kind: Deficit['kind']; readonly byMm: number; readonly wantedMm: number } | null;
}

/** Corrections shorter than about a hand are smoothed away, mm on a dog this high or higher; in proportion below (prior). */
const HAND_MM = 80;
const HAND_HEIGHT_MM = 500;
/** On an ear, a foot or a tail: than this part of the way round it. */
const PART_SHARE = 4;
const HIDDEN = 1e-3;
/** Forms whose crown falls off to its sides: those come to this share of what the trim leaves at least (prior). */
const ROUNDED: readonly HeadForm[] = ['dome', 'pear'];
const FORM_LEAST = 0.4;
/** Nothing is solved for less, mm. */
const STILL_MM = 1;
/** A place so many stations from a landmark is known by it. */
const NEAR = [0, 1, -1, 2, -2];
/** A zone of one side names its places without it. */
const SIDES = /\.(left|right)$/;

/** A part that is as it should be wants no change of the zones it shows. */
export function unchanged(
  part: ViewPart,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  bothSides: boolean,
): readonly Along[] {
  const shown = part.zonesSeen;
  const names = bothSides ? [...new Set(shown.flatMap((zone) => [zone, otherSide(zone)]))] : shown;
  return names.flatMap((zone) => {
    const wish = wishes.get(zone);
    if (!wish || wish.held || settled.has(zone)) return [];
    return [{ zone, landmark: null, change: 0, leave: wish.hair.stretchedMm, short: null }];
  });
}

/**
 * One part of one view, solved: this dog's contour in its coat against the ideal's and against that of its own bone; a head that the
 * trim shapes against its form. The side of
 * the head, the tail are held against the standard from where they are set on.
 */
export function solvePart(
  visit: Case,
  body: Pick<Body, 'landmarks' | 'heightMm'>,
  part: ViewPart,
  [bare, ideal]: readonly [ViewPart | undefined, ViewPart | undefined],
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  form: HeadForm | null,
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
  const carried = spreadAlong(part, (name) => part.carried[name] ?? 0);
  const [held, rides] = [0, 1].map((share) => carried.every((one) => one === share));
  const standard = lineOf(rides ? bare : ideal);
  const ownBone = held || rides || bare === ideal ? standard : lineOf(bare);
  if (!standard || !ownBone) return { along: [], kkt: 0 };
  const formDepth = form && bare ? headForm(form, bare, coatContour(bare, hairOf, coat)) : null;
  const n = part.stations.length;
  const target = new Float64Array(n);
  const follows = new Set<number>();
  let moved = 0;
  part.stations.forEach(({ point }, i) => {
    const u = over.direction[i] ?? point;
    const wanted = mix(standard[i] ?? point, ownBone[i] ?? point, carried[i] ?? 0);
    const away = minus(wanted, point);
    const formed = formDepth?.(point, u) ?? 'as-drawn';
    if (formed === 'follows') follows.add(i);
    else if (formed === 'as-drawn') target[i] = away.x * u.x + away.y * u.y - (over.depth[i] ?? 0);
    // The form is of the hair that is left, before edges between places are bevelled.
    else target[i] = formed - (over.length[i] ?? 0) * (over.factor[i] ?? 0);
    moved = Math.max(moved, Math.abs(target[i] ?? 0));
  });
  const { weight, lo, hi } = boundsOf(part, over, wishes, settled, form);
  for (const i of follows) weight[i] = HIDDEN;
  const smoothness = smoothnessOf(over.spacingMm, n, body.heightMm);
  const problem = { target, weight, lo, hi, smoothness, closed: true };
  const still = { x: new Float64Array(n), kkt: 0 };
  const free = moved < STILL_MM ? still : solveOutline(problem);
  const skin =
    ideal &&
    correspond(
      part,
      ideal,
      ideal.stations.map(({ point: at }) => at),
    );
  const rows =
    moved < STILL_MM || form !== null || !skin
      ? []
      : ruleRows(rulesFor(visit.breed, visit.purpose), {
          part,
          body,
          over,
          weight,
          change: free.x,
          wanted: target,
          idealSkin: skin,
          idealCoat: standard,
        });
  const { x, kkt } = rows.length === 0 ? free : solveOutline({ ...problem, rows });
  return { along: alongOf(part, over, wishes, settled, { target, x, hi, lo }, form !== null), kkt };
}

/** λ that halves a correction of twice a hand's length, from one bump to the next: (length / 2π·spacing)⁴. */
function smoothnessOf(spacingMm: number, stations: number, heightMm: number): number {
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
  form: HeadForm | null,
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
    const rounded = form !== null && ROUNDED.includes(form);
    const leastMm = rounded ? Math.max(wish.floorMm, FORM_LEAST * wish.trimMm[0]) : wish.loMm;
    lo[i] = Math.min(0, (leastMm - length) * factor);
    const mostMm = form !== null ? Math.min(wish.hiMm, Math.max(wish.trimMm[1], length)) : wish.hiMm;
    hi[i] = Math.max(lo[i] ?? 0, (mostMm - length) * factor);
  });
  return { weight, lo, hi };
}

function alongOf(
  part: ViewPart,
  over: CoatOver,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  solved: Readonly<Record<'target' | 'x' | 'lo' | 'hi', Float64Array>>,
  formed: boolean,
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
    const ends = [-1, 1].some((by) => {
      const beside = part.stations[(i + by + n) % n];
      return beside?.zone !== zone || beside.hidden;
    });
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
        short: formed ? null : shortOf(solved, i, factor, leave, wish),
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
  if (have >= (hi[i] ?? 0) - 1e-6 && want > have) {
    return {
      kind: wish.hiBy === 'hair' ? 'hair-missing' : 'trim-maximum',
      byMm: (want - have) / factor,
      wantedMm,
    };
  }
  if (have <= (lo[i] ?? 0) + 1e-6 && wantedMm < 0)
    return { kind: 'skin-outside', byMm: (have - want) / factor, wantedMm };
  return null;
}
