import { describe, expect, it } from 'vitest';
import { breed, caseFor, hairEverywhere } from '../../testing/packs.ts';
import type { Extra } from '../../testing/packs.ts';
import type { Rule } from '../packs/breed.ts';
import { judgeMats } from '../mats/judge.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import { targetsOf } from '../targets/targetsOf.ts';
import { wishOf } from './wishes.ts';

/** A target of a zone, with what a test says of it instead. */
function wish(
  breedId: string,
  zone: string,
  extra: Extra = {},
  other: Partial<ZoneTarget> = {},
  rules?: readonly Rule[],
) {
  const pack = rules ? { ...breed(breedId), rules } : breed(breedId);
  const visit = caseFor(breedId, { hairMm: hairEverywhere(200), ...extra }, pack);
  const target = targetsOf(judgeMats(visit)).find((one) => one.zone.id === zone);
  if (!target) throw new Error(`no zone ${zone}`);
  return wishOf(visit, { ...target, ...other });
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

describe('what a zone brings to the outline', () => {
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
    const { hiMm, hiBy } = wish('standard-poodle', 'back', {}, { ceilingMm: 40, wantedMm: 13 });
    expect([hiMm, hiBy]).toEqual([40, 'hair']);
    expect(wish('standard-poodle', 'back', {}, { ceilingMm: Infinity, wantedMm: 13 }, []).hiBy).toBeNull();
    expect(wish('standard-poodle', 'back', {}, { ceilingMm: 10, wantedMm: 13 }).hiMm).toBe(13);
  });

  it('may be no longer than a maximum of the standard for this place and purpose', () => {
    const open = { ceilingMm: 90, wantedMm: 13 };
    const held = wish('standard-poodle', 'back', {}, open, [limit(25)]);
    expect([held.hiMm, held.hiBy]).toEqual([25, 'standard']);
    expect(
      wish('standard-poodle', 'back', {}, open, [limit(25, { zones: ['loin'] } as Partial<Rule>)]).hiMm,
    ).toBe(90);
    expect(
      wish('standard-poodle', 'back', {}, open, [limit(25, { kind: 'minLength' } as Partial<Rule>)]).hiMm,
    ).toBe(90);
    const forShow = [limit(25, { purposes: ['show'] })];
    expect(wish('standard-poodle', 'back', {}, open, forShow).hiMm).toBe(90);
    expect(wish('standard-poodle', 'back', { purpose: 'show' }, open, forShow).hiMm).toBe(25);
  });

  it('for a show keeps to the length the standard draws, where it is the standard’s', () => {
    const open = { ceilingMm: 90 };
    const standard = wish(
      'standard-poodle',
      'foreface.left',
      { purpose: 'show', trimId: 'continental' },
      open,
      [],
    );
    expect(standard.hiBy).toBe('standard');
    expect(
      wish('standard-poodle', 'foreface.left', { purpose: 'pet', trimId: 'continental' }, open, []).hiMm,
    ).toBe(90);
  });

  it('is left as it is where it is clean, untouched, lost, all one length, or left alone', () => {
    const drawn = wish('standard-poodle', 'back');
    expect(drawn.held).toBe(false);
    expect(wish('standard-poodle', 'foreface.left').held).toBe(true);
    expect(wish('standard-poodle', 'pads').held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { untouched: true }).held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { allOver: true }).held).toBe(true);
    expect(wish('standard-poodle', 'back', {}, { techniques: [] }).held).toBe(true);
    expect(wish('golden-retriever', 'back').held).toBe(true);
  });

  it('carries how the hair lies, its shape and its edge', () => {
    const visor = wish('standard-poodle', 'topknot');
    expect(visor.hair.over).toBe(true);
    expect(visor.hair.shape).toBeDefined();
    expect(wish('standard-poodle', 'back').hair).not.toHaveProperty('over');
    expect(wish('airedale-terrier', 'forefoot.left').hair.layDeg).toBe(50);
  });
});
