import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, sign } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { planGroom } from '../plan/planGroom.ts';
import { brushMinutesPerWeek } from '../upkeep/upkeep.ts';
import type { ConsentStatement } from './consent.ts';
import { consentStatements } from './consent.ts';
import type { Proposal } from './propose.ts';
import { proposeChoices } from './propose.ts';

const context = {
  trainee: false,
  dogHistory: [],
  groomerHistory: [],
  rates: { perHour: 60, least: 20, currency: 'EUR' },
  bookedMinutes: 120,
};
const long = hairEverywhere(60);
const board = (breedId: string, extra: Extra = {}): readonly Proposal[] =>
  proposeChoices(caseFor(breedId, { hairMm: long, wish: AS_DRAWN, ...extra }), context);
const wishOf = (looks: readonly Proposal[]): Proposal => {
  const [wish] = looks;
  if (!wish) throw new Error('no look');
  return wish;
};
const kinds = (looks: readonly Proposal[]) => looks.map(({ kind }) => kind);
const signed = ({ visit, plan, estimate, fit }: Proposal) => consentStatements(visit, plan, estimate, fit);
const about = <A extends ConsentStatement['about']>(look: Proposal, of: A) =>
  signed(look).filter((said): said is Extract<ConsentStatement, { about: A }> => said.about === of);
const shave: Extra = { wish: { ...AS_DRAWN, allOverMm: 6, weeksBetween: 16 } };
const felt = (id: string, zone: string) =>
  ({ id, zone, lengthCm: 4, widthCm: 3, tightness: 4, toSkinMm: 1, burr: false, sores: false }) as const;

describe('the board of looks', () => {
  it('is two to four looks for every breed, the wish first, none twice', () => {
    for (const { id } of breeds) {
      const looks = board(id);
      expect(looks[0]?.kind, id).toBe('wish');
      expect(looks.length, id).toBeGreaterThanOrEqual(2);
      expect(looks.length, id).toBeLessThanOrEqual(4);
      const asKey = looks.map(({ plan }) => plan.zones.map(({ leftMm }) => leftMm.toFixed(1)).join());
      expect(new Set(asKey).size, id).toBe(looks.length);
    }
  });

  it('shows a water dog its two legitimate trims side by side', () => {
    const trims = board('portuguese-water-dog').map(({ choices }) => choices.trimId);
    expect(trims).toContain('retriever');
    expect(trims).toContain('lion');
  });

  it('a look is the plan its choices make: picking it changes nothing', () => {
    for (const { id } of breeds) {
      for (const look of board(id)) {
        const again = planGroom(caseFor(id, { hairMm: long, ...look.choices }));
        expect(
          again.zones.map((z) => z.leftMm),
          id,
        ).toEqual(look.plan.zones.map((z) => z.leftMm));
      }
    }
  });

  it('a stripped look is offered only on a coat that strips', () => {
    const trims = (extra: Extra) => board('airedale-terrier', extra).map(({ choices }) => choices.trimId);
    expect(trims({ trimId: 'clip-and-card' })).toContain('stripped');
    expect(trims({ trimId: 'clip-and-card', modifiers: ['previously-clipped-wire'] })).not.toContain(
      'stripped',
    );
  });

  it('a wished shave-down stands beside trims that keep the breed, and costs it its marks', () => {
    const looks = board('samoyed', shave);
    const wish = wishOf(looks);
    expect(kinds(looks)).toContain('welfare');
    expect(wish.marks.kept).toBeLessThan(wish.marks.of);
    for (const look of looks.slice(1)) {
      expect(look.marks.kept, look.visit.derived.trim.name).toBe(look.marks.of);
      expect(about(look, 'shaving')).toEqual([]);
    }
    expect(wish.lost.find(({ look }) => look === 'body')?.daysBack).toBeNull();
  });

  it('in a salon that declines, the literal wish is refused on its card', () => {
    const wish = wishOf(board('samoyed', { ...shave, salon: { doubleCoat: 'decline' } }));
    expect(wish.plan.conflicts.map(({ kind }) => kind)).toContain('shaving-never');
    expect(about(wish, 'shaving')).toEqual([]);
  });

  it('the easy look asks less at home than the wish for a long coat', () => {
    for (const list of [
      board('yorkshire-terrier'),
      board('havanese', { wish: { ...AS_DRAWN, lean: 'longer' } }),
    ]) {
      const easy = list.find(({ kind }) => kind === 'easy');
      expect(easy?.upkeep.brushMinutesPerWeek).toBeLessThanOrEqual(wishOf(list).upkeep.brushMinutesPerWeek);
    }
  });

  it('hair that goes is told with the weeks until it is back', () => {
    const body = wishOf(board('standard-poodle')).lost.find(({ look }) => look === 'body');
    expect(body?.fromMm).toBe(60);
    const months = (60 * 0.95 - (body?.toMm ?? 0)) / 12;
    expect(body?.daysBack).toBeGreaterThan(months * 30.4 - 1);
    expect(body?.daysBack).toBeLessThan(months * 30.4 + 8);
  });

  it('visits a year follow the wish’s weeks, elsewhere the coat’s growth', () => {
    const looks = board('standard-poodle', { wish: { ...AS_DRAWN, weeksBetween: 6 } });
    expect(looks[0]?.upkeep).toMatchObject({ weeks: 6 });
    for (const { upkeep } of looks) expect(upkeep.visitsPerYear * upkeep.weeks).toBeCloseTo(52, 9);
  });
});

