import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, sign } from '../../testing/packs.ts';
import { areaIn, changeOf, zoneIn } from '../../testing/targets.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';
import { changeAt } from './changeAt.ts';
import { adjustForStructure } from './adjustForStructure.ts';

interface Asked {
  readonly mm?: number;
  readonly bladed?: boolean;
  readonly schoolShare?: number;
  readonly meanMm?: number;
}
const AREA = { mm: 20, range: [18, 25], techniques: ['comb'] } as const;
const settle = (id: string, extra: Extra, asked: Asked = {}) => {
  const visit = caseFor('standard-poodle', extra);
  const zone = zoneIn(visit, id);
  const area = areaIn(visit, zone.kind.id, AREA);
  const outlined =
    asked.meanMm === undefined ? null : changeAt(visit, zone, changeOf(id, { meanMm: asked.meanMm }), area);
  return adjustForStructure(
    visit,
    zone,
    {
      area,
      welfare: restrictionsAt(visit, zone),
      outlined,
      bladed: asked.bladed ?? false,
      schoolShare: asked.schoolShare ?? 1,
    },
    asked.mm ?? 20,
  );
};
const changes = (of: ReturnType<typeof settle>) =>
  of.reasons.map(({ rule, effect }) => [rule, effect.kind === 'change' ? effect.mm : null]);

describe('a drawn length as this dog needs it', () => {
  it('is the drawn one on a dog of which nothing is known, and says nothing', () => {
    expect(settle('back', {})).toEqual({ mm: 20, reasons: [] });
  });

  it('a round eye has more brow: all of it where marked, half where mild, on its side', () => {
    const seen = (severity: 'mild' | 'marked', side: 'left' | 'right' | null = null): Extra => ({
      findings: [{ finding: 'round-eye', severity, side }],
    });
    expect(settle('brow.left', seen('marked')).mm).toBe(23);
    expect(settle('brow.left', seen('mild'))).toMatchObject({
      mm: 21.5,
      reasons: [
        { stage: 'structure', rule: 'finding', about: 'round eye', effect: { kind: 'change', mm: 1.5 } },
      ],
    });
    expect(settle('brow.left', seen('marked', 'right')).reasons).toEqual([]);
    expect(settle('brow.left', seen('marked', 'left')).mm).toBe(23);
    expect(settle('back', seen('marked', 'left')).mm).toBe(20);
  });

  it('the outline moves it, and is silent where it moves nothing', () => {
    expect(changes(settle('back', {}, { meanMm: -4 }))).toEqual([['outline', -4]]);
    expect(settle('back', {}, { meanMm: -4 }).mm).toBe(16);
    expect(settle('back', {}, { meanMm: 0 }).reasons).toEqual([]);
  });

  it('tight curl is left longer and loose curl shorter, only where it was seen', () => {
    const seen = (id: string, level: 'mild' | 'marked' | null): Extra => ({
      signs: [sign(id, 'back', { level })],
    });
    expect(settle('back', seen('curl-tight', 'mild')).mm).toBeCloseTo(21.6, 9);
    expect(settle('back', seen('curl-tight', null)).mm).toBeCloseTo(21.6, 9);
    expect(settle('back', seen('curl-tight', 'marked')).mm).toBeCloseTo(23.6, 9);
    expect(settle('back', seen('curl-loose', 'mild')).mm).toBe(19);
    expect(settle('loin', seen('curl-tight', 'mild')).reasons).toEqual([]);
  });

  it('no shorter for it than still reads as the trim, and never longer', () => {
    const loose: Extra = { signs: [sign('curl-loose', 'back', { level: 'marked' })] };
    expect(settle('back', loose).mm).toBe(18);
    expect(settle('back', loose, { mm: 10 }).mm).toBe(10);
  });

  it('dark leather is taken shorter only where a blade runs on it', () => {
    const dark: Extra = { signs: [sign('dark', 'ear-outside.left')] };
    expect(changes(settle('ear-outside.left', dark, { mm: 24 }))).toEqual([]);
    expect(changes(settle('ear-outside.left', dark, { mm: 24, bladed: true }))).toEqual([
      ['sign-length', -6],
    ]);
  });

  it('a raw coat is left a tenth longer and says why', () => {
    const raw = settle('back', { modifiers: ['poor-condition'] });
    expect(raw.mm).toBeCloseTo(22, 9);
    expect(raw.reasons).toEqual([
      expect.objectContaining({ stage: 'structure', rule: 'coat-modifier', about: 'raw or poor condition' }),
    ]);
    expect(settle('back', { modifiers: ['puppy'] }).reasons).toEqual([]);
    expect(settle('back', { modifiers: ['puppy', 'poor-condition'] }).mm).toBeCloseTo(22, 9);
  });

  it('a thin place is left longer, and round a healing patch everything is', () => {
    const thin = settle('back', { restricted: [['thin-coat', 'back']] });
    expect(thin.mm).toBeCloseTo(22, 9);
    expect(thin.reasons).toEqual([expect.objectContaining({ stage: 'welfare', rule: 'restriction' })]);
    expect(changes(settle('loin', { restricted: [['healing-patch', 'back']] }))).toEqual([
      ['cover-patch', 4],
    ]);
    expect(
      changes(
        settle('loin', {
          restricted: [
            ['hot-spot', 'rib.left'],
            ['healing-patch', 'back'],
          ],
        }),
      ),
    ).toEqual([['cover-patch', 4]]);
    expect(settle('forefoot.left', { restricted: [['healing-patch', 'back']] }).reasons).toEqual([]);
  });

  it('house rules scale what all that comes to', () => {
    expect(settle('back', {}, { meanMm: -4, schoolShare: 1.25 }).mm).toBe(20);
  });
});
