import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { formatLeft, formatLength, leftNumber, lengthNumber, LONGEST_MM, parseLength } from './length.ts';

const mm = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const parsed = parseLength(text, unit);
  return parsed.ok ? Number(parsed.mm.toFixed(4)) : parsed.reason;
};

describe('reading a length as people type it', () => {
  it.each([
    ['13', 13],
    ['13mm', 13],
    [' 13 MM ', 13],
    ['1.5cm', 15],
    ['0,25', 0.25],
    ['.5', 0.5],
    ['1/2', 12.7],
    ['½', 12.7],
    ['1½', 38.1],
    ['1 1/4"', 31.75],
    ['1-1/4 in', 31.75],
    ['3/32 inch', 2.3813],
    ['1/2 mm', 0.5],
    ['2 in', 50.8],
  ])('%s is %d mm', (text, expected) => expect(mm(text)).toBe(expected));

  it('reads a bare number in the unit the groomer works in', () => {
    expect(mm('2', 'in')).toBe(50.8);
    expect(mm('2 mm', 'in')).toBe(2);
  });

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['short', 'not-a-length'],
    ['13 13', 'not-a-length'],
    ['-3', 'not-a-length'],
    ['1e3', 'not-a-length'],
    ['1/0', 'zero-denominator'],
    ['0', 'not-positive'],
    ['900', 'too-long'],
    ['NaN', 'not-a-length'],
  ])('refuses "%s" because it is %s', (text, reason) => expect(mm(text)).toBe(reason));
});

describe('showing a length', () => {
  it('keeps two figures for close blades and whole millimetres for combs', () => {
    expect([0.25, 0.5, 1.275, 3.2, 9.97, 13.6, 62].map((v) => formatLength(v, 'mm'))).toEqual([
      '0.25 mm',
      '0.5 mm',
      '1.3 mm',
      '3.2 mm',
      '10 mm',
      '14 mm',
      '62 mm',
    ]);
  });

  it('gives inches to the nearest 1/32 in lowest terms', () => {
    expect([12.7, 3.2, 0.25, 25.4, 27.8].map((v) => formatLength(v, 'in'))).toEqual([
      '1/2 in (13 mm)',
      '1/8 in (3.2 mm)',
      '1/32 in (0.25 mm)',
      '1 in (25 mm)',
      '1 3/32 in (28 mm)',
    ]);
  });

  it('gives what to leave in 1/16 from 1/4 in up, whole and never cut off', () => {
    expect([39.7, 12.7, 6.35, 6.9, 3.2, 1.5, 0.25].map((v) => formatLeft(v, 'in'))).toEqual([
      '1 9/16 in',
      '1/2 in',
      '1/4 in',
      '1/4 in',
      '1/8 in',
      '1/16 in (1.5 mm)',
      '1/32 in (0.25 mm)',
    ]);
    expect([39.7, 12.7, 1.5].map((v) => formatLeft(v, 'mm'))).toEqual(['40 mm', '13 mm', '1.5 mm']);
    expect(leftNumber(39.7, 'in')).toBe('1 9/16');
  });

  it('never shows two lengths that a rule tells apart as the same', () => {
    for (let mm = 0.5; mm < 100; mm += mm < 1 ? 0.1 : mm < 9.9 ? 0.2 : 1.01)
      expect(formatLength(mm, 'in')).not.toBe(formatLength(mm + (mm < 9.9 ? 0.2 : 1.01), 'in'));
  });

  it('reads back what it shows to within half a division', () => {
    fc.assert(
      fc.property(evenly(0.8, LONGEST_MM - 1), (value) => {
        const parsed = parseLength(formatLength(value, 'in').split(' (')[0] ?? '', 'mm');
        return parsed.ok && Math.abs(parsed.mm - value) <= 25.4 / 64 + 1e-9;
      }),
    );
  });

  it('no finer than anybody can tell: a twentieth below a millimetre, never nothing', () => {
    expect(lengthNumber(0.43, 'mm')).toBe('0.45');
    expect(lengthNumber(0.25, 'mm')).toBe('0.25');
    expect(lengthNumber(0.01, 'mm')).toBe('0.05');
    expect(lengthNumber(2.34, 'mm')).toBe('2.3');
    expect(lengthNumber(9.96, 'mm')).toBe('10');
  });
});
