import type { ViewId } from '../body/body.ts';
import type { Case } from '../case/resolveCase.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import { landmark } from '../body/landmarks.ts';
import { distance } from '../body/geometry.ts';
import type { BreedPack, Rule } from '../packs/breed.ts';
import { TUCK_UPS } from '../outline/ruledLines.ts';
import { rulesFor } from '../packs/rulesFor.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import type { Purpose } from '../terms/dog.ts';
import { isAmong } from '../terms/zone.ts';
import type { IdealDog } from './ideal.ts';
import type { Measured } from './measure.ts';
import { measureFeature, measureParallel, measureShape } from './measure.ts';
import type { SeenDog } from './seen.ts';
import { bare } from './seen.ts';
import { zoneKind } from '../packs/zones.ts';

/** A rule of the standard held against the dog as it is and as it will be. */
export interface RuleCheck {
  readonly rule: Rule;
  /** Under the coat, in the coat there is now, and as planned; null where it is not a matter of figures, or cannot be seen. */
  readonly skin: number | null;
  readonly before: number | null;
  readonly after: number | null;
  /** The view its lines are drawn in; null where it has none. */
  readonly view: ViewId | null;
  /** What the rule allows; null where it is not a matter of figures. */
  readonly range: readonly [number, number] | null;
  readonly kept: boolean | null;
  /** Days until the hair is long enough, where that is all that is missing; null where it is not. */
  readonly daysToGrow: number | null;
}

/** A dog to be held against a standard: as it is now, as it will be, and as the breed draws it. */
export interface Judged {
  readonly now: SeenDog;
  readonly after: SeenDog;
  readonly ideal: IdealDog;
}

/**
 * Every machine-checkable rule of the breed on skin, on the coat there is and on the plan. A standard speaks of the dog, an outline has
 * a trim's coat around it: a proportion is therefore the ideal dog's own under the coat, times (a slope: plus) how far this
 * outline is from the ideal's. What a trim itself shapes (a head, parallel lines, hair that reaches) is measured as it is.
 */
export function againstStandard(visit: Case, judged: Judged, plan: Plan): readonly RuleCheck[] {
  return rulesFor(visit.breed, visit.choices.purpose).map((rule) => checkRule(visit, rule, judged, plan));
}

/** The rules that the planned lengths and tools alone can tell, without any drawing. */
export function plannedAgainstStandard(breed: BreedPack, plan: Plan, purpose: Purpose): readonly RuleCheck[] {
  return rulesFor(breed, purpose).flatMap((rule) => {
    const check = checkLengths(rule, plan);
    return check ? [check] : [];
  });
}

/** Rules that are read off a drawing; null for the others. */
type Drawn = Extract<Rule, { readonly kind: 'ratio' | 'slope' | 'tuckUp' | 'parallel' | 'shape' }>;
const isDrawn = (rule: Rule): rule is Drawn => DRAWN.includes(rule.kind);
const DRAWN: readonly Rule['kind'][] = ['ratio', 'slope', 'tuckUp', 'parallel', 'shape'];

/** What a rule measures, on a dog as it is seen; null where it measures nothing, or what it measures is not to be seen. */
export function measured(rule: Rule, dog: SeenDog): Measured | null {
  switch (rule.kind) {
    case 'ratio':
    case 'slope':
      return measureFeature(dog, rule.feature);
    case 'tuckUp':
      return measureFeature(dog, 'underline');
    case 'parallel':
      return measureParallel(dog, rule.lines);
    case 'shape':
      return measureShape(dog, rule.want);
    default:
      return null;
  }
}

/** What a drawn rule allows. */
function rangeOf(rule: Drawn): readonly [number, number] {
  switch (rule.kind) {
    case 'ratio':
    case 'slope':
      return rule.range;
    case 'tuckUp':
      return TUCK_UPS[rule.want];
    case 'parallel':
      return [0, rule.withinDeg];
    case 'shape':
      return [0, rule.within];
  }
}

/** How a value seen through a trim's coat is read: against the ideal's in the same coat, or as it is. */
function readOff(rule: Drawn, { ideal }: Judged): (value: number) => number {
  if (rule.kind === 'parallel' || rule.kind === 'shape') return (value) => value;
  if (rule.kind === 'ratio' && rule.feature === 'foreFrontShare') return (value) => value;
  const drawn = measured(rule, ideal.seen)?.value;
  const bone = measured(rule, bare(ideal.seen.body))?.value;
  if (drawn === undefined || bone === undefined) return () => NaN;
  return rule.kind === 'ratio' ? (value) => bone * (value / drawn) : (value) => bone + value - drawn;
}

/** How a rule is read off a drawing. */
interface Reading {
  /** Of a dog in its coat; null where it cannot be seen. */
  readonly of: (dog: SeenDog) => number | null;
  /** What the rule allows. */
  readonly range: readonly [number, number];
  /** Whether a value is within that, as an eye reads it. */
  readonly keeps: (value: number) => boolean;
}

