import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, caseFor } from '../../testing/packs.ts';
import { areaIn, zoneIn } from '../../testing/targets.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { Packs } from '../packs/packs.ts';
import type { SchoolEffect } from '../packs/schools.ts';
import { applyHouseRules } from './applyHouseRules.ts';

const AREA = { mm: 10, range: [8, 14], techniques: ['comb', 'clip'], direction: 'against' } as const;

/** One question whose answer does this; the dog's trims are its breed's. */
function under(
  effect: Partial<SchoolEffect>,
  area: Partial<TrimArea> = {},
  extra: Extra = {},
  at: { readonly breed?: string; readonly id?: string; readonly matted?: boolean } = {},
) {
  const visit = caseFor(at.breed ?? 'standard-poodle', extra);
  const [question] = visit.packs.schools.schools;
  const [answer] = question?.answers ?? [];
  if (!question || !answer) throw new Error('no schools');
  const asked = {
    ...question,
    id: 'mine',
    question: 'Mine?',
    default: 'so',
    answers: [{ ...answer, id: 'so', name: 'so', effects: [{ zones: ['*'], ...effect }] }],
  };
  const packs: Packs = { ...visit.packs, schools: { ...visit.packs.schools, schools: [asked] } };
  const zone = zoneIn(visit, at.id ?? 'back');
  return applyHouseRules(
    { ...visit, packs },
    zone,
    areaIn(visit, zone.kind.id, { ...AREA, ...area }),
    at.matted ?? false,
  );
}

describe('a house rule in a zone', () => {
  it('that says nothing changes nothing', () => {
    expect(under({})).toMatchObject({
      techniques: ['comb', 'clip'],
      turned: false,
      oneLonger: false,
      share: 1,
      texts: [],
      reasons: [],
    });
  });

  it('bears where it says, in the ring or at home, under a mat or not, on coats that strip or are clipped so', () => {
    const said = (effect: Partial<SchoolEffect>, extra: Extra = {}, matted = false) =>
      under({ share: 2, ...effect }, {}, extra, { matted }).share;
    expect(said({ zones: ['loin', 'back'] })).toBe(2);
    expect(said({ zones: ['loin'] })).toBe(1);
    expect(said({ when: [{ purposes: ['pet'] }] })).toBe(2);
    expect(said({ when: [{ purposes: ['show'] }] })).toBe(1);
    expect(said({ mattedHere: true })).toBe(1);
    expect(said({ mattedHere: true }, {}, true)).toBe(2);
    expect(said({ mattedHere: false }, {}, true)).toBe(1);
    expect(said({ when: [{ strips: true }] })).toBe(1);
    expect(said({ when: [{ strips: false }] })).toBe(2);
    expect(said({ when: [{ clipping: ['yes'] }] })).toBe(2);
    expect(said({ when: [{ clipping: ['double'] }] })).toBe(1);
  });

  it('takes a technique away or puts one first, and says which', () => {
    const gone = under({ forbid: ['comb'] });
    expect(gone.techniques).toEqual(['clip']);
    expect(gone.reasons).toEqual([
      expect.objectContaining({
        stage: 'standard',
        rule: 'school',
        about: 'Mine?: so',
        effect: { kind: 'removes', what: ['comb'] },
      }),
    ]);
    const first = under({ prefer: ['clip'] });
    expect(first.techniques).toEqual(['clip', 'comb']);
    expect(first.reasons.map(({ effect }) => effect)).toEqual([{ kind: 'prefers', what: ['clip'] }]);
    expect(under({ prefer: ['comb'] }).reasons).toEqual([]);
  });

  it('is not followed where it would leave nothing to work with', () => {
    const none = under({ forbid: ['comb', 'clip'] });
    expect(none.techniques).toEqual(['comb', 'clip']);
    expect(none.reasons).toEqual([]);
  });

  it('prefers nothing where the trim leaves the hair', () => {
    const left = under({ prefer: ['thin'] }, { techniques: ['leave', 'comb'], stands: true });
    expect(left.techniques).toEqual(['leave', 'comb']);
  });

  it('turns what goes against the lay, one longer where it says so, and leaves alone what goes with it', () => {
    const turned = under({ direction: 'with', oneLonger: true });
    expect(turned).toMatchObject({ turned: true, oneLonger: true });
    expect(turned.reasons.map(({ effect }) => effect)).toEqual([{ kind: 'note' }]);
    expect(under({ direction: 'with' })).toMatchObject({ turned: true, oneLonger: false });
    expect(under({ direction: 'with', oneLonger: true }, { direction: 'with' })).toMatchObject({
      turned: false,
      oneLonger: false,
      reasons: [],
    });
  });

  it('scales a length and says by how much; says its text', () => {
    const fuller = under({ share: 1.25, text: 'Check.' });
    expect(fuller).toMatchObject({ share: 1.25, texts: ['Check.'] });
    expect(fuller.reasons.map(({ effect }) => effect)).toEqual([{ kind: 'change', mm: 2.5 }]);
  });

  it('takes the zone as the first trim of the breed does it that way', () => {
    const stripped = { techniques: ['strip'], mm: 18 } as const;
    const clipped = breed('airedale-terrier').trims.find(({ id }) => id === 'clip-and-card')?.areas['back'];
    const borrowed = under({ borrow: ['clip', 'comb'] }, stripped, {}, { breed: 'airedale-terrier' });
    expect(borrowed.area).toBe(clipped);
    expect(borrowed.techniques).toEqual(clipped?.techniques);
    expect(borrowed.reasons[0]?.effect).toEqual({ kind: 'target', mm: clipped?.mm, range: clipped?.range });
    const same = under({ borrow: ['comb'] }, {}, {}, { breed: 'airedale-terrier' });
    expect(same.area.mm).toBe(10);
    expect(under({ borrow: ['hand'] as never }, {}, {}, { breed: 'airedale-terrier' }).area.mm).toBe(10);
    expect(under({ borrow: [] }, stripped, {}, { breed: 'airedale-terrier' }).area.mm).toBe(18);
  });

  it('a pet borrows from any trim of its breed, a show dog from those for the ring', () => {
    const stripped = { techniques: ['strip'], mm: 18 } as const;
    const at = { breed: 'airedale-terrier' };
    expect(under({ borrow: ['comb', 'clip'] }, stripped, { purpose: 'show' }, at).area.mm).toBe(18);
    const clipped = { techniques: ['clip'], mm: 9 } as const;
    const stripTrim = breed('airedale-terrier').trims.find(({ id }) => id === 'stripped')?.areas['back'];
    expect(under({ borrow: ['strip'] }, clipped, { purpose: 'show' }, at).area).toBe(stripTrim);
    expect(under({ borrow: ['strip'] }, clipped, { purpose: 'pet' }, at).area).toBe(stripTrim);
  });
});
