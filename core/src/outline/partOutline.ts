import type { Body } from '../body/body.ts';
import { handMm } from '../body/hand.ts';
import type { ViewPart } from '../body/view.ts';
import type { Case } from '../case/resolveCase.ts';
import type { HeadForm } from '../packs/breed.ts';
import { rulesFor } from '../packs/rulesFor.ts';
import type { Deficit } from '../targets/outlineChanges.ts';
import { otherSide } from '../terms/zone.ts';
import type { CoatOver, ZoneHair } from '../contour/coatContour.ts';
import type { PartWanted, Twins } from './partWanted.ts';
import { partWanted } from './partWanted.ts';
import { placesSeen } from '../contour/placesSeen.ts';
import { ruleRows } from './ruleRows.ts';
import type { OutlineSolution } from '../solver/solve.ts';
import { solveOutline } from '../solver/solve.ts';

/** The drawn length and the solver bounds of a place, stretched mm. */
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
export interface StationChange {
  readonly zone: string;
  /** Of its part; null where the whole zone is meant. */
  readonly station: number | null;
  readonly landmark: string | null;
  /** Stretched mm: to add, and to leave. */
  readonly change: number;
  readonly leave: number;
  readonly short: { readonly kind: Deficit['kind']; readonly byMm: number; readonly wantedMm: number } | null;
}

/** On an ear, a foot or a tail: than this part of the way round it. */
const PART_SHARE = 4;
const HIDDEN = 1e-3;
/** Forms whose crown falls off to its sides: those come to this share of what the trim leaves at least (prior). */
const ROUNDED: readonly HeadForm[] = ['dome', 'pear'];
const FORM_LEAST = 0.4;
/** Nothing is solved for less, mm. */
const STILL_MM = 1;
/** Stations with a smaller d(depth)/d(length) are ignored. */
const STANDS_OFF = 0.05;

/** A part that is as it should be wants no change of the zones it shows. */
export function unchanged(
  part: ViewPart,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  bothSides: boolean,
): readonly StationChange[] {
  const shown = part.zonesSeen;
  const names = bothSides ? [...new Set(shown.flatMap((zone) => [zone, otherSide(zone)]))] : shown;
  return names.flatMap((zone) => {
    const wish = wishes.get(zone);
    if (!wish || wish.held || settled.has(zone)) return [];
    return [{ zone, station: null, landmark: null, change: 0, leave: wish.hair.stretchedMm, short: null }];
  });
}

export interface PartAnswer {
  readonly along: readonly StationChange[];
  /** The worst optimality violation, relative. */
  readonly kkt: number;
}

/** A part solved, with what was wanted of it and which bounds its answer presses. */
export interface PartSolution extends PartAnswer {
  readonly wanted: PartWanted | null;
  /**
   * The bounds it presses before the breed's rules are asked, and with the rows they add; null where nothing is
   * solved or none is.
   */
  readonly free: Pick<OutlineSolution, 'pressed'> | null;
  readonly ruled: Pick<OutlineSolution, 'pressed'> | null;
}

/**
 * One part of one view, solved for the smoothest change that comes near what is wanted of it between what may
 * be and can be. `alike`: the same part under the same hair, solved within other bounds; what is wanted is
 * taken from there, and the search starts at its answer.
 */
export function solvePart(
  visit: Case,
  body: Pick<Body, 'landmarks' | 'heightMm'>,
  part: ViewPart,
  twins: Twins,
  wishes: ReadonlyMap<string, ZoneWish>,
  settled: ReadonlySet<string>,
  form: HeadForm | null,
  alike: PartSolution | null = null,
): PartSolution {
  const wanted = alike ? alike.wanted : partWanted(part, twins, hairFrom(wishes), coatOf(visit), form);
  if (!wanted) return { along: [], kkt: 0, wanted, free: null, ruled: null };
  const { over, target, mostMm, follows, idealSkin, idealCoat } = wanted;
  const { weight, lo, hi } = boundsOf(part, over, wishes, settled, form);
  for (const i of follows) weight[i] = HIDDEN;
  const smoothness = smoothnessOf(over.spacingMm, target.length, body.heightMm);
  const problem = { target, weight, lo, hi, smoothness, closed: true };
  const free = mostMm < STILL_MM ? null : solveOutline(problem, alike?.free);
  const rows =
    !free || form !== null || !idealSkin
      ? []
      : ruleRows(rulesFor(visit.breed, visit.choices.purpose), {
          part,
          body,
          over,
          weight,
          change: free.x,
          wanted: target,
          idealSkin,
          idealCoat,
        });
  const ruled = rows.length === 0 ? null : solveOutline({ ...problem, rows }, alike?.ruled ?? free);
  const { x, kkt } = ruled ?? free ?? { x: new Float64Array(target.length), kkt: 0 };
  const along = alongOf(part, over, wishes, settled, { target, x, hi, lo }, form !== null);
  return { along, kkt, wanted, free, ruled };
}

const hairFrom =
  (wishes: ReadonlyMap<string, ZoneWish>) =>
  (zone: string): ZoneHair =>
    wishes.get(zone)?.hair ?? NO_HAIR;
const NO_HAIR: ZoneHair = { stretchedMm: 0 };

/** The coat as the finished dog shows it. */
const coatOf = ({
  derived: {
    coat: { layDeg, curl, shown },
  },
}: Case) => ({
  layDeg,
  curl: shown === 'reverted' ? curl : 1,
});

/** λ that halves a correction of twice a hand's width, from one bump to the next: (length / 2π·spacing)⁴. */
function smoothnessOf(spacingMm: number, stations: number, heightMm: number): number {
  const length = Math.min(2 * handMm(heightMm), (spacingMm * stations) / PART_SHARE);
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
): readonly StationChange[] {
  return placesSeen(part).flatMap(({ station, zone, landmark }): readonly StationChange[] | StationChange => {
    const wish = wishes.get(zone);
    const factor = over.factor[station] ?? 0;
    if (!wish || wish.held || settled.has(zone) || factor < STANDS_OFF) return NONE;
    const change = (solved.x[station] ?? 0) / factor;
    const leave = (over.length[station] ?? 0) + change;
    const short = formed ? null : shortOf(solved, station, factor, leave, wish);
    return { zone, station, landmark, change, leave, short };
  });
}
const NONE: readonly StationChange[] = [];

function shortOf(
  { target, x, lo, hi }: Readonly<Record<'target' | 'x' | 'lo' | 'hi', Float64Array>>,
  i: number,
  factor: number,
  leave: number,
  wish: ZoneWish,
): StationChange['short'] {
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
