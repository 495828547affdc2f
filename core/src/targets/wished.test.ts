import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, planFor } from '../../testing/packs.ts';
import { areaIn, zoneIn } from '../../testing/targets.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { zoneKindId } from '../terms/zone.ts';
import type { TrimArea } from '../packs/breed.ts';
import { asDrawn } from './asDrawn.ts';
import { wished } from './wished.ts';

const wish = (extra: Partial<Extra['wish']>): Extra => ({ wish: { ...AS_DRAWN, weeksBetween: 6, ...extra } });
const ask = (breed: string, id: string, extra: Extra, area: Partial<TrimArea> = {}, matted = false) => {
  const visit = caseFor(breed, extra);
  const zone = zoneIn(visit, id);
  return wished(visit, zone, areaIn(visit, zone.kind.id, area), matted);
};
const back = { mm: 13, range: [6, 16], techniques: ['comb'] } as const;
const poodle = (extra: Partial<Extra['wish']>, more: Extra = {}) =>
  ask('standard-poodle', 'back', { ...more, ...wish(extra) }, back);

describe("the owner's wish for a zone", () => {
  it('shorter and longer are the ends of what still reads as the trim', () => {
    expect(poodle({ lean: 'shorter' })).toEqual({
      mm: 6,
      rule: 'wish-lean',
      about: 'shorter',
      tooShortMm: null,
      ownLength: false,
      saidHere: false,
    });
    expect(poodle({ lean: 'longer' })).toEqual({
      mm: 16,
      rule: 'wish-lean',
      about: 'longer',
      tooShortMm: null,
      ownLength: false,
      saidHere: false,
    });
    expect(poodle({})).toBeNull();
  });

  it('leaves alone what the trim leaves alone, but for one length all over', () => {
    const left = { techniques: ['leave', 'thin'] } as const;
    expect(ask('golden-retriever', 'back', wish({ lean: 'shorter' }), left)).toBeNull();
    expect(ask('golden-retriever', 'back', wish({ weeksBetween: 20 }), left)).toBeNull();
    expect(ask('golden-retriever', 'back', wish({ allOverMm: 20 }), left)?.mm).toBe(20);
  });

  it('visits further apart than eight weeks bring a pet nearer to its short end, and at sixteen to it', () => {
    expect(poodle({ weeksBetween: 8 })).toBeNull();
    expect(poodle({ weeksBetween: 12 })).toEqual({
      mm: 13 - (13 - 6) / 2,
      rule: 'weeks-between',
      about: '12',
      tooShortMm: null,
      ownLength: false,
      saidHere: false,
    });
    expect(poodle({ weeksBetween: 16 })?.mm).toBe(6);
    expect(poodle({ weeksBetween: 40 })?.mm).toBe(6);
    expect(poodle({ weeksBetween: 12 }, { purpose: 'show' })).toBeNull();
  });

  it('hair that is close already stays as it is however rare the visits', () => {
    const rare = wish({ weeksBetween: 16 });
    expect(ask('standard-poodle', 'back', rare, { ...back, mm: 6, range: [3, 8] })).toBeNull();
    expect(ask('standard-poodle', 'back', rare, { ...back, mm: 6.5, range: [3, 8] })?.mm).toBe(3);
  });

  it('one length all over is the whole dog but for the places kept as the trim has them', () => {
    const all = wish({ allOverMm: 9 });
    expect(ask('standard-poodle', 'topknot', all)).toEqual({
      mm: 9,
      rule: 'wish-all-over',
      about: '',
      tooShortMm: null,
      ownLength: true,
      saidHere: false,
    });
    expect(ask('standard-poodle', 'eye-corner.left', all)).toBeNull();
    expect(ask('standard-poodle', 'pads', wish({ allOverMm: 9, lean: 'longer' }))?.rule).toBe('wish-lean');
  });

  it('goes under 3 mm for no wish, but for mats, a vet and the ring', () => {
    expect(poodle({ allOverMm: 2 })).toMatchObject({ mm: 3, tooShortMm: 2 });
    expect(poodle({ allOverMm: 3 })).toMatchObject({ mm: 3, tooShortMm: null });
    expect(poodle({ allOverMm: 2, vetAsks: true })).toMatchObject({ mm: 2, tooShortMm: null });
    expect(poodle({ allOverMm: 2 }, { purpose: 'show' })).toMatchObject({ mm: 2, tooShortMm: null });
    expect(ask('standard-poodle', 'back', wish({ allOverMm: 2 }), back, true)).toMatchObject({ mm: 2 });
  });
});

