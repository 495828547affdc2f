import type { Body } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import type { Outline } from '../outline/outline.ts';
import type { BreedPack, Feature, Rule } from '../packs/breed.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import type { Purpose } from '../terms/dog.ts';
import { zoneKindId } from '../terms/zone.ts';
import type { IdealDog } from './ideal.ts';

/** A rule of the standard held against the dog as it is and as it will be. */
export interface RuleCheck {
  readonly rule: Rule;
  /** Null where this view or this plan cannot tell. */
  readonly before: number | null;
  readonly after: number | null;
  readonly kept: boolean | null;
}

/**
 * Every machine-checkable rule of the breed, before → after, from the coat outlines of the side view (what the judge
 * sees) and the planned lengths. A standard speaks of the dog, an outline has a trim's coat around it: a proportion is
 * therefore the ideal dog's own under the coat, times (a slope: plus) how far this outline is from the ideal's.
 */
export function againstStandard(
  breed: BreedPack,
  body: Body,
  now: Outline,
  after: Outline,
  plan: Plan,
  ideal: IdealDog,
  purpose: Purpose,
): readonly RuleCheck[] {
  const skin = featuresOf(ideal.body, skinOutline(ideal.body));
  const drawn = featuresOf(ideal.body, ideal.outline);
  const before = heldAgainst(featuresOf(body, now), drawn, skin);
  const then = heldAgainst(featuresOf(body, after), drawn, skin);
  return rulesFor(breed, purpose).map((rule) => checkRule(rule, before, then, plan));
}

/** The rules that the planned lengths and tools alone can tell, without any drawing. */
export function plannedAgainstStandard(breed: BreedPack, plan: Plan, purpose: Purpose): readonly RuleCheck[] {
  return rulesFor(breed, purpose)
    .map((rule) => checkRule(rule, NO_FEATURES, NO_FEATURES, plan))
    .filter(({ kept }) => kept !== null);
}

/** A rule of show presentation is no business of a pet trim. */
const rulesFor = ({ rules }: BreedPack, purpose: Purpose): readonly Rule[] =>
  rules.filter(({ purposes }) => purposes?.includes(purpose) ?? true);

const skinOutline = (body: Body): Outline =>
  body.views.side.parts.map(({ id, far, stations }) => ({
    id,
    far,
    contour: stations.map((s) => s.point),
  }));

const RATIOS: readonly Feature[] = ['lengthToHeight', 'legToDepth'];

function heldAgainst(seen: Features, drawn: Features, skin: Features): Features {
  const held: Record<Feature, number | null> = { ...NO_FEATURES };
  for (const feature of Object.keys(held) as Feature[]) {
    const [value, ideal, bone] = [seen[feature], drawn[feature], skin[feature]];
    if (value === null || ideal === null || bone === null) continue;
    held[feature] = RATIOS.includes(feature) ? bone * (value / ideal) : bone + value - ideal;
  }
  return held;
}

type Features = Readonly<Record<Feature, number | null>>;

/** Proportions of the dog with its coat on: ratios, and slopes in degrees (positive: higher behind). */
export function featuresOf(body: Body, outline: Outline): Features {
  const lines = featureLines(body, outline);
  if (!lines) return NO_FEATURES;
  const { lengthToHeight, legToDepth, topline, underline } = lines;
  return {
    lengthToHeight: lengthOf(lengthToHeight[0]) / lengthOf(lengthToHeight[1]),
    legToDepth: lengthOf(legToDepth[0]) / lengthOf(legToDepth[1]),
    topline: slopeOf(topline[0]),
    underline: slopeOf(underline[0]),
  };
}

type Line = readonly [Point, Point];

/**
 * What is measured for each feature, on the coat's outline from the side, mm: a ratio is the first line to the second, a slope
 * is that of its line. Null where the outline lacks the trunk.
 */
