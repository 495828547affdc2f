import type { Body } from '../body/body.ts';
import type { PartOfCase } from '../case/resolveCase.ts';
import type { Rule } from '../packs/breed.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { zoneKindId } from '../terms/zone.ts';
import { measured, lengthsAt, reading } from './standard.ts';
import type { Judged, RuleCheck } from './standard.ts';
import { inTriedCoat } from './seen.ts';

/** The smallest change of one place that keeps a rule: so many mm more (+) or less (−) than planned, stretched. */
export interface Mend {
  /** A zone kind; where a length holds for several, the one that is furthest off. */
  readonly zone: string;
  /** The largest change of any zone. */
  readonly byMm: number;
  /** What to leave, by zone: of all that need it. */
  readonly lengths: readonly { readonly zone: string; readonly mm: number }[];
}

/** A change is tried by this much, mm. */
const TRY_MM = 3;
/** Less than this moves a rule by nothing that could be told. */
const MOVES = 1e-4;
/** Steps of the search, and how near it comes, as a share of the rule's range. */
const STEPS = 6;
/** Within a rule by this share of what was missing: a change that only just touches it is none. */
const INSIDE = 0.02;
/** More than this is another trim, mm. */
const MOST_MM = 40;

/**
 * The smallest change in one place that would mend a broken rule: for a length what is over or short of it, for what is read off the
 * outline by secant steps along each place that bears on it, within what skin, hair and trim allow. Null where the rule is kept, is not a
 * matter of length, or no one place can mend it.
 */
export function mendOf(
  { derived: { trim } }: PartOfCase<'trim'>,
  { rule, after, range, kept }: RuleCheck,
  judged: Judged,
  plan: Plan,
  curlBack: boolean,
): Mend | null {
  if (kept !== false) return null;
  if (rule.kind === 'lengthOrder') {
    const shortest = Math.min(...lengthsAt(plan, [rule.longer]).map((zone) => zone.leftMm));
    // What a mat has taken is no measure for its neighbours.
    if (lengthsAt(plan, [rule.longer]).some(({ lost }) => lost)) return null;
    const mend = toLength(plan, [rule.shorter], shortest, 'most');
    const [least] = trim.areas[rule.shorter]?.range ?? [0];
    return mend && shortest >= least ? mend : null;
  }
  if (rule.kind === 'maxLength') return toLength(plan, rule.zones, rule.mm, 'most');
  if (rule.kind === 'minLength') return toLength(plan, rule.zones, rule.mm, 'least');
  if (rule.kind === 'reach' && range) return toLength(plan, [rule.zone], range[0] / plan.coat.curl, 'least');
  const read = reading(rule, judged);
  if (!read || after === null) return null;
  const { body } = judged.after;
  const goal = after < read.range[0] ? read.range[0] : read.range[1];
  const aim = goal + (goal - after) * INSIDE;
  const valueWith = (kind: string, tried: Plan) => read.of(inTriedCoat(judged.after, tried, kind, curlBack));
  const mends = kindsSeen(body, rule, judged).flatMap((kind) => {
    const byMm = stepTo(aim, after, (by) => valueWith(kind, changed(plan, kind, by)));
    if (byMm === null) return [];
    const keeps = (mend: Mend) => {
      const value = valueWith(kind, withLengths(plan, mend));
      return value !== null && read.keeps(value);
    };
    return smallestOf(plan, kind, byMm, trim.areas[kind]?.range, keeps) ?? [];
  });
  return mends.reduce<Mend | null>(
    (least, mend) => (least && Math.abs(least.byMm) <= Math.abs(mend.byMm) ? least : mend),
    null,
  );
}

/** Everything of these kinds that is over (or short of) a length brought to it, told by the kind that is furthest off. */
function toLength(plan: Plan, kinds: readonly string[], mm: number, bound: 'most' | 'least'): Mend | null {
  const off = (zone: ZonePlan) => (bound === 'most' ? zone.leftMm - mm : mm - zone.leftMm);
  const beyond = lengthsAt(plan, kinds).filter((zone) => off(zone) > 0);
  const worst = beyond.reduce<ZonePlan | null>(
    (far, zone) => (far && off(far) >= off(zone) ? far : zone),
    null,
  );
  if (!worst) return null;
  const kind = zoneKindId(worst.zone);
  return allowed(
    kind,
    mm - worst.leftMm,
    beyond.map((zone) => ({ zone, mm })),
  );
}

