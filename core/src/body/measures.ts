import { requireNumber } from '../terms/failure.ts';
import type { MeasureKey } from '../terms/measure.ts';
import type { ProportionKey, Proportions } from '../packs/archetypes.ts';

/** What is measured of a dog; everything optional, mm and kg. */
export type Measurements = Partial<Readonly<Record<MeasureKey, number | undefined>>>;

interface Measure {
  readonly key: MeasureKey;
  /** The proportion it sets, as a share of the height at withers (or of the head). */
  readonly sets: ProportionKey | null;
  readonly of: 'height' | 'head' | 'none';
  /** Beyond these no dog reaches: a slip, refused. */
  readonly lo: number;
  readonly hi: number;
}

export const MEASURES = [
  { key: 'heightMm', sets: null, of: 'none', lo: 100, hi: 1100 },
  { key: 'lengthMm', sets: 'length', of: 'height', lo: 100, hi: 1300 },
  { key: 'chestDepthMm', sets: 'chestDepth', of: 'height', lo: 40, hi: 600 },
  { key: 'chestWidthMm', sets: 'chestWidth', of: 'height', lo: 30, hi: 500 },
  { key: 'elbowHeightMm', sets: 'elbowHeight', of: 'height', lo: 30, hi: 700 },
  { key: 'neckMm', sets: 'neck', of: 'height', lo: 30, hi: 600 },
  { key: 'headMm', sets: 'head', of: 'height', lo: 50, hi: 500 },
  { key: 'muzzleMm', sets: 'muzzleShare', of: 'head', lo: 8, hi: 300 },
  { key: 'earMm', sets: 'earShare', of: 'head', lo: 15, hi: 350 },
  { key: 'hockHeightMm', sets: 'hockHeight', of: 'height', lo: 15, hi: 400 },
  { key: 'loinMm', sets: 'loin', of: 'height', lo: 15, hi: 500 },
  { key: 'tailMm', sets: 'tail', of: 'height', lo: 10, hi: 800 },
  { key: 'footWidthMm', sets: 'foot', of: 'height', lo: 15, hi: 200 },
  { key: 'weightKg', sets: null, of: 'none', lo: 0.5, hi: 120 },
] as const satisfies readonly Measure[];

/** A length of this dog, and whether a tape or the breed says so. */
export interface BodyMeasure {
  readonly mm: number;
  readonly predicted: boolean;
}

export type BodyMeasures = Readonly<Record<Exclude<MeasureKey, 'weightKg'>, BodyMeasure>> & {
  readonly weightKg: { readonly kg: number; readonly predicted: boolean };
};

/**
 * The dog's proportions: what was measured, else the breed's, scaled to the dog's height (its own, else the middle of
 * the breed's range). Weight is predicted from height cubed within the breed's range.
 * @throws MisuseError for a measurement outside what a dog can be.
 */
export function measureUp(
  breed: { readonly heightMm: readonly [number, number]; readonly weightKg: readonly [number, number] },
  proportions: Proportions,
  measured: Measurements,
): { readonly heightMm: number; readonly proportions: Proportions; readonly measures: BodyMeasures } {
  for (const { key, lo, hi } of MEASURES) {
    const value = measured[key];
    if (value !== undefined) requireNumber(key, value, lo, hi);
  }
  const usualHeight = (breed.heightMm[0] + breed.heightMm[1]) / 2;
  const heightMm = measured.heightMm ?? usualHeight;
  const own: Record<ProportionKey, number> = { ...proportions };
  for (const { key, sets, of } of MEASURES) {
    const value = measured[key];
    if (value === undefined || sets === null) continue;
    own[sets] = value / (of === 'head' ? (measured.headMm ?? proportions.head * heightMm) : heightMm);
  }
  const measures: Record<string, BodyMeasure> = {
    heightMm: { mm: heightMm, predicted: measured.heightMm === undefined },
  };
  for (const { key, sets, of } of MEASURES) {
    if (sets === null) continue;
    const scale = of === 'head' ? own.head * heightMm : heightMm;
    measures[key] = { mm: own[sets] * scale, predicted: measured[key] === undefined };
  }
  return {
    heightMm,
    proportions: own,
    measures: {
      ...(measures as Omit<BodyMeasures, 'weightKg'>),
      weightKg: {
        kg: weightOf(breed, measured),
        predicted: measured.weightKg === undefined,
      },
    },
  };
}

/** The dog's weight, kg: weighed, else with the cube of its height from the middle of its breed. */
export function weightOf(
  breed: { readonly heightMm: readonly [number, number]; readonly weightKg: readonly [number, number] },
  { weightKg, heightMm }: Measurements,
): number {
  if (weightKg !== undefined) return weightKg;
  const usual = (breed.weightKg[0] + breed.weightKg[1]) / 2;
  if (heightMm === undefined) return usual;
  return usual * (heightMm / ((breed.heightMm[0] + breed.heightMm[1]) / 2)) ** 3;
}
