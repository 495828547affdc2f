import { describe, expect, it } from 'vitest';
import { caseFor, derivedAs, mat, packs, sign } from '../../testing/packs.ts';
import type { Condition } from '../packs/condition.ts';
import type { Circumstances } from './holds.ts';
import { holds } from './holds.ts';

const visit = caseFor('bedlington-terrier', {
  purpose: 'pet',
  findings: [{ finding: 'short-neck', severity: 'mild' }],
  signs: [sign('dances'), sign('hot-spot', 'back')],
  mats: [mat('armpit.left')],
  measurements: { weightKg: 9 },
  modifiers: ['puppy'],
});
const {
  derived: { coat },
} = visit;
const [, usual] = Object.entries(visit.derived.schools)[0] ?? ['', ''];
const [rule] = Object.keys(visit.derived.schools);
const asked: Circumstances = { techniques: ['clip'], jacketBy: 'scissor', white: true, meanHairMm: 30 };

/** Each key with what is so of this dog, and with what is not. */
const keys: readonly (readonly [keyof Condition, Condition, Condition])[] = [
  ['purposes', { purposes: ['show', 'pet'] }, { purposes: ['show'] }],
  ['fromKg', { fromKg: 9 }, { fromKg: 9.1 }],
  ['handling', { handling: ['easy', 'bites'] }, { handling: ['bites'] }],
  ['signs', { signs: ['leans', 'dances'] }, { signs: ['leans'] }],
  ['restrictions', { restrictions: ['hot-spot'] }, { restrictions: ['red-skin'] }],
  ['findings', { findings: ['short-neck'] }, { findings: ['long-neck'] }],
  ['matted', { matted: true }, { matted: false }],
  ['coats', { coats: [coat.id] }, { coats: ['corded'] }],
  ['textures', { textures: ['cord', coat.texture] }, { textures: ['cord'] }],
  ['modifiers', { modifiers: ['puppy'] }, { modifiers: ['shedding'] }],
  ['shown', { shown: coat.shown }, { shown: coat.shown === 'stretched' ? 'reverted' : 'stretched' }],
  ['strips', { strips: coat.strips }, { strips: !coat.strips }],
  ['dense', { dense: coat.dense }, { dense: !coat.dense }],
  ['clipping', { clipping: [coat.clipping] }, { clipping: ['double'] }],
  ['schools', { schools: { [rule ?? '']: [usual] } }, { schools: { [rule ?? '']: ['another'] } }],
  ['techniques', { techniques: ['strip', 'clip'] }, { techniques: ['strip'] }],
  ['jacket', { jacket: ['scissor'] }, { jacket: ['clip'] }],
  ['white', { white: true }, { white: false }],
  ['fromMm', { fromMm: 30 }, { fromMm: 31 }],
  ['any', { any: [{ fromKg: 50 }, { matted: true }] }, { any: [{ fromKg: 50 }, { matted: false }] }],
  ['not', { not: [{ purposes: ['show'] }] }, { not: [{ purposes: ['show'] }, { matted: true }] }],
];

describe('a condition of a visit', () => {
  it.each(keys)('%s is asked of the dog, the plan and the house', (_, so, otherwise) => {
    expect(holds(visit, [so], asked)).toBe(true);
    expect(holds(visit, [otherwise], asked)).toBe(false);
  });

  it('holds always where nothing is asked, and by any of several', () => {
    expect(holds(visit, [])).toBe(true);
    expect(holds(visit, [{ purposes: ['show'] }, { fromKg: 5 }])).toBe(true);
    expect(holds(visit, [{ purposes: ['show'] }, { fromKg: 50 }])).toBe(false);
  });

  it.each(keys)('%s beside another key holds only with it', (_, so, otherwise) => {
    const both = (a: Condition, b: Condition) => holds(visit, [{ ...a, ...b }], asked);
    const other: Condition = so.purposes ? { fromKg: 5 } : { purposes: ['pet'] };
    const never: Condition = so.purposes ? { fromKg: 50 } : { purposes: ['show'] };
    expect(both(so, other)).toBe(true);
    expect(both(so, never)).toBe(false);
    expect(both(otherwise, other)).toBe(false);
  });

  it.each(['techniques', 'jacket', 'white', 'fromMm'] as const)(
    '%s does not hold where nobody says it',
    (key) => {
      const [, so] = keys.find(([one]) => one === key) ?? ['', {}];
      expect(holds(visit, [so])).toBe(false);
    },
  );

  it('of a house rule nobody answered, the pack’s usual answer counts', () => {
    const { id, default: answer } = packs.schools.schools[0] ?? { id: '', default: '' };
    expect(holds(derivedAs(visit, { schools: {} }), [{ schools: { [id]: [answer] } }])).toBe(true);
    expect(() => holds(visit, [{ schools: { none: ['x'] } }])).toThrow('none');
  });
});