/** How a rule reads a dog; null for one that is not read off a drawing. */
export function reading(rule: Rule, judged: Judged): Reading | null {
  if (!isDrawn(rule)) return null;
  const read = readOff(rule, judged);
  const range = rangeOf(rule);
  const step = READ[rule.kind];
  const stepsOf = (value: number) => Math.round(value / step);
  return {
    of: (dog) => {
      const value = measured(rule, dog)?.value;
      const seen = value === undefined ? NaN : read(value);
      return Number.isNaN(seen) ? null : seen;
    },
    range,
    keeps: (value) => within(stepsOf(value), [stepsOf(range[0]), stepsOf(range[1])]),
  };
}

/** What an eye reads off a dog, and no finer: degrees, shares. */
const READ: Readonly<Record<Drawn['kind'], number>> = {
  ratio: 0.01,
  slope: 1,
  tuckUp: 1,
  parallel: 1,
  shape: 0.01,
};

const within = (value: number, [lo, hi]: readonly [number, number]) => value >= lo && value <= hi;

function checkRule(visit: Case, rule: Rule, judged: Judged, plan: Plan): RuleCheck {
  if (rule.kind === 'reach') return checkReach(visit, rule, judged, plan);
  const read = reading(rule, judged);
  if (!read) return checkLengths(rule, plan) ?? { ...UNSEEN, rule };
  const after = read.of(judged.after);
  return {
    rule,
    skin: measured(rule, bare(judged.after.body))?.value ?? null,
    before: read.of(judged.now),
    after,
    range: read.range,
    view: measured(rule, judged.after)?.view ?? null,
    kept: after === null ? null : read.keeps(after),
    daysToGrow: null,
  };
}

const UNSEEN = {
  skin: null,
  before: null,
  after: null,
  range: null,
  view: null,
  kept: null,
  daysToGrow: null,
} as const;
/** A length is read to this, mm. */
const READ_MM = 0.3;

/** What lengths and tools alone tell; null for a rule that is read off a drawing. */
function checkLengths(rule: Rule, plan: Plan): RuleCheck | null {
  switch (rule.kind) {
    case 'maxLength':
    case 'minLength': {
      const longest = rule.kind === 'maxLength';
      const pick = longest ? Math.max : Math.min;
      const zones = lengthsAt(plan, rule.zones);
      const after = pick(...zones.map((zone) => zone.leftMm));
      const before = pick(...zones.map(({ thereMm }) => thereMm));
      const range = longest ? ([0, rule.mm] as const) : ([rule.mm, Infinity] as const);
      const kept = within(after, [range[0] - READ_MM, range[1] + READ_MM]);
      return { ...UNSEEN, rule, before, after, range, kept };
    }
    case 'lengthOrder': {
      const lengths = (kind: string) => lengthsAt(plan, [kind]).map((zone) => zone.leftMm);
      const kept = Math.max(...lengths(rule.shorter)) <= Math.min(...lengths(rule.longer));
      return { ...UNSEEN, rule, kept };
    }
    case 'never': {
      const broken = lengthsAt(plan, rule.zones).some(({ tool }) => tool?.technique === rule.technique);
      return { ...UNSEEN, rule, kept: !broken };
    }
    case 'untouched': {
      const touched = lengthsAt(plan, rule.zones).some(({ leftAlone }) => !leftAlone);
      return { ...UNSEEN, rule, kept: !touched };
    }
    default:
      return null;
  }
}

/** Whether hair is as long as the way it should reach once its curl is back, and when it will be. */
function checkReach(
  { packs, derived: { coat } }: Case,
  rule: Extract<Rule, { kind: 'reach' }>,
  { after: { body } }: Judged,
  plan: Plan,
): RuleCheck {
  const wayMm = distance(landmark(body.landmarks, rule.from), landmark(body.landmarks, rule.to));
  const zones = lengthsAt(plan, [rule.zone]);
  const leftMm = Math.min(...zones.map((zone) => zone.leftMm));
  const hairMm = Math.min(...zones.map(({ thereMm }) => thereMm));
  const kept = leftMm * coat.curl >= wayMm - READ_MM;
  const grows = growthIn(coat, zoneKind(packs.zones, rule.zone));
  return {
    ...UNSEEN,
    rule,
    before: hairMm * coat.curl,
    after: leftMm * coat.curl,
    range: [wayMm, Infinity],
    kept,
    daysToGrow: kept || hairMm * coat.curl >= wayMm ? null : daysToReach(grows, hairMm, wayMm / coat.curl),
  };
}

/** The zones of these kinds, both sides. */
export const lengthsAt = (plan: Plan, kinds: readonly string[]): readonly ZonePlan[] =>
  plan.zones.filter(({ zone }) => isAmong(kinds, zone));
