import { describe, expect, it } from 'vitest';
import { ruleSourceWord } from './names.ts';

const rule = { id: 'level', text: 'Level back.', severity: 'fault', whenBroken: 'mend it' } as const;
const slope = { ...rule, kind: 'slope', feature: 'topline', range: [-2, 2] } as const;

describe('where a rule comes from', () => {
  it('is whose standard, and that the figures are not', () => {
    expect(ruleSourceWord({ ...slope, source: 'standard', whose: ['AKC', 'KC'] })).toBe(
      'standard (AKC, KC); the figures are ours',
    );
    expect(ruleSourceWord({ ...slope, source: 'standard', whose: ['AKC'], figures: 'standard' })).toBe(
      'standard (AKC)',
    );
  });

  it('says nothing of figures where there are none', () => {
    const order = { ...rule, kind: 'lengthOrder', shorter: 'back', longer: 'brisket' } as const;
    expect(ruleSourceWord({ ...order, source: 'standard', whose: ['FCI'] })).toBe('standard (FCI)');
  });

  it('is custom or a usual figure where no standard says so', () => {
    expect(ruleSourceWord({ ...slope, source: 'custom' })).toBe('custom');
    expect(ruleSourceWord({ ...slope, source: 'prior' })).toBe('usual figure, not measured here');
  });
});
