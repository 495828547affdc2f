import type { MeasureKey } from '../terms/measure.ts';
import type { Case } from './resolveCase.ts';

/** A measure of this dog that its breed does not have. */
export interface MeasuredOff {
  readonly measure: MeasureKey;
  /** As a groomer says it. */
  readonly name: string;
  /** The zone kinds it bears on first. */
  readonly at: readonly string[];
}

/** What the tape says of a dog that is not as its breed is at this height. */
export function measuredOff({ packs: { findings }, derived: { bodies } }: Case): readonly MeasuredOff[] {
  return findings.measures.flatMap(({ measure, longer, shorter, at }) => {
    if (measure === 'weightKg') return [];
    const own = bodies.bare.measures[measure];
    const share = own.mm / bodies.ideal.measures[measure].mm - 1;
    if (own.predicted || Math.abs(share) < findings.measuredShare) return [];
    return [{ measure, name: share > 0 ? longer : shorter, at }];
  });
}
