import { describe, expect, it } from 'vitest';
import { breed, breeds, fullDrawer, packs } from '../../testing/packs.ts';
import type { PlanChoices, PlanFacts } from '../plan/input.ts';
import { planInputOf } from '../plan/input.ts';
import { dogZones } from '../plan/zones.ts';
import { consentStatements } from './consent.ts';
import { plainLength } from './plainLength.ts';
import type { Proposal } from './propose.ts';
import { proposeChoices } from './propose.ts';
import { brushMinutesPerWeek } from './upkeep.ts';

const longHair = Object.fromEntries(dogZones(packs.zones).map(({ id }) => [id, 60]));
const context = {
  trainee: false,
  dogHistory: [],
  groomerHistory: [],
  rates: { perHour: 60, least: 20, currency: 'EUR' },
  bookedMinutes: 120,
};
const board = (
  breedId: string,
  wish: Partial<PlanChoices['wish']> = {},
  facts: Partial<PlanFacts> = {},
): readonly Proposal[] => {
  const pack = breed(breedId);
  const dog = {
    coatType: pack.coat,
    coatModifiers: [],
    dense: false,
    findings: [],
    signs: [],
    measurements: {},
  };
  const known: PlanFacts = {
    dog,
    ageMonths: 60,
    mats: [],
    temper: { handling: 'easy', standingMinutes: null },
    hairMm: longHair,
    drawer: fullDrawer,
    schools: {},
    matPolicy: { limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 60 },
    ...facts,
  };
  const asked: PlanChoices = {
    trimId: pack.trims[0]?.id ?? '',
    purpose: 'pet',
    wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, ...wish },
    doubleCoatConsent: false,
    schools: {},
    overrides: [],
  };
  return proposeChoices(asked, (choices) => planInputOf(packs, pack, known, choices), context);
};
const kinds = (looks: readonly Proposal[]) => looks.map(({ kind }) => kind);
const said = ({ trimName, plan, input, estimate, fit }: Proposal) =>
  consentStatements(trimName, plan, input, estimate, fit);
const shave = { allOverMm: 6, weeksBetween: 16 };

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

  it('a wished shave-down stands beside trims that keep the breed, and costs it its marks', () => {
    const looks = board('samoyed', shave);
    const [wish] = looks;
    expect(kinds(looks)).toContain('welfare');
    expect(wish?.marks.kept).toBeLessThan(wish?.marks.of ?? 0);
    for (const look of looks.slice(1)) {
      expect(look.marks.kept, look.trimName).toBe(look.marks.of);
      expect(look.choices.doubleCoatConsent).toBe(false);
    }
    expect(wish?.lost.find(({ region }) => region === 'body')?.daysBack).toBeNull();
  });

  it('in a salon that declines, the literal wish is refused on its card', () => {
    const [wish] = board('samoyed', shave, { schools: { doubleCoat: 'decline' } });
    expect(wish?.plan.conflicts.map(({ kind }) => kind)).toContain('double-coat-declined');
    expect(wish?.choices.doubleCoatConsent).toBe(false);
  });

  it('the easy look asks less at home than the wish for a long coat', () => {
    const looks = board('yorkshire-terrier', {}, {});
    const full = board('havanese', { lean: 'longer' });
    for (const list of [looks, full]) {
      const easy = list.find(({ kind }) => kind === 'easy');
      if (easy)
        expect(easy.upkeep.brushMinutesPerWeek).toBeLessThanOrEqual(list[0]?.upkeep.brushMinutesPerWeek ?? 0);
    }
  });

  it('hair that goes is told with the weeks until it is back', () => {
    const [wish] = board('standard-poodle');
    const body = wish?.lost.find(({ region }) => region === 'body');
    expect(body?.fromMm).toBe(60);
    const months = (60 * 0.95 - (body?.toMm ?? 0)) / 12;
    expect(body?.daysBack).toBeGreaterThan(months * 30.4 - 1);
    expect(body?.daysBack).toBeLessThan(months * 30.4 + 8);
  });

  it('visits a year follow the wish’s weeks, elsewhere the coat’s growth', () => {
    const looks = board('standard-poodle', { weeksBetween: 6 });
    expect(looks[0]?.upkeep).toMatchObject({ weeks: 6 });
    for (const { upkeep } of looks) expect(upkeep.visitsPerYear * upkeep.weeks).toBeCloseTo(52, 9);
  });
});

describe('what the owner signs', () => {
  it('names only what applies: trim, time and price on an easy dog', () => {
    const [wish] = board('lagotto-romagnolo');
    if (!wish) throw new Error('no look');
    expect([...new Set(said(wish).map(({ about }) => about))]).toEqual(['trim', 'time', 'price']);
    expect(
      said(wish)
        .map(({ text }) => text)
        .join(),
    ).toMatch(/between \d+ EUR and \d+ EUR/);
  });

  it('mats, with what may be under them and the fee on top', () => {
    const mats = [
      {
        id: 'm1',
        zone: 'ear-outside.left',
        lengthCm: 4,
        widthCm: 3,
        tightness: 4,
        toSkinMm: 1,
        burr: false,
        sores: false,
      },
    ] as const;
    const [wish] = board('havanese', {}, { mats });
    if (!wish) throw new Error('no look');
    const text = said(wish)
      .map((one) => one.text)
      .join('\n');
    expect(text).toMatch(/mat on the left ear, outside is clipped off to about 0\.5 mm/);
    expect(text).toMatch(/sore, bruised or bald/);
    expect(text).toMatch(/Blood can swell the leather of an ear/);
    expect(text).toMatch(/charged on top/);
  });

  it('a shaved double coat with its risk and what was offered instead; a senior with its sittings', () => {
    const [wish] = board('samoyed', shave);
    if (!wish) throw new Error('no look');
    const text = said(wish)
      .map((one) => one.text)
      .join('\n');
    expect(text).toMatch(/One length all over, 6 mm asked: it will be about 13 mm on the back/);
    expect(text).toMatch(/may not come back the same/);
    expect(text).toMatch(/Offered instead: bath and de-shed/);
    const dog = {
      coatType: 'drop',
      coatModifiers: ['senior'],
      dense: false,
      findings: [],
      signs: [{ sign: 'heart', zone: null, level: null, sizeMm: null, note: '' }],
      measurements: {},
    };
    const [old] = board('havanese', {}, { dog, ageMonths: 156 });
    if (!old) throw new Error('no look');
    expect(
      said(old)
        .map((one) => one.text)
        .join('\n'),
    ).toMatch(/sittings of 15 minutes; we stop rather than finish/);
  });
});

describe('upkeep', () => {
  it('follows the brushing rule and never asks more than an hour a week', () => {
    expect(brushMinutesPerWeek(0.5, 1, 20)).toBe(12);
    expect(brushMinutesPerWeek(1, 1.1, 40)).toBeCloseTo(6 + 6 * 2 * 1.1 * 2, 9);
    expect(brushMinutesPerWeek(1.2, 1.1, 200)).toBe(60);
  });

  it('every length has a picture in words', () => {
    for (const mm of [0.25, 2, 6, 13, 19, 32, 60, 150]) expect(plainLength(mm)).not.toBe('');
    expect(plainLength(13)).toBe('a fingernail');
  });
});
