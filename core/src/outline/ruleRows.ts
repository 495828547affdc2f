import type { Body } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import { plus, times } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { BodyLine, Proportion, Rule, Slope } from '../packs/breed.ts';
import type { LineAlong } from '../contour/alongPart.ts';
import { stretchOf } from '../contour/alongPart.ts';
import type { CoatOver } from '../contour/coatContour.ts';
import { BODY_LINES, TRUNK_LINES, TUCK_UPS } from './ruledLines.ts';
import type { OutlineRow } from '../solver/problem.ts';

/** A part that was solved: its coat, the change of depth found, and the ideal's skin and coat at the same stations. */
export interface Solved {
  readonly part: ViewPart;
  readonly body: Pick<Body, 'landmarks' | 'heightMm'>;
  readonly over: CoatOver;
  readonly change: ArrayLike<number>;
  /** The change the outline wants, mm. */
  readonly wanted: ArrayLike<number>;
  /** Less than 1 where a place is hidden or not to be changed. */
  readonly weight: ArrayLike<number>;
  readonly idealSkin: LineAlong;
  readonly idealCoat: LineAlong;
}

/** What a rule is worth against the fit of one station: it is kept to a few hundredths of what was missing (prior). */
const WEIGHT = 50;
/** What the outline wants against a rule counts from here, mm. */
const AGAINST_MM = 0.3;
/** Less is rounding, radians or mm. */
const ROUNDING_EPS = 1e-9;
/** A rule is followed where so much of what moves it may move. */
const ENOUGH = 0.75;
/** A station belongs to an edge that it faces by so much (the sine of 17°). */
const FACES = 0.3;

/**
 * Rows that bring what the breed's rules say of a part's lines into what they allow, where the part as solved
 * is outside: the slope of top- and underline, the outer lines of a pair of legs, and how much of the foreleg's
 * column stands before the bone. A slope is what the standard means under the coat: the ideal's own, plus how
 * far this outline is from the ideal's. Each row turns a line about its middle, or moves a column as a whole:
 * it is the least change that does.
 */
export function ruleRows(rules: readonly Rule[], solved: Solved): readonly OutlineRow[] {
  return rules.flatMap((rule): readonly OutlineRow[] => {
    const row = rowFor(rule, solved);
    return row ? [row] : [];
  });
}

function rowFor(rule: Rule, solved: Solved): OutlineRow | null {
  if (rule.kind === 'slope') return slopeRow(rule.feature, rule.range, solved);
  if (rule.kind === 'tuckUp') return slopeRow('underline', TUCK_UPS[rule.want], solved);
  if (rule.kind === 'ratio') return shareRow(rule.feature, rule.range, solved);
  if (rule.kind === 'parallel') return plumbRow(rule.lines, rule.withinDeg, solved);
  return null;
}

type Range = readonly [lo: number, hi: number];
const within = (value: number, [lo, hi]: Range) => Math.min(hi, Math.max(lo, value));

/**
 * A change of `by` of a value that goes with the changes of depth by `a` at stations, from the change already
 * found, made by those that the outline does not want to go the other way. Null where those are too few: the
 * outline comes first, and what it breaks is said.
 */
function rowOf(
  stations: readonly (readonly [number, number])[],
  by: number,
  { change, wanted, weight }: Solved,
): OutlineRow | null {
  const free = stations.filter(([i, a]) => a !== 0 && (weight[i] ?? 0) >= 1);
  const at = free.filter(([i, a]) => Math.sign(by * a) * (wanted[i] ?? 0) > -AGAINST_MM);
  const power = (of: readonly (readonly [number, number])[]) => of.reduce((sum, [, a]) => sum + a * a, 0);
  if (at.length === 0 || power(at) < ENOUGH * power(free)) return null;
  const norm = Math.sqrt(power(at));
  const found = at.reduce((sum, [i, a]) => sum + a * (change[i] ?? 0), 0);
  return { at: at.map(([i, a]) => [i, a / norm] as const), value: (found + by) / norm, weight: WEIGHT };
}

/** Where the coat's surface lies over a station, as solved. */
function surfaceAt({ part, over, change }: Solved, i: number): Point {
  const { point } = part.stations[i] as ViewPart['stations'][number];
  return plus(point, times(over.direction[i] ?? point, (over.depth[i] ?? 0) + (change[i] ?? 0)));
}

const slopeOf = (a: Point, b: Point) => Math.atan2(b.y - a.y, b.x - a.x);
const DEG = Math.PI / 180;