describe('the wish beside the trim', () => {
  const drawn = (breed: string, id: string, extra: Extra, area: Partial<TrimArea> = {}) => {
    const visit = caseFor(breed, extra);
    const zone = zoneIn(visit, id);
    const here = areaIn(visit, zone.kind.id, area);
    return asDrawn(visit, zone, here, { name: 'lamb', mattedShort: false });
  };
  const rules = (of: ReturnType<typeof drawn>) => of.reasons.map(({ rule, overruled }) => [rule, overruled]);

  it('without a wish the trim speaks alone', () => {
    expect(drawn('standard-poodle', 'back', {}, back)).toEqual({
      mm: 13,
      wished: false,
      allOver: false,
      reasons: [
        {
          stage: 'standard',
          rule: 'trim',
          about: 'lamb',
          source: expect.any(String) as string,
          effect: { kind: 'target', mm: 13, range: [6, 16] },
          overruled: false,
        },
      ],
      conflicts: [],
    });
  });

  it("a pet's wish overrules the trim, and says whose it is", () => {
    const pet = drawn('standard-poodle', 'back', wish({ lean: 'shorter' }), back);
    expect(pet).toMatchObject({ mm: 6, wished: true, allOver: false, conflicts: [] });
    expect(rules(pet)).toEqual([
      ['trim', true],
      ['wish-lean', false],
    ]);
    expect(pet.reasons[1]).toMatchObject({
      stage: 'wish',
      source: 'owner',
      effect: { kind: 'target', mm: 6 },
    });
  });

  it('a wish for what the trim draws overrules nothing', () => {
    const same = drawn('standard-poodle', 'back', wish({ allOverMm: 13 }), back);
    expect(rules(same)).toEqual([
      ['trim', false],
      ['wish-all-over', false],
    ]);
    expect(same.allOver).toBe(true);
  });

  it('for show the standard wins over what is beyond it, on either side, and taste within it', () => {
    for (const [allOverMm, mm] of [
      [5, 13],
      [17, 13],
      [6, 6],
      [16, 16],
    ] as const) {
      const show = drawn('standard-poodle', 'back', { purpose: 'show', ...wish({ allOverMm }) }, back);
      expect(show.mm).toBe(mm);
      expect(show.allOver).toBe(mm !== 13);
      expect(show.reasons[1]).toMatchObject({ source: 'groomer', overruled: mm === 13 });
      expect(show.conflicts).toEqual(
        mm === 13
          ? [
              expect.objectContaining({
                kind: 'standard-over-wish',
                zone: 'back',
                wonMm: 13,
                askedMm: allOverMm,
              }),
            ]
          : [],
      );
    }
  });

  it('a double coat is not shaved for a wish, says so once with what else can be done, and is for a vet', () => {
    const ask20 = (id: string, extra: Partial<Extra['wish']> = {}) =>
      drawn('golden-retriever', id, wish({ allOverMm: 20, ...extra }));
    const asked = ask20('back');
    expect(asked).toMatchObject({ mm: 38, allOver: false, wished: true });
    expect(rules(asked)).toEqual([
      ['trim', false],
      ['wish-all-over', true],
    ]);
    expect(asked.conflicts).toEqual([
      expect.objectContaining({ kind: 'shaving-declined', zone: 'back', wonMm: 38, askedMm: 20 }),
    ]);
    expect(asked.conflicts[0]?.alternatives.length).toBeGreaterThan(1);
    expect(ask20('loin').conflicts).toEqual([]);
    expect(ask20('back', { vetAsks: true })).toMatchObject({ mm: 20, allOver: true, conflicts: [] });
  });

  it('a declined shave asked too short names what was asked, and nothing else', () => {
    const { conflicts } = drawn('golden-retriever', 'back', wish({ allOverMm: 1 }));
    expect(conflicts).toEqual([expect.objectContaining({ kind: 'shaving-declined', askedMm: 1 })]);
  });

  it("a salon's never is said as such", () => {
    const { conflicts } = drawn('golden-retriever', 'back', {
      salon: { doubleCoat: 'decline' },
      ...wish({ allOverMm: 20 }),
    });
    expect(conflicts.map(({ kind }) => kind)).toEqual(['shaving-never']);
  });

  it('a wish under what is done for one says so once, where the body is', () => {
    const short = drawn('standard-poodle', 'back', wish({ allOverMm: 2 }), back);
    expect(short.conflicts).toEqual([
      expect.objectContaining({ kind: 'wish-too-short', zone: 'back', wonMm: 3, askedMm: 2 }),
    ]);
    expect(drawn('standard-poodle', 'loin', wish({ allOverMm: 2 })).conflicts).toEqual([]);
  });
});

/** What a 15 leaves, mm. */
const SHORTEST_WISHED_MM = 1.2;
/** Where 30 and 40 are at home. */
const NAMED_FOR_30 = new Set(['pads', 'ear-inside']);

describe('the shortest blades', () => {
  it('no wish brings a 30 or a 40 where the trim does not', () => {
    const shorter = { ...AS_DRAWN, lean: 'shorter' as const };
    const closer: string[] = [];
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const drawn = new Map(
          planFor(id, { trimId }).zones.map((zone) => [zone.zone, zone.targetMm] as const),
        );
        for (const { zone, targetMm } of planFor(id, { trimId, wish: shorter }).zones) {
          const before = drawn.get(zone) ?? null;
          if (before === null || targetMm === null || before < SHORTEST_WISHED_MM) continue;
          if (targetMm < SHORTEST_WISHED_MM && !NAMED_FOR_30.has(zoneKindId(zone)))
            closer.push(`${id} ${trimId} ${zone}: ${before} to ${targetMm} mm`);
        }
      }
    expect(closer).toEqual([]);
  });
});
