import type { BreedPack, MeasureKey, Measurements, Packs } from '@kurrel/core';
import { bodyOf, MEASURES, questionTape } from '@kurrel/core';

/** A measurement that is unusual for the breed, was not taken a second time, and was not on the card before. */
export function unbelievable(
  packs: Packs,
  breed: BreedPack,
  measured: Measurements,
  confirmed: readonly MeasureKey[],
  before: Measurements,
): readonly { readonly key: MeasureKey; readonly message: string }[] {
  return MEASURES.flatMap(({ key }) => {
    const value = measured[key];
    if (value === undefined || confirmed.includes(key) || before[key] === value) return [];
    const others = Object.fromEntries(Object.entries(measured).filter(([k]) => k !== key));
    const question = questionTape(breed, bodyOf(packs, breed, others, []).measures, key, value);
    if (!question) return [];
    const unit = key === 'weightKg' ? 'kg' : 'mm';
    const [lo, hi] = question.usual.map((n) => Math.round(n));
    const message = `A ${breed.name} usually has ${lo} to ${hi} ${unit}: measure again, or confirm ${value} ${unit}.`;
    return [{ key, message }];
  });
}
