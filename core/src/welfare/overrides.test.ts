import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, derivedAs, mat, packs, sign } from '../../testing/packs.ts';
import type { Override } from '../case/choices.ts';
import { AS_DRAWN } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import { dangersOf, isFollowed } from './overrides.ts';
import { restrictionsAt } from './restrictionsAt.ts';

const blank: Override = {
  zone: 'back',
  targetMm: null,
  toolId: null,
  direction: null,
  reason: '',
  acknowledged: false,
};
const dangers = (visit: Case, asked: Partial<Override>) => {
  const override = { ...blank, ...asked };
  const zone = byId('zone', visit.derived.zones, override.zone);
  return dangersOf(visit, override, zone, restrictionsAt(visit, zone));
};
const what = (visit: Case, asked: Partial<Override>) => dangers(visit, asked).map((one) => one.what);

const sound = caseFor('standard-poodle');
const allergic = caseFor('standard-poodle', { signs: [sign('allergic-skin')] });
const named = (id: string) => byId('restriction', packs.safety.restrictions, id).name;

describe('what an override would step over', () => {
  it('is nothing on sound skin', () => {
    expect(dangers(sound, { toolId: 'blade-10', direction: 'against' })).toEqual([]);
    expect(dangers(sound, { targetMm: 3 })).toEqual([]);
    expect(dangers(sound, { direction: 'across' })).toEqual([]);
  });

  it('a length: the floor, to the mark', () => {
    const { floorMm } = restrictionsAt(allergic, byId('zone', allergic.derived.zones, 'back'));
    expect(dangers(allergic, { targetMm: floorMm - 0.1 })).toEqual([
      { what: 'floor', about: named('allergic-skin'), bars: null },
    ]);
    expect(dangers(allergic, { targetMm: floorMm })).toEqual([]);
  });

  it('the floor of a zone with no restriction is the zone’s own, and is called so', () => {
    expect(dangers(sound, { targetMm: 0.1 })).toMatchObject([{ what: 'floor', about: 'back' }]);
  });

  it('a tool: its length with its spread, its direction, its kind of blade', () => {
    const back = restrictionsAt(allergic, byId('zone', allergic.derived.zones, 'back'));
    const ways = allergic.derived.options.filter(({ direction }) => direction === 'with');
    for (const { toolId, leavesMm, sdMm, skipTooth } of ways) {
      const low = leavesMm !== null && leavesMm + (sdMm ?? 0) < back.floorMm;
      const expected = [...(low ? ['floor'] : []), ...(skipTooth ? ['skip-tooth'] : [])];
      expect(what(allergic, { toolId, direction: 'with' }), toolId).toEqual(expected);
    }
    expect(dangers(allergic, { toolId: 'blade-5f', direction: 'against' })).toContainEqual({
      what: 'direction',
      about: named('allergic-skin'),
      bars: null,
    });
  });

  it('a tool without a direction is run the way that is allowed there', () => {
    expect(what(allergic, { toolId: 'blade-5f' })).toEqual([]);
  });

  it('a tool that only runs where nothing may run', () => {
    const options = allergic.derived.options.filter(({ direction }) => direction !== 'with');
    const across = derivedAs(allergic, { options });
    expect(what(across, { toolId: 'blade-5f' })).toContain('direction');
  });

  it('a direction on its own, held against every restriction that binds there', () => {
    const both = caseFor('standard-poodle', { signs: [sign('allergic-skin'), sign('redness', 'back')] });
    const [danger] = dangers(both, { direction: 'against' });
    expect(danger?.what).toBe('direction');
    expect(danger?.about.split(', ')).toEqual(
      expect.arrayContaining([named('allergic-skin'), named('red-skin')]),
    );
  });

  it('a technique that is taken away, a place that is left alone', () => {
    const crust = caseFor('standard-poodle', { signs: [sign('crusted-eye', 'brow.left')] });
    expect(what(crust, { zone: 'brow.left', toolId: 'blade-10' })).toContain('technique');
    const patch = caseFor('standard-poodle', { signs: [sign('healing-patch', 'back')] });
    expect(what(patch, { targetMm: 30 })).toEqual(['leave-alone']);
  });

  it('skip-tooth on a fold is called by the place where no restriction binds it', () => {
    const [danger] = dangers(sound, { zone: 'armpit.left', toolId: 'blade-7' });
    expect(what(sound, { zone: 'armpit.left', toolId: 'blade-7' })).toEqual(['skip-tooth', 'place']);
    expect(danger).toEqual({
      what: 'skip-tooth',
      about: byId('zone', sound.derived.zones, 'armpit.left').kind.name,
      bars: null,
    });
  });
});