/** A length is told in halves of a millimetre. */
const STEP_MM = 0.5;
/** Steps tried beyond where the search came to. */
const TRIED_STEPS = 4;

/** The smallest change in told steps that keeps the rule, near the change the search came to; null where none does or none is allowed. */
function smallestOf(
  plan: Plan,
  kind: string,
  byMm: number,
  range: readonly [number, number] | undefined,
  keeps: (mend: Mend) => boolean,
): Mend | null {
  const about = Math.max(1, Math.round(Math.abs(byMm) / STEP_MM));
  const after = (steps: number) => {
    const mend = byAll(plan, kind, Math.sign(byMm) * steps * STEP_MM, range);
    return mend && keeps(mend) ? mend : null;
  };
  let most = about;
  while (most < about + TRIED_STEPS && after(most) === null) most++;
  let [least, best] = [0, after(most)];
  // Between no change, which breaks the rule, and one that keeps it.
  while (best !== null && most - least > 1) {
    const middle = Math.floor((least + most) / 2);
    const mend = after(middle);
    if (mend) [most, best] = [middle, mend];
    else least = middle;
  }
  return best;
}

/** Both sides of a place changed by as much, while it still reads as the trim. */
function byAll(
  plan: Plan,
  kind: string,
  byMm: number,
  [lo, hi]: readonly [number, number] = [0, Infinity],
): Mend | null {
  const lengths = lengthsAt(plan, [kind]).map((zone) => ({
    zone,
    mm: Math.round((zone.leftMm + byMm) / STEP_MM) * STEP_MM,
  }));
  // What is beside its range already may come nearer to it.
  const reads = byMm > 0 ? ({ mm }: { mm: number }) => mm <= hi : ({ mm }: { mm: number }) => mm >= lo;
  return lengths.every(reads) ? allowed(kind, byMm, lengths) : null;
}

/** The change that brings a value to its aim, by secant steps; null where the place moves it too little. */
function stepTo(aim: number, now: number, valueAt: (byMm: number) => number | null): number | null {
  let [a, fa] = [0, now];
  let b = TRY_MM;
  for (let step = 0; step < STEPS; step++) {
    const fb = valueAt(b);
    if (fb === null || Math.abs(fb - fa) < MOVES * Math.abs(b - a)) return null;
    if (Math.abs(fb - aim) < Math.abs(aim - now) * INSIDE) return b;
    const next = b + ((aim - fb) * (b - a)) / (fb - fa);
    [a, fa, b] = [b, fb, next];
    if (Math.abs(b) > MOST_MM) return null;
  }
  return b;
}

/** The change if skin and hair allow it everywhere. */
function allowed(
  kind: string,
  byMm: number,
  lengths: readonly { readonly zone: ZonePlan; readonly mm: number }[],
): Mend | null {
  const fits = lengths.every(
    ({ zone: { floorMm, ceilingMm, protectedBy, lost }, mm }) =>
      protectedBy === null && !lost && mm >= floorMm && mm <= (ceilingMm ?? Infinity),
  );
  if (lengths.length === 0 || !fits) return null;
  return { zone: kind, byMm, lengths: lengths.map(({ zone, mm }) => ({ zone: zone.zone, mm })) };
}

const changed = (plan: Plan, kind: string, byMm: number): Plan => ({
  ...plan,
  zones: plan.zones.map((zone) =>
    zoneKindId(zone.zone) === kind ? { ...zone, leftMm: Math.max(0, zone.leftMm + byMm) } : zone,
  ),
});

/** The plan with the lengths a mend would leave. */
function withLengths(plan: Plan, { lengths }: Mend): Plan {
  const mmAt = new Map(lengths.map(({ zone, mm }) => [zone, mm]));
  return {
    ...plan,
    zones: plan.zones.map((zone) => ({ ...zone, leftMm: mmAt.get(zone.zone) ?? zone.leftMm })),
  };
}

/** The kinds of zone on the contours of the view a rule is read in. */
function kindsSeen(body: Body, rule: Rule, { after }: Judged): readonly string[] {
  const view = measured(rule, after)?.view;
  if (view === undefined) return [];
  const parts = body.views[view].parts.filter(({ far }) => !far);
  return [...new Set(parts.flatMap(({ zones }) => zones.map(zoneKindId)))];
}