export function featureLines(
  { landmarks, heightMm }: Body,
  outline: Outline,
): {
  readonly lengthToHeight: readonly [Line, Line];
  readonly legToDepth: readonly [Line, Line];
  readonly topline: readonly [Line];
  readonly underline: readonly [Line];
} | null {
  const part = (id: string) => outline.find((p) => p.id === id && !p.far)?.contour ?? [];
  const trunk = part('trunk');
  const near = [...trunk, ...part('foreleg'), ...part('hindleg')];
  const { withers, hipTop, brisket, tuckUp, forechest, elbow } = landmarks;
  if (!withers || !hipTop || !brisket || !tuckUp || !forechest || !elbow || trunk.length === 0) return null;
  const lowest = Math.min(...near.map((p) => p.y), 0);
  const atTop = (x: number, otherwise: Point) => ({ x, y: topAt(trunk, x) ?? otherwise.y });
  const atUnder = (x: number, otherwise: Point) => ({ x, y: bottomAt(trunk, x) ?? otherwise.y });
  const top = atTop(withers.x + 0.03 * heightMm, withers);
  const under = atUnder(brisket.x + 0.04 * heightMm, brisket);
  const torso = near.filter((p) => p.y > elbow.y * 1.02);
  const [front, rear] = [Math.min(...torso.map((p) => p.x)), Math.max(...torso.map((p) => p.x))];
  const level = (x: number) => ({ x, y: elbow.y });
  const plumb = (y: number) => ({ x: under.x, y });
  return {
    lengthToHeight: [
      [level(front), level(rear)],
      [{ x: top.x, y: lowest }, top],
    ],
    legToDepth: [
      [plumb(lowest), under],
      [under, plumb(top.y)],
    ],
    topline: [[atTop(withers.x + 0.08 * heightMm, withers), atTop(hipTop.x, hipTop)]],
    underline: [[atUnder(brisket.x + 0.05 * heightMm, brisket), atUnder(tuckUp.x, tuckUp)]],
  };
}

const lengthOf = ([a, b]: Line) => Math.hypot(b.x - a.x, b.y - a.y);
const slopeOf = ([a, b]: Line) => (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;

const NO_FEATURES: Features = {
  lengthToHeight: null,
  legToDepth: null,
  topline: null,
  underline: null,
};

type HeightAt = (line: readonly Point[], x: number) => number | null;

const crossings = (line: readonly Point[], x: number): number[] => {
  const ys: number[] = [];
  let b = line[line.length - 1];
  for (const a of line) {
    if (b && a.x > x !== b.x > x) ys.push(a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y));
    b = a;
  }
  return ys;
};
const topAt: HeightAt = (line, x) => {
  const ys = crossings(line, x);
  return ys.length > 0 ? Math.max(...ys) : null;
};
const bottomAt: HeightAt = (line, x) => {
  const ys = crossings(line, x);
  return ys.length > 0 ? Math.min(...ys) : null;
};

function checkRule(rule: Rule, before: Features, after: Features, plan: Plan): RuleCheck {
  switch (rule.kind) {
    case 'ratio':
    case 'slope': {
      const value = after[rule.feature];
      const kept = value === null ? null : value >= rule.range[0] && value <= rule.range[1];
      return { rule, before: before[rule.feature], after: value, kept };
    }
    case 'tuckUp': {
      const value = after.underline;
      const bands = { none: [-90, 2], moderate: [2, 14], definite: [10, 90] } as const;
      const [lo, hi] = bands[rule.want];
      return {
        rule,
        before: before.underline,
        after: value,
        kept: value === null ? null : value >= lo && value <= hi,
      };
    }
    case 'maxLength':
    case 'minLength': {
      const longest = rule.kind === 'maxLength';
      const pick = longest ? Math.max : Math.min;
      const zones = lengthsAt(plan, rule.zones);
      const left = pick(...zones.map((zone) => zone.leftMm));
      const hair = pick(...zones.map((zone) => zone.hairMm ?? zone.leftMm));
      return {
        rule,
        before: hair,
        after: left,
        kept: longest ? left <= rule.mm + 0.3 : left >= rule.mm - 0.3,
      };
    }
    case 'lengthOrder': {
      const lengths = (kind: string) => lengthsAt(plan, [kind]).map((zone) => zone.leftMm);
      const kept = Math.max(...lengths(rule.shorter)) <= Math.min(...lengths(rule.longer));
      return { rule, before: null, after: null, kept };
    }
    case 'never': {
      const broken = lengthsAt(plan, rule.zones).some(({ tool }) => tool?.technique === rule.technique);
      return { rule, before: null, after: null, kept: !broken };
    }
    case 'untouched': {
      const touched = lengthsAt(plan, rule.zones).some(({ leftAlone }) => !leftAlone);
      return { rule, before: null, after: null, kept: !touched };
    }
  }
}

/** The zones of these kinds, both sides. */
const lengthsAt = (plan: Plan, kinds: readonly string[]): readonly ZonePlan[] =>
  plan.zones.filter(({ zone }) => kinds.includes(zoneKindId(zone)));
