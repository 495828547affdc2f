import type { MeasureKey } from '@kurrel/core';
import { placeWord } from '@kurrel/words';
import { differenceInMonths, differenceInYears } from 'date-fns';
import { packs } from '../app/packs.ts';

export function ageOf(bornOn: string, today: Date): string {
  const years = differenceInYears(today, bornOn);
  if (years >= 2) return `${years} y`;
  return `${Math.max(0, differenceInMonths(today, bornOn))} mo`;
}

/** What the tape measures. */
export const tapeWord: Readonly<Record<MeasureKey, string>> = {
  heightMm: 'Height at withers',
  lengthMm: 'Length, forechest to pin bone',
  chestDepthMm: 'Depth of chest',
  chestWidthMm: 'Width of chest',
  elbowHeightMm: 'Height of elbow',
  neckMm: 'Neck',
  headMm: 'Head',
  muzzleMm: 'Muzzle',
  earMm: 'Ear leather',
  hockHeightMm: 'Height of hock',
  loinMm: 'Loin',
  tailMm: 'Tail bone',
  footWidthMm: 'Forefoot, length',
  weightKg: 'Weight',
};

/** `ear-outside.left` → “left ear, outside”; null is the whole dog. */
export const zoneWord = (zone: string | null): string =>
  zone === null ? 'the whole dog' : placeWord(packs.zones, zone);

/** A price in the salon's currency, whole units. */
export const moneyWord = (value: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: 0 }).format(value);

/** A range of minutes, to the nearest five. */
export const minutesRange = ({ lo, hi }: { readonly lo: number; readonly hi: number }): string => {
  const round = (value: number) => (value < 10 ? Math.round(value) : Math.round(value / 5) * 5);
  return round(lo) === round(hi) ? `${round(lo)} min` : `${round(lo)}–${round(hi)} min`;
};
