import { describe, expect, it } from 'vitest';
import { freshContext } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import { estimateVisit } from './estimate.ts';

const estimateOf = (breedId: string, extra: Extra = {}) => {
  const visit = caseFor(breedId, extra);
  return estimateVisit(visit, planGroom(visit), freshContext);
};
const minutes = (breedId: string, extra: Extra = {}) => estimateOf(breedId, extra).minutes.mid;
const part = (breedId: string, id: string, extra: Extra = {}) =>
  estimateOf(breedId, extra).parts.find((one) => one.id === id)?.minutes.mid ?? NaN;

describe('a whole groom takes one groomer, in full coat', () => {
  it.each<readonly [string, string, Extra, number, number]>([
    [
      'a toy in a coat to the floor 2 to 3 h',
      'yorkshire-terrier',
      { trimId: 'full-coat', purpose: 'show', hairMm: hairEverywhere(230) },
      120,
      180,
    ],
    ['a long drop coat left natural about 2 h', 'havanese', { trimId: 'natural' }, 100, 135],
    ['a scissored Bichon about 3 h', 'bichon-frise', { trimId: 'powder-puff', purpose: 'show' }, 165, 200],
    ['a poodle in a lamb 2½ to 3 h', 'standard-poodle', { trimId: 'lamb' }, 150, 180],
    [
      'a continental 4 to 6 h',
      'standard-poodle',
      { trimId: 'continental', purpose: 'show', hairMm: hairEverywhere(120) },
      240,
      360,
    ],
    [
      'a show cocker 2½ to 3½ h',
      'american-cocker-spaniel',
      { trimId: 'full-feather', purpose: 'show' },
      150,
      210,
    ],
    ['a Samoyed washed, blown out and tidied 2 to 2½ h', 'samoyed', {}, 120, 150],
    ['a Samoyed that sheds an hour more', 'samoyed', { modifiers: ['shedding'] }, 180, 210],
    ['a Newfoundland 3 to 3½ h', 'newfoundland', {}, 180, 210],
    ['a curled pet clip 1½ to 2 h', 'generic-curl', { trimId: 'short' }, 90, 120],
    ['a schnauzer pet 1¼ to 1½ h', 'miniature-schnauzer', { trimId: 'clip-and-card' }, 75, 90],
    ['a stripped Airedale 3 to 5 h', 'airedale-terrier', { trimId: 'stripped' }, 180, 300],
    ['a stripped Border 3 to 5 h', 'border-terrier', { trimId: 'stripped' }, 180, 300],
    ['a bath of a smooth coat ½ to ¾ h', 'generic-smooth', {}, 30, 45],
    ['a bath of a pointer ½ to ¾ h', 'german-shorthaired-pointer', {}, 30, 45],
  ])('%s', (_what, breedId, extra, least, most) => {
    const mid = minutes(breedId, extra);
    expect(mid).toBeGreaterThanOrEqual(least);
    expect(mid).toBeLessThanOrEqual(most);
  });
});

describe('brushing, washing and drying', () => {
  it('take longer the longer the coat, on every breed', () => {
    for (const { id } of breeds)
      for (const [what, of] of [
        ['prep', 'brush'],
        ['wash', 'bath'],
        ['dry', 'dry'],
      ] as const) {
        const at = (mm: number) => part(id, what, { hairMm: hairEverywhere(mm) });
        expect(at(90), `${id} ${of}`).toBeGreaterThan(at(30));
      }
  });

  it('take longer on a larger dog, and not in proportion: a small one is finer work', () => {
    const of = (weightKg: number) => part('generic-fleece', 'prep', { measurements: { weightKg } });
    expect(of(30)).toBeGreaterThan(of(8));
    expect(of(30)).toBeLessThan(of(8) * (30 / 8) ** (2 / 3));
  });

  it('a new dog whose hair nobody measured takes as long as one in its grown coat', () => {
    for (const id of ['newfoundland', 'samoyed', 'golden-retriever']) {
      const known = planGroom(caseFor(id)).zones.map(({ zone, thereMm }) => [zone, thereMm] as const);
      const ratio = minutes(id) / minutes(id, { hairMm: Object.fromEntries(known) });
      expect(Math.abs(ratio - 1), id).toBeLessThan(0.03);
    }
  });
});