/** The trunk's line turned by as much as it is too steep: y = α + β·x through its stations by least squares, β moved. */
function slopeRow(line: Slope, range: Range, solved: Solved): OutlineRow | null {
  const { part, body, over, idealSkin, idealCoat } = solved;
  if (line === 'croup' || part.id !== 'trunk') return null;
  const { edge, from, to } = TRUNK_LINES[line];
  const [a, b] = [from, to].map(
    ([name, behind]) => (body.landmarks[name]?.x ?? NaN) + behind * body.heightMm,
  ) as [number, number];
  const along = part.stations.flatMap(({ point, normal, hidden }, i) => {
    const faces = edge === 'top' ? normal.y : -normal.y;
    return !hidden && faces > FACES && point.x >= a && point.x <= b ? [i] : [];
  });
  const ordered = [...along].sort((i, k) => surfaceAt(solved, i).x - surfaceAt(solved, k).x);
  const [first, last] = [ordered[0], ordered.at(-1)];
  if (first === undefined || last === undefined || along.length < 3) return null;
  const between = (line: LineAlong) => slopeOf(line(first), line(last));
  const now = slopeOf(surfaceAt(solved, first), surfaceAt(solved, last));
  const shown = between(idealSkin) + now - between(idealCoat);
  const turn = within(shown, [range[0] * DEG, range[1] * DEG]) - shown;
  if (Math.abs(turn) < ROUNDING_EPS) return null;
  const turns = fitOf(along.map((i) => surfaceAt(solved, i).x));
  const at = along.map((i, k) => [i, (turns[k] ?? 0) * (over.direction[i]?.y ?? 0)] as const);
  return rowOf(at, Math.tan(now + turn) - Math.tan(now), solved);
}

/**
 * What each of some values does to the slope of a line fitted through them over `along`: (alongₖ − mean) / Σ
 * (along − mean)².
 */
function fitOf(along: readonly number[]): readonly number[] {
  const middle = along.reduce((sum, one) => sum + one, 0) / along.length;
  const spread = along.reduce((sum, one) => sum + (one - middle) ** 2, 0);
  return along.map((one) => (one - middle) / spread);
}

/**
 * One of two mirrored lines of legs: parallel within so many degrees, each is plumb within half of it. x = α +
 * γ·y, γ moved.
 */
function plumbRow(lines: readonly BodyLine[], withinDeg: number, solved: Solved): OutlineRow | null {
  const { part, over } = solved;
  const [own, other] = lines.map((line) => BODY_LINES[line]);
  const mine = [own, other].find((line) => line?.[1] === part.id);
  if (!mine || own?.[1] === other?.[1]) return null;
  const along = stretchOf(part, mine[2], mine[3]);
  if (along.length < 3) return null;
  const surface = along.map((i) => surfaceAt(solved, i));
  const turns = fitOf(surface.map(({ y }) => y));
  const lean = surface.reduce((sum, { x }, k) => sum + (turns[k] ?? 0) * x, 0);
  const most = Math.tan((withinDeg / 2) * DEG);
  const turn = within(lean, [-most, most]) - lean;
  if (Math.abs(turn) < ROUNDING_EPS) return null;
  const at = along.map((i, k) => [i, (turns[k] ?? 0) * (over.direction[i]?.x ?? 0)] as const);
  return rowOf(at, turn, solved);
}

/**
 * The foreleg's column moved on its bone: (bone − front) = share · (back − front), front and back the means of
 * its edges.
 */
function shareRow(feature: Proportion, range: Range, solved: Solved): OutlineRow | null {
  const { part, body, over } = solved;
  const { elbow, kneeFront, kneeBack, foreFront } = body.landmarks;
  if (feature !== 'foreFrontShare' || part.id !== 'foreleg' || part.far) return null;
  if (!elbow || !foreFront || !kneeFront || !kneeBack) return null;
  const [low, high] = [(kneeFront.y + kneeBack.y) / 2, (foreFront.y + elbow.y) / 2];
  const edge = (sign: number) =>
    part.stations.flatMap(({ point, normal, hidden }, i) =>
      !hidden && sign * normal.x > FACES && point.y >= low && point.y <= high ? [i] : [],
    );
  const [front, back] = [edge(-1), edge(1)];
  if (front.length === 0 || back.length === 0) return null;
  const mean = (stations: readonly number[]) =>
    stations.reduce((sum, i) => sum + surfaceAt(solved, i).x, 0) / stations.length;
  const bone = (foreFront.x + elbow.x + kneeFront.x + kneeBack.x) / 4;
  const [f, k] = [mean(front), mean(back)];
  const share = within((bone - f) / (k - f), range);
  const off = bone - f - share * (k - f);
  if (Math.abs(off) < ROUNDING_EPS) return null;
  const moves = (stations: readonly number[], a: number) =>
    stations.map((i) => [i, (a / stations.length) * (over.direction[i]?.x ?? 0)] as const);
  return rowOf([...moves(front, share - 1), ...moves(back, -share)], -off, solved);
}
