import type { BodyLine, Feature, HeadShape, LengthUnit, Rule, RuleCheck } from '@kurrel/core';
import { formatLength } from '@kurrel/core';

const FEATURE: Readonly<Record<Feature, string>> = {
  lengthToHeight: 'length : height',
  legToDepth: 'leg : depth',
  bladeToUpperArm: 'blade : upper arm',
  foreFrontShare: 'in front of the bone',
  topline: 'top line',
  underline: 'underline',
  croup: 'croup',
};
const SHAPE: Readonly<Record<HeadShape, string>> = {
  round: 'round head',
  brick: 'brick head',
  dome: 'dome',
};
const LINE: Readonly<Record<BodyLine, string>> = {
  skull: 'skull',
  foreface: 'foreface',
  hockFront: 'front of the hock',
  hockBack: 'back of the hock',
  rearLeft: 'left hind leg',
  rearRight: 'right hind leg',
  foreLeft: 'left foreleg',
  foreRight: 'right foreleg',
};

/** What of a dog a rule measures, in a few words; its own text where it measures nothing that can be drawn. */
export function measuredWord(rule: Rule): string {
  switch (rule.kind) {
    case 'ratio':
    case 'slope':
      return FEATURE[rule.feature];
    case 'tuckUp':
      return 'tuck-up';
    case 'parallel':
      return `${LINE[rule.lines[0]]} ∥ ${LINE[rule.lines[1]]}`;
    case 'shape':
      return SHAPE[rule.want];
    default:
      return rule.text;
  }
}

/** A figure as a rule of this kind is read: 1.04, 3°, 12 % off, 25 mm. */
export function ruleFigure({ kind }: Rule, value: number, unit: LengthUnit): string {
  if (kind === 'ratio') return value.toFixed(2);
  if (kind === 'shape') return `${Math.round(value * 100)} % off`;
  if (kind === 'slope' || kind === 'tuckUp' || kind === 'parallel') return `${Math.round(value) || 0}°`;
  return formatLength(value, unit);
}

/** What a rule allows: "0.97 to 1.03", "at most 25 mm". Empty where it is no matter of figures. */
export function allowedWord({ rule, range }: RuleCheck, unit: LengthUnit): string {
  if (range === null) return '';
  const [lo, hi] = range;
  const say = (value: number) => ruleFigure(rule, value, unit);
  if (hi === Infinity || (rule.kind === 'tuckUp' && hi >= 90)) return `at least ${say(lo)}`;
  if (lo === 0 || (rule.kind === 'tuckUp' && lo <= -90)) return `at most ${say(hi)}`;
  return `${say(lo)} to ${say(hi)}`;
}
