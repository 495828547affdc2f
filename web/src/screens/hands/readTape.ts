import type { LengthUnit } from '@kurrel/core';

const MM_PER_INCH = 25.4;

/** A tape reading as people type it, in mm (kg for weights): 440, 44 cm, 17 1/2 in. Null when it is none. */
export function readTape(text: string, unit: LengthUnit | 'kg'): number | null {
  const found = /^(\d+(?:[.,]\d+)?)?(?:\s*(\d+)\/(\d+))?\s*(mm|cm|in|kg)?$/.exec(text.trim());
  if (!found || (found[1] === undefined && found[2] === undefined)) return null;
  const whole = Number((found[1] ?? '0').replace(',', '.'));
  const fraction = found[2] === undefined ? 0 : Number(found[2]) / Number(found[3]);
  const number = whole + fraction;
  if (!Number.isFinite(number) || number <= 0) return null;
  const said = found[4] ?? unit;
  if ((said === 'kg') !== (unit === 'kg')) return null;
  const scale = said === 'cm' ? 10 : said === 'in' ? MM_PER_INCH : 1;
  return Math.round(number * scale * 10) / 10;
}
