import { describe, expect, it } from 'vitest';
import { breed, caseFor, hairEverywhere } from '../../testing/packs.ts';
import type { Extra } from '../../testing/packs.ts';
import type { Rule } from '../packs/breed.ts';
import { judgeMats } from '../mats/judge.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import { targetsOf } from '../targets/targetsOf.ts';
import { wishOf } from './wishes.ts';

const visitOf = (breedId: string, extra: Extra, rules?: readonly Rule[]) =>
  caseFor(
    breedId,
    { hairMm: hairEverywhere(200), ...extra },
    rules ? { ...breed(breedId), rules } : breed(breedId),
  );

function targetOf(breedId: string, zone: string, visit = visitOf(breedId, {})): ZoneTarget {
  const target = targetsOf(judgeMats(visit)).find((one) => one.zone.id === zone);
  if (!target) throw new Error(`no zone ${zone}`);
  return target;
}

/** A target of a zone, with what a test says of it instead. */
function wish(
  breedId: string,
  zone: string,
  extra: Extra = {},
  other: Partial<ZoneTarget> = {},
  rules?: readonly Rule[],
) {
  const visit = visitOf(breedId, extra, rules);
  return wishOf(visit, { ...targetOf(breedId, zone, visit), ...other });
}
const limit = (mm: number, extra: Partial<Rule> = {}): Rule =>
  ({
    kind: 'maxLength',
    zones: ['back'],
    mm,
    text: '',
    source: 'standard',
    severity: 'fault',
    whenBroken: '',
    ...extra,
  }) as Rule;

describe('the solver bounds of a place', () => {
  it('may be as short as the trim still reads, and no shorter than skin allows', () => {
    const free = wish('standard-poodle', 'back', {}, { leastMm: 2 });
    const [least, most] = free.trimMm;
    expect([free.loMm, free.floorMm]).toEqual([least, 2]);
    expect(most).toBeGreaterThan(least);
    expect(wish('standard-poodle', 'back', {}, { leastMm: least + 1 }).loMm).toBe(least + 1);
  });

  it('is never bound to be longer than what is wanted', () => {
    expect(wish('standard-poodle', 'back', {}, { wantedMm: 3, leastMm: 5 }).loMm).toBe(3);
  });

  it('may be as long as the hair there is, and says that the hair holds it', () => {
    const { hiMm, hiBy } = wish('standard-poodle', 'back', {}, { ceilingMm: 20, wantedMm: 13 });
    expect([hiMm, hiBy]).toEqual([20, 'hair']);
    expect(wish('standard-poodle', 'back', {}, { ceilingMm: 10, wantedMm: 13 }).hiMm).toBe(13);
  });

  it('may fill to what still reads as the trim, where hair stands to twice that', () => {
    const open = { ceilingMm: Infinity };
    const poodle = wish('standard-poodle', 'back', {}, { ...open, wantedMm: 13 });
    expect([poodle.hiMm, poodle.hiBy]).toEqual([2 * poodle.trimMm[1], 'trim']);
    const terrier = wish('airedale-terrier', 'back', {}, { ...open, wantedMm: 18 });
    expect([terrier.hiMm, terrier.hiBy]).toEqual([terrier.trimMm[1], 'trim']);
    expect(wish('airedale-terrier', 'back', {}, { ...open, wantedMm: 60 }).hiMm).toBe(60);
  });

  it('may be no longer than a maximum of the standard for this place and purpose', () => {
    const open = { ceilingMm: 90, wantedMm: 13 };
    const most = (rule: Rule, purpose: 'pet' | 'show' = 'pet') => {
      const { hiMm, hiBy } = wish('standard-poodle', 'back', { purpose }, open, [rule]);
      return [hiMm, hiBy];
    };
    expect(most(limit(15))).toEqual([15, 'trim']);
    expect(most(limit(15, { zones: ['loin'] } as Partial<Rule>))).toEqual([32, 'trim']);
    expect(most(limit(15, { kind: 'minLength' } as Partial<Rule>))).toEqual([32, 'trim']);
    const forShow = limit(15, { purposes: ['show'] });
    expect(most(forShow)).toEqual([32, 'trim']);
    expect(most(forShow, 'show')).toEqual([15, 'trim']);
  });

  it('for a show keeps to the length the standard draws, where it is the standard’s', () => {
    const face = (purpose: 'pet' | 'show') =>
      wish(
        'standard-poodle',
        'topknot',
        { purpose, trimId: 'continental' },
        { ceilingMm: 900, wantedMm: 20 },
      );
    expect(face('show').hiMm).toBe(face('show').trimMm[1]);
    expect(face('pet').hiMm).toBe(2 * face('pet').trimMm[1]);
  });

  it('is left as it is where it is clean, untouched, lost, all one length, or left alone', () => {
    const drawn = wish('standard-poodle', 'back');
    expect(drawn.held).toBe(false);
    expect(wish('standard-poodle', 'foreface.left').held).toBe(true);
    expect(wish('standard-poodle', 'pads').held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { untouched: true }).held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { allOver: true }).held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { techniques: [] }).held).toBe(true);
    const lost = { mat: { zone: 'back' } } as unknown as ZoneTarget['lost'];
    expect(wish('standard-poodle', 'back', {}, { lost }).held).toBe(true);
    expect(wish('golden-retriever', 'back').held).toBe(true);
    const { area } = targetOf('standard-poodle', 'back');
    const drawnAt = (mm: number, stands = false) =>
      wish('standard-poodle', 'back', {}, { area: { ...area, mm, stands } }).held;
    expect([drawnAt(3), drawnAt(3.1)]).toEqual([true, false]);
    expect(drawnAt(13, true)).toBe(true);
  });

  it('carries how the hair lies, its shape and its edge', () => {
    const visor = wish('standard-poodle', 'topknot');
    expect(visor.hair.over).toBe(true);
    expect(visor.hair.shape).toBeDefined();
    expect(wish('standard-poodle', 'back').hair).not.toHaveProperty('over');
    expect(wish('airedale-terrier', 'forefoot.left').hair.layDeg).toBe(50);
  });
});
