import type { LengthUnit, MeasureKey } from '@kurrel/core';
import { parseLength } from '@kurrel/core';

/** No tape is that long. */
const NO_TAPE_MM = 100_000;

/**
 * A tape reading as people type it, in mm (kg for weights): 440, 44 cm, 17 1/2 in. Null when it is none; whether any dog
 * measures that is asked where it is kept.
 */
export function readTape(text: string, key: MeasureKey, unit: LengthUnit): number | null {
  if (key === 'weightKg') {
    const kg = Number(/^(\d+(?:[.,]\d+)?)\s*(?:kg)?$/.exec(text.trim())?.[1]?.replace(',', '.') ?? NaN);
    return kg > 0 ? kg : null;
  }
  const parsed = parseLength(text, unit, NO_TAPE_MM);
  return parsed.ok ? Math.round(parsed.mm * 10) / 10 : null;
}