describe('an override on a coat that is not clipped', () => {
  const wish: Extra = { wish: { ...AS_DRAWN, allOverMm: 6 } };
  const declined = caseFor('samoyed', wish);
  const signing = caseFor('samoyed', { ...wish, shave: 'being-signed' });
  const floor = signing.derived.shaving.policy?.floorMm ?? 0;

  it('needs consent for anything run on the skin, and for a length below the floor', () => {
    expect(dangers(declined, { toolId: 'comb-25' })).toEqual([
      { what: 'shaving', about: declined.derived.coat.name, bars: 'consent' },
    ]);
    expect(what(declined, { targetMm: floor - 1 })).toEqual(['shaving']);
    expect(what(declined, { targetMm: floor })).toEqual([]);
    expect(what(declined, { targetMm: 40 })).toEqual([]);
    const hand = declined.derived.options.find(
      ({ leavesMm, technique }) => leavesMm === null && technique === 'scissor',
    );
    expect(what(declined, { toolId: hand?.toolId ?? '' })).toEqual([]);
  });

  it('with consent a comb may, down to the floor that was signed', () => {
    expect(what(signing, { toolId: 'comb-25' })).toEqual([]);
    expect(what(signing, { targetMm: floor - 0.5 })).toEqual([]);
    expect(what(signing, { targetMm: floor - 0.6 })).toEqual(['shaving']);
  });

  it('does not bear on thin skin and head, nor where a vet asks', () => {
    expect(what(declined, { zone: 'sanitary', toolId: 'blade-10' })).toEqual([]);
    expect(what(declined, { zone: 'cheek.left', targetMm: 5 })).toEqual([]);
    const vet = caseFor('samoyed', { wish: { ...AS_DRAWN, allOverMm: 6, vetAsks: true } });
    expect(what(vet, { targetMm: 6 })).toEqual([]);
  });
});

describe('an override is followed', () => {
  const read = { ...blank, acknowledged: true };
  const mild = { what: 'floor', about: '', bars: null } as const;
  const signed = { what: 'shaving', about: '', bars: 'consent' } as const;

  it('when it steps over nothing, or was read; never past a missing signature', () => {
    expect(isFollowed(blank, [])).toBe(true);
    expect(isFollowed(blank, [mild])).toBe(false);
    expect(isFollowed(read, [mild])).toBe(true);
    expect(isFollowed(read, [mild, signed])).toBe(false);
    expect(isFollowed(read, [signed])).toBe(false);
  });
});

describe('an override at a mat, in a fold, on a first visit', () => {
  const POLICY = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
  const matted = (zone: string, tightness: 1 | 2 | 3 | 4, sores = false): Extra => ({
    matPolicy: POLICY,
    mats: [mat(zone, { tightness, sores })],
  });
  const FIRST: Extra = { firstVisit: true };
  const VET: Extra = { firstVisit: true, wish: { ...AS_DRAWN, vetAsks: true } };
  const rib = (toolId: string) => ({ zone: 'rib.left', toolId });
  const cheek = (targetMm: number) => ({ zone: 'cheek.left', targetMm });

  it.each<[string, Extra, Partial<Override>, readonly string[]]>([
    ['a comb where nothing is matted', {}, rib('comb-13'), []],
    ['a comb through a tight mat', matted('rib.left', 3), rib('comb-13'), []],
    ['a comb through felt', matted('rib.left', 4), rib('comb-13'), ['mat']],
    ['a comb beside felt', matted('loin', 4), rib('comb-13'), []],
    ['a 5F under felt', matted('rib.left', 4), rib('blade-5f'), []],
    ['a 30 under a firm mat', matted('rib.left', 2), rib('blade-30'), ['mat']],
    ['a 10 under a firm mat, the salon’s floor to the mark', matted('rib.left', 2), rib('blade-10'), []],
    ['a 30 under a loose mat', matted('rib.left', 1), rib('blade-30'), []],
    ['a 30 beside a mat', matted('loin', 4), rib('blade-30'), []],
    ['a 30 over sores', matted('rib.left', 1, true), { ...rib('blade-30'), direction: 'with' }, ['mat']],
    ['a 10 in an armpit', {}, { zone: 'armpit.left', toolId: 'blade-10' }, ['place']],
    ['a 10 in a matted armpit', matted('armpit.left', 3), { zone: 'armpit.left', toolId: 'blade-10' }, []],
    [
      'a 10 in an armpit, the rib matted',
      matted('rib.left', 3),
      { zone: 'armpit.left', toolId: 'blade-10' },
      ['place'],
    ],
    ['an armpit against the lay', {}, { zone: 'armpit.left', direction: 'against' }, ['direction']],
    [
      'a comb in an armpit against the lay',
      {},
      { zone: 'armpit.left', toolId: 'comb-10', direction: 'against' },
      ['direction'],
    ],
    ['a comb in an armpit, whichever way is safe', {}, { zone: 'armpit.left', toolId: 'comb-10' }, []],
    [
      'shears held against the lay',
      {},
      { zone: 'armpit.left', toolId: 'straight-shears', direction: 'against' },
      [],
    ],
    ['shorter than is drawn on a first visit', FIRST, cheek(1), ['floor']],
    ['one blade longer on a first visit', FIRST, cheek(2), []],
    ['as drawn, not on a first visit', {}, cheek(1.5), []],
    ['shorter on a first visit where a vet asks', VET, cheek(1), []],
  ])('%s', (_what, extra, asked, kinds) => {
    expect(what(caseFor('standard-poodle', { ...extra }), asked)).toEqual(kinds);
  });

  it('is called by the felt, by the place, and by what makes it longer', () => {
    const felt = caseFor('standard-poodle', matted('rib.left', 4));
    expect(dangers(felt, rib('comb-13'))).toEqual([{ what: 'mat', about: 'felted', bars: null }]);
    const firm = caseFor('standard-poodle', matted('rib.left', 2));
    expect(dangers(firm, rib('blade-30'))).toEqual([{ what: 'mat', about: 'ribs', bars: null }]);
    expect(dangers(caseFor('standard-poodle', FIRST), cheek(1))).toEqual([
      { what: 'floor', about: named('first-visit'), bars: null },
    ]);
    expect(dangers(sound, { zone: 'belly', targetMm: 0.05 })).toMatchObject([
      { what: 'floor', about: 'belly and tuck-up', bars: 'skin' },
    ]);
  });
});
