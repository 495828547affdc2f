import type { Direction, LengthProblem, LengthUnit, MeasureKey, Source } from '@kurrel/core';
import { byId } from '@kurrel/core';
import { differenceInMonths, differenceInYears } from 'date-fns';
import { packs } from '../app/packs.ts';

/** Sentences and short words used on more than one screen. */
export const directionWord: Readonly<Record<Direction, string>> = {
  with: 'with the lay',
  against: 'against the lay',
  across: 'across the lay',
};

export const sourceWord: Readonly<Record<Source | 'owner' | 'groomer' | 'measured', string>> = {
  standard: 'standard',
  custom: 'custom',
  prior: 'trade prior',
  owner: 'owner',
  groomer: 'groomer',
  measured: 'measured',
};

export function lengthProblemWord(problem: LengthProblem, unit: LengthUnit): string {
  const example = unit === 'mm' ? 'like 13 or 1.5' : 'like 1/2 or 3/8';
  switch (problem) {
    case 'empty':
      return `Type a length, ${example}.`;
    case 'not-a-length':
      return `That is not a length. Type a number, ${example}, with mm or in if you mean the other unit.`;
    case 'zero-denominator':
      return 'Nothing can be divided by 0. Type a fraction like 1/2.';
    case 'not-positive':
      return 'A length is more than nothing.';
    case 'too-long':
      return 'No hair is cut at more than 400 mm. Check the unit.';
  }
}

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
export function zoneWord(zone: string | null): string {
  if (zone === null) return 'the whole dog';
  const [kind = '', side] = zone.split('.');
  const { name } = byId('zone', packs.zones.zones, kind);
  return side === undefined ? name : `${side} ${name}`;
}

/** A price in the salon's currency, whole units. */
export const moneyWord = (value: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: 0 }).format(value);

/** A range of minutes, to the nearest five. */
export const minutesWord = ({ lo, hi }: { readonly lo: number; readonly hi: number }): string => {
  const round = (value: number) => (value < 10 ? Math.round(value) : Math.round(value / 5) * 5);
  return round(lo) === round(hi) ? `${round(lo)} min` : `${round(lo)}–${round(hi)} min`;
};

export const weeksWord = (days: number): string => {
  const weeks = Math.max(1, Math.round(days / 7));
  return weeks >= 16 ? `${Math.round(weeks / 4.35)} months` : `${weeks} week${weeks === 1 ? '' : 's'}`;
};
