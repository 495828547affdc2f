import type { Hands } from '@kurrel/core';
import { freshHands } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { weeksWord } from '@kurrel/words';
import { minutesRange, moneyWord, zoneWord } from '../../parts/words.ts';
import { changeWord, findsByZone, matWord, signWord } from './findWords.ts';
import { readTape } from '../../parts/readTape.ts';

describe('a tape reading', () => {
  it.each([
    ['440', 'mm', 440],
    ['44 cm', 'mm', 440],
    ['44,5cm', 'mm', 445],
    ['17 1/2', 'in', 444.5],
    ['1/2 in', 'mm', 12.7],
    ['17.5in', 'mm', 444.5],
    ['9"', 'mm', 228.6],
    ['1 1/2 in', 'mm', 38.1],
  ] as const)('“%s” where %s are usual is %f', (text, unit, value) => {
    expect(readTape(text, 'heightMm', unit)).toBeCloseTo(value, 0);
  });

  it.each(['', 'tall', '-4', '0', '4 ft', '1/0', '12 12', '44 kg'])('“%s” is none', (text) => {
    expect(readTape(text, 'heightMm', 'mm')).toBeNull();
  });

  it('weights are in kg, and centimetres are no weight', () => {
    expect(readTape('12,5', 'weightKg', 'mm')).toBe(12.5);
    expect(readTape('12 kg', 'weightKg', 'in')).toBe(12);
    expect(readTape('44 cm', 'weightKg', 'mm')).toBeNull();
  });
});

const hands: Hands = {
  ...freshHands(
    {
      measurements: {},
      findings: [
        { finding: 'cow-hocks', severity: 'marked', side: 'left' },
        { finding: 'high-behind', severity: 'mild' },
      ],
      coatType: 'drop',
      coatModifiers: [],
      dense: false,
      signs: [
        { sign: 'lump', zone: 'rib.left', level: null, sizeMm: 8, note: '' },
        { sign: 'redness', zone: 'rib.left', level: 'marked', sizeMm: null, note: '' },
        { sign: 'heart', zone: null, level: null, sizeMm: null, note: '' },
      ],
    },
    { handling: 'easy', standingMinutes: null },
  ),
  mats: [
    {
      id: 'm1',
      zone: 'rib.left',
      lengthCm: 4,
      widthCm: 3,
      tightness: 3,
      toSkinMm: 2,
      burr: true,
      sores: false,
    },
  ],
  lengths: { back: { mm: 22.5, sdMm: 1.24, readings: 12, by: 'gauge' } },
};

describe('what was found, in words', () => {
  it('lands in its place, mats first, the whole dog’s nowhere', () => {
    const finds = findsByZone(hands, 'mm');
    expect(finds.get('rib.left')).toEqual([
      'tight mat 4×3 cm, burr',
      'lump or wart 8 mm',
      'redness or rash, marked',
    ]);
    expect(finds.get('hock.left')).toEqual(['cow hocks, marked']);
    expect(finds.get('croup')).toEqual(['high behind']);
    expect(finds.get('back')?.[0]).toMatch(/^23 mm ±1\.2 mm \(12\)$|^22\.5 mm ±1\.2 mm \(12\)$/);
    expect([...finds.values()].flat().join()).not.toMatch(/heart/);
  });

  it('follows the unit of lengths', () => {
    const [lump] = hands.signs;
    expect(lump && signWord(lump, 'in')).toMatch(/in \(8 mm\)$/);
    const [mat] = hands.mats;
    expect(mat && matWord(mat)).toBe('tight mat 4×3 cm, burr');
  });

  it('says what changed since the last visit', () => {
    expect(changeWord({ kind: 'new', sign: 'lump', zone: 'back' }, 'mm')).toBe('New: lump or wart, back');
    expect(changeWord({ kind: 'gone', sign: 'lump', zone: 'rib.left' }, 'mm')).toBe(
      'Gone: lump or wart, left ribs',
    );
    expect(changeWord({ kind: 'grown', sign: 'lump', zone: 'back', fromMm: 8, toMm: 13 }, 'mm')).toBe(
      'lump or wart, back: grown from 8 mm to 13 mm',
    );
    expect(changeWord({ kind: 'shorter', zone: 'back', predictedMm: 34, measuredMm: 22 }, 'mm')).toBe(
      'back: 12 mm shorter than the last record predicts',
    );
  });
});

describe('small words', () => {
  it('places, minutes, money and weeks', () => {
    expect(zoneWord('ear-behind.right')).toBe('right ear, behind');
    expect(zoneWord(null)).toBe('the whole dog');
    expect(minutesRange({ lo: 83, hi: 131 })).toBe('85–130 min');
    expect(minutesRange({ lo: 3.2, hi: 3.4 })).toBe('3 min');
    expect(moneyWord(86.4, 'EUR')).toBe('€86');
    expect(weeksWord(3)).toBe('1 week');
    expect(weeksWord(50)).toBe('7 weeks');
    expect(weeksWord(365)).toBe('12 months');
  });
});
