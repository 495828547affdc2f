import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, caseFor, mat, packs, planFor, sign, zoneOf } from '../../testing/packs.ts';
import { zoneIn } from '../../testing/targets.ts';
import { cautionsAt, stepCautions, visitCautions } from './cautions.ts';

describe('cautions of the brief', () => {
  const visitWide = (extra: Extra) => planFor('standard-poodle', extra).cautions.join('\n');

  it.each([
    ['never alone in the loop', {}, /Never alone/],
    ['dryer in ears', {}, /never into ears/],
    [
      'fingers between when a mat is cut',
      {
        mats: [
          {
            id: 'm',
            zone: 'back',
            lengthCm: 3,
            widthCm: 3,
            tightness: 2,
            toSkinMm: 6,
            burr: false,
            sores: false,
          },
        ],
      },
      /Fingers between/,
    ],
    ['patch test', { signs: [sign('allergic-skin')] }, /small place first/],
    ['chalk in airways', { purpose: 'show' }, /out of airways/],
    ['lifting', { measurements: { weightKg: 30 } }, /Two people lift/],
    ['a bare clipper on a moving dog', { signs: [sign('dances')] }, /no bare blade freehand/],
  ] as const)('%s', (_name, extra, words) => {
    expect(visitWide(extra as Extra)).toMatch(words);
  });

  it('those that do not apply are not said', () => {
    const calm = visitWide({ measurements: { weightKg: 20 } });
    expect(calm).not.toMatch(/Fingers between|small place first|airways|Two people|freehand/);
  });

  it('hot blade, nipples and hind dewclaws stand at their step', () => {
    const plan = planFor('standard-poodle');
    expect(zoneOf(plan, 'back').cautions.join()).toMatch(/inside of your wrist/);
    expect(zoneOf(plan, 'belly').cautions.join()).toMatch(/Nipples/);
    expect(zoneOf(plan, 'hock.left').cautions.join()).toMatch(/dewclaws/);
    expect(zoneOf(plan, 'topknot').cautions.join()).not.toMatch(/wrist/);
  });
});

describe('what is minded where', () => {
  const text = (id: string) => packs.safety.cautions.find((one) => one.id === id)?.text ?? `no ${id}`;
  const at = (zone: string, technique: 'clip' | 'comb' | 'scissor', extra: Extra = {}) => {
    const visit = caseFor('standard-poodle', extra);
    return cautionsAt(visit, zoneIn(visit, zone), technique);
  };
  const plain = breed('standard-poodle').cautions;

  it('of a place its own, then the tool’s, then the breed’s at that very place', () => {
    const back = plain.filter(({ zones }) => zones.includes('back')).map((one) => one.text);
    expect(at('back', 'comb')).toEqual([text('hot-blade'), ...back]);
    const lips = plain.filter(({ zones }) => zones.includes('foreface')).map((one) => one.text);
    expect(at('foreface.left', 'scissor')).toEqual([text('lips'), text('closed-points'), ...lips]);
    const [some] = plain;
    if (!some) throw new Error('no caution');
    const named = caseFor('standard-poodle');
    const [first = ''] = some.zones;
    const zone = named.derived.zones.find(({ kind }) => kind.id === first);
    const other = named.derived.zones.find(({ kind }) => !some.zones.includes(kind.id));
    if (!zone || !other) throw new Error('no zone');
    expect(cautionsAt(named, zone, 'comb')).toContain(some.text);
    expect(cautionsAt(named, other, 'comb')).not.toContain(some.text);
  });

  it('a bare blade on a dog that moves, for what it is worked with: not for a comb', () => {
    const dances: Extra = { signs: [sign('dances')] };
    expect(at('back', 'clip', dances)).toContain(text('bare-blade'));
    expect(at('back', 'comb', dances)).not.toContain(text('bare-blade'));
    expect(at('back', 'clip')).not.toContain(text('bare-blade'));
    expect(at('back', 'clip', { temper: { handling: 'fights' } })).toContain(text('bare-blade'));
    expect(at('back', 'clip', { temper: { handling: 'wary' } })).not.toContain(text('bare-blade'));
    expect(at('back', 'clip', { signs: [sign('lump', 'back')] })).not.toContain(text('bare-blade'));
  });

  it('at a step that is at no place: what is for that step, and for what is in the hand', () => {
    const visit = caseFor('standard-poodle', { signs: [sign('dances'), sign('allergic-skin')] });
    expect(stepCautions(visit, 'stand', null)).toEqual([text('loop')]);
    expect(stepCautions(visit, 'dry', null)).toEqual([text('dryer-ears')]);
    expect(stepCautions(visit, 'wash', null)).toEqual([text('patch-test')]);
    expect(stepCautions(visit, 'rinse', null)).toEqual([]);
    expect(stepCautions(visit, 'rough-clip', 'clip')).toEqual([text('hot-blade'), text('bare-blade')]);
    expect(stepCautions(visit, 'rough-clip', 'scissor')).toEqual([text('closed-points')]);
    expect(stepCautions(visit, 'clip', null)).toEqual([]);
    expect(stepCautions(caseFor('standard-poodle'), 'wash', null)).toEqual([]);
  });

  it('for the visit: what is said once, and only where it holds', () => {
    const ids = (extra: Extra, techniques: readonly ('clip' | 'comb')[] = []) =>
      visitCautions(caseFor('standard-poodle', extra), techniques).map(({ id }) => id);
    const light: Extra = { measurements: { weightKg: 20 } };
    expect(ids(light)).toEqual(['loop', 'dryer-ears']);
    expect(ids({ measurements: { weightKg: 25 } })).toContain('lifting');
    expect(ids({ measurements: { weightKg: 24.9 } })).not.toContain('lifting');
    expect(ids({ ...light, mats: [mat('back')] })).toContain('mat-fingers');
    expect(ids({ ...light, purpose: 'show' })).toContain('airways');
    const dances: Extra = { ...light, signs: [sign('dances')] };
    expect(ids(dances, ['comb', 'clip'])).toContain('bare-blade');
    expect(ids(dances, ['comb'])).not.toContain('bare-blade');
  });
});
