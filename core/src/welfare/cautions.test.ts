import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { planFor, sign, zoneOf } from '../../testing/packs.ts';

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