describe('what the owner signs', () => {
  it('names only what applies: trim, time and price on an easy dog', () => {
    expect(signed(wishOf(board('lagotto-romagnolo'))).map((said) => said.about)).toEqual([
      'trim',
      'time',
      'price',
    ]);
  });

  it('mats, with what may be under them and the fee on top', () => {
    const wish = wishOf(board('havanese', { mats: [felt('m1', 'ear-outside.left')] }));
    expect(about(wish, 'mat')).toEqual([{ about: 'mat', zone: 'ear-outside.left', part: false, toMm: 0.5 }]);
    expect(about(wish, 'under-mats')).toHaveLength(1);
    expect(about(wish, 'told')[0]?.text).toMatch(/Blood can swell the leather of an ear/);
    expect(about(wish, 'mat-price')).toHaveLength(1);
  });

  it('what is left alone, and a side that will not match', () => {
    const dog = { signs: [sign('healing-ear', 'ear-fringe.left')] };
    const wish = wishOf(board('havanese', dog));
    const [alone] = about(wish, 'left-alone');
    expect(alone?.because).toBe('healing ear');
    expect(alone?.zones).toEqual(
      expect.arrayContaining(['ear-outside.left', 'ear-inside.left', 'ear-fringe.left', 'ear-behind.left']),
    );
    expect(about(wish, 'one-side').map(({ answer }) => answer)).toContain(null);
    const answered = wishOf(board('havanese', { ...dog, sides: { 'ear-outside.left': 'match' } }));
    expect(about(answered, 'one-side')).toContainEqual({
      about: 'one-side',
      zone: 'ear-outside.left',
      answer: 'match',
    });
  });

  it('a shaved double coat with its risk and what was offered instead', () => {
    const wish = wishOf(board('samoyed', shave));
    expect(about(wish, 'all-over')[0]).toMatchObject({ askedMm: 6 });
    expect(about(wish, 'all-over')[0]?.bodyMm).toBeGreaterThanOrEqual(12.5);
    expect(about(wish, 'shaving')[0]?.text).toMatch(/may not come back the same/);
    expect(about(wish, 'shaving')[0]?.offered).toContain('bath and de-shed');
  });

  it('what clipping costs a wire or a feathered jacket', () => {
    const clipped = wishOf(board('airedale-terrier', { trimId: 'clip-and-card' }));
    expect(about(clipped, 'coat-softens')[0]?.text).toMatch(/softens/);
    expect(about(wishOf(board('airedale-terrier', { trimId: 'stripped' })), 'coat-softens')).toEqual([]);
  });

  it('a senior with its sittings', () => {
    const old = wishOf(board('havanese', { modifiers: ['senior'], signs: [sign('heart')], ageMonths: 156 }));
    expect(about(old, 'sittings')[0]).toMatchObject({ minutes: 15 });
  });

  it('a vet’s instruction is on it', () => {
    const vet = wishOf(board('standard-poodle', { wish: { ...AS_DRAWN, allOverMm: 1.5, vetAsks: true } }));
    expect(about(vet, 'vet')).toHaveLength(1);
  });
});

describe('upkeep', () => {
  it('follows the brushing rule and never asks more than an hour a week', () => {
    expect(brushMinutesPerWeek(0.5, 1, 20)).toBe(12);
    expect(brushMinutesPerWeek(1, 1.1, 40)).toBeCloseTo(6 + 6 * 2 * 1.1 * 2, 9);
    expect(brushMinutesPerWeek(1.2, 1.1, 200)).toBe(60);
  });
});
