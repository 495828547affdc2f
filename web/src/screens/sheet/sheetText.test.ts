import type { Plan } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { packs } from '../../app/packs.ts';
import { unwritable } from './keep.ts';
import { lineSentence } from '../../parts/lineSentence.ts';
import { blockInSentences, wrapped } from './sheetText.ts';

describe('what is written on a pattern sheet', () => {
  it('breaks words into lines that fit, losing none', () => {
    const text = 'Dryer never into ears, eyes or nose; ears wrapped or held flat.';
    const lines = wrapped(text, 20);
    expect(lines.every((line) => line.length <= 20)).toBe(true);
    expect(lines.join(' ')).toBe(text);
    expect(wrapped('unbreakablyLongWordOfAGroomer', 5)).toEqual(['unbreakablyLongWordOfAGroomer']);
  });
  it('names the letters a PDF could not show', () => {
    expect(unwritable('Žofie’s 13 mm – ½ é')).toEqual([]);
    expect(unwritable('犬 Łuna')).toEqual(['犬', 'Ł']);
  });
  it('tells a blend once, whichever place it is told of', () => {
    const join = { kind: 'blend', into: 'loin', place: 'hip', widthMm: 34 } as const;
    const plan = {
      zones: [
        { name: 'croup', side: null, passes: [], joins: [join] },
        {
          name: 'loin',
          side: null,
          passes: [],
          joins: [
            { ...join, into: 'croup' },
            { ...join, kind: 'runs-on' },
          ],
        },
      ],
    } as unknown as Plan;
    expect(blockInSentences(plan, 'mm')).toEqual([
      'croup: blend into the loin at the hip, over 34 mm (2 fingers)',
    ]);
  });
  it('tells a line by what a hand can measure', () => {
    const line = { id: 'l', name: 'throat', paths: [], source: 'custom' } as const;
    const distances = [{ from: 'withers', toward: 'backMid', mm: 34, fingers: 2, line: null }];
    expect(lineSentence(packs, { ...line, distances }, 'mm')).toBe(
      'throat: 34 mm (2 fingers) from the withers toward the middle of the back',
    );
    expect(lineSentence(packs, { ...line, distances: [] }, 'mm')).toBe('throat');
    const off = [{ from: 'tail1', toward: 'footTop', mm: 12, fingers: null, line: null }];
    expect(lineSentence(packs, { ...line, distances: off }, 'mm')).toBe(
      'throat: 12 mm (1 finger) from the tail toward the top of the foot',
    );
  });
});
