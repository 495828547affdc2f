import { describe, expect, it } from 'vitest';
import { handWord, passEndWord, passSentence } from './passes.ts';

describe('passes in a groomer’s words', () => {
  it('measures in fingers as well', () => {
    expect(handWord(140, 'mm')).toBe('140 mm (8 fingers)');
    expect(handWord(17, 'mm')).toBe('17 mm (1 finger)');
    expect(handWord(5, 'mm')).toBe('5 mm (less than a finger)');
  });
  it('tells an end by the bone beside it', () => {
    expect(passEndWord({ place: 'withers', pastMm: 0 }, 'mm')).toBe('the withers');
    expect(passEndWord({ place: 'last rib', pastMm: -20 }, 'mm')).toBe('20 mm before the last rib');
    expect(passEndWord({ place: 'withers', pastMm: 30 }, 'mm')).toBe('30 mm past the withers');
  });
  it('names the comb with its blade, or the hand', () => {
    const ends = {
      from: { place: 'withers', pastMm: 0 },
      to: { place: 'last rib', pastMm: 0 },
      lengthMm: 140,
      blendMm: null,
      along: { view: 'side', part: 'trunk', from: 0, to: 9 },
    } as const;
    const comb = { toolId: 'c', label: 'L', technique: 'comb', direction: 'with', leavesMm: 16 } as const;
    expect(passSentence({ ...ends, tool: { ...comb, carrierLabel: '40' } }, 'mm')).toBe(
      'L comb on a 40, with the lay: from the withers to the last rib, 140 mm (8 fingers)',
    );
    expect(passSentence({ ...ends, tool: null }, 'mm')).toMatch(/^by hand: from the withers/);
  });
});
