import type { BodyMeasures } from './measures.ts';
import type { MeasureKey } from '../terms/measure.ts';
import { MEASURES } from './measures.ts';

/** A dog of a breed is this much off its breed's prediction before the tape is questioned (prior), as a share. */
const UNUSUAL_SHARE = 0.3;
/** Height and weight have a stated range; beyond it by this share they are questioned. */
const RANGE_SLACK = 0.12;
const WEIGHT_SLACK = 0.35;

/** A measurement that may be a slip of the tape: what was read, and what this breed usually has. */
export interface TapeQuestion {
  readonly key: MeasureKey;
  readonly value: number;
  readonly usual: readonly [number, number];
  /** No dog at all has it: it cannot be confirmed. */
  readonly impossible: boolean;
}

/**
 * Whether a reading is believable on a dog of this breed; null when it is. `predicted` are the dog's measures without
 * this reading, so that a tall dog's long loin is not questioned.
 */
export function questionTape(
  breed: { readonly heightMm: readonly [number, number]; readonly weightKg: readonly [number, number] },
  predicted: BodyMeasures,
  key: MeasureKey,
  value: number,
): TapeQuestion | null {
  const bounds = MEASURES.find((measure) => measure.key === key);
  const usual = usualRange(breed, predicted, key);
  if (!Number.isFinite(value) || (bounds && (value < bounds.lo || value > bounds.hi))) {
    return { key, value, usual, impossible: true };
  }
  return value < usual[0] || value > usual[1] ? { key, value, usual, impossible: false } : null;
}

/** What a dog of this breed and height usually has, mm (kg for weight). */
function usualRange(
  breed: { readonly heightMm: readonly [number, number]; readonly weightKg: readonly [number, number] },
  predicted: BodyMeasures,
  key: MeasureKey,
): readonly [number, number] {
  if (key === 'heightMm')
    return [breed.heightMm[0] * (1 - RANGE_SLACK), breed.heightMm[1] * (1 + RANGE_SLACK)];
  if (key === 'weightKg') {
    return [breed.weightKg[0] * (1 - WEIGHT_SLACK), breed.weightKg[1] * (1 + WEIGHT_SLACK)];
  }
  const { mm } = predicted[key];
  return [mm * (1 - UNUSUAL_SHARE), mm * (1 + UNUSUAL_SHARE)];
}
