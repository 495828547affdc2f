import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, packs } from '../../testing/packs.ts';
import { areaIn, changeOf, zoneIn } from '../../testing/targets.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { Deficit, ZoneChange } from './outlineChanges.ts';
import { changeAt, changeConflicts } from './changeAt.ts';

const at = (
  here: Partial<ZoneChange>,
  area: Parameters<typeof areaIn>[2] = { mm: 13, techniques: ['comb'] },
  extra: Extra = {},
  id = 'back',
) => {
  const visit = caseFor('standard-poodle', extra);
  const zone = zoneIn(visit, id);
  return changeAt(visit, zone, changeOf(id, here), areaIn(visit, zone.kind.id, area));
};
const finding = (id: string, side: 'left' | 'right' | null = null) =>
  ({ finding: id, severity: 'marked', side }) as const;

describe('what the outline makes of a zone', () => {
  it('nothing where it is not solved, or says nothing of the place', () => {
    const visit = caseFor('standard-poodle');
    expect(changeAt(visit, zoneIn(visit, 'back'), null, areaIn(visit, 'back'))).toBeNull();
    expect(
      changeAt(visit, zoneIn(visit, 'back'), changeOf('loin', { meanMm: 4 }), areaIn(visit, 'back')),
    ).toBeNull();
  });

  it('moves the length by what it wants on average', () => {
    const here = at({ meanMm: -3, leastMm: -4, mostMm: -2 });
    expect(here?.toMm(13)).toBe(10);
    expect(here?.why).toMatchObject({ stage: 'structure', rule: 'outline', source: 'standard' });
  });

  it('a form says what to leave, whatever was drawn, unless that comes to the same', () => {
    const ball = (formMm: number) => at({ form: 'ball', formMm, meanMm: -9 });
    expect(ball(20)?.toMm(13)).toBe(20);
    expect(ball(20)?.toMm(40)).toBe(20);
    expect(ball(14)?.toMm(13)).toBe(13);
    expect(ball(44)?.toMm(41)).toBe(41);
    expect(ball(20)?.why).toMatchObject({ rule: 'head-form', about: 'ball' });
  });

  it('is one length while it changes less than an eye sees: 2 mm, or a tenth of the hair', () => {
    const profile = { withers: 12 };
    expect(at({ leastMm: 0, mostMm: 1.9, at: profile })?.profile).toBeNull();
    expect(at({ leastMm: 0, mostMm: 2, at: profile })?.profile).toEqual(profile);
    const long = { mm: 60, techniques: ['scissor'] } as const;
    expect(at({ leastMm: -2, mostMm: 3.9, at: profile }, long)?.profile).toBeNull();
    expect(at({ leastMm: -2, mostMm: 4, at: profile }, long)?.profile).toEqual(profile);
  });

  it('no one comb leaves what varies by more than 8 mm and a third; short hair is blended, not shaped', () => {
    const by = (mostMm: number) => at({ leastMm: 0, mostMm })?.varies;
    expect(by(8)?.(13)).toBe(false);
    expect(by(8.1)?.(13)).toBe(true);
    expect(by(9)?.(10)).toBe(true);
    expect(by(9)?.(9.9)).toBe(false);
    expect(by(10)?.(30)).toBe(false);
    expect(by(10.6)?.(30)).toBe(true);
  });

  it('a blade that would show a bulge leaves one blade more instead of less', () => {
    const clipped = { mm: 1.5, techniques: ['clip'] } as const;
    const here = at({ view: 'front', meanMm: -1, leastMm: -1, mostMm: 0 }, clipped);
    expect(here?.toMm(1.5)).toBe(oneLongerMm(packs.tools, 1.5));
    expect(here?.toMm(1.5)).toBeGreaterThan(1.5);
    expect(here?.why).toMatchObject({ rule: 'shows-structure', source: 'custom', effect: { kind: 'note' } });
    expect(here?.profile).toBeNull();
    expect(here?.varies(40)).toBe(false);
  });

  it('a bump of the line itself is taken closer, whatever shows: longer hair would be a higher bump', () => {
    const croup = at({ view: 'side', meanMm: -1, leastMm: -2, mostMm: 0 }, { mm: 5, techniques: ['clip'] });
    expect(croup?.toMm(5)).toBe(4);
    expect(croup?.why.rule).toBe('outline');
  });

  it('a blade is turned away neither by what cannot be seen, nor where more is wanted than less', () => {
    const clipped = { mm: 1.5, techniques: ['clip'] } as const;
    expect(at({ view: 'front', leastMm: -0.9, mostMm: 0 }, clipped)?.why.rule).toBe('outline');
    expect(at({ view: 'front', leastMm: -2, mostMm: 2 }, clipped)?.why.rule).toBe('outline');
    expect(at({ view: 'front', leastMm: -2, mostMm: 1.9 }, clipped)?.why.rule).toBe('shows-structure');
    expect(at({ view: 'front', leastMm: -5, mostMm: 0 }, { mm: 13, techniques: [] })?.why.rule).toBe(
      'outline',
    );
  });

  it('names the findings felt there, on that side', () => {
    const about = (findings: NonNullable<Extra['findings']>, id = 'shoulder.left') =>
      at({ meanMm: 2 }, undefined, { findings }, id)?.why.about;
    expect(about([finding('loaded-shoulder'), finding('cow-hocks')])).toBe('wide or loaded shoulder');
    expect(about([finding('low-at-shoulder'), finding('loaded-shoulder')])?.split(', ')).toHaveLength(2);
    expect(about([finding('loaded-shoulder', 'right'), finding('low-at-shoulder', 'left')])).toBe(
      packs.findings.findings.find(({ id }) => id === 'low-at-shoulder')?.name,
    );
    // Else what was found on that part of the dog.
    expect(about([finding('cow-hocks'), finding('high-behind')])).toBe('high behind');
    expect(about([finding('cow-hocks')])).toBe('cow hocks');
    expect(about([])).toBe('');
  });
});

describe('what of an outline cannot be had', () => {
  const visit = caseFor('standard-poodle');
  const back = zoneIn(visit, 'back');
  const said = (deficits: readonly Deficit[], meanMm = -1) =>
    changeConflicts(visit, back, { ...changeOf('back', { meanMm }), deficits }, 'lamb');

  it('hair that is missing, with the day it is there', () => {
    const [one, ...rest] = said([{ zone: 'back', kind: 'hair-missing', byMm: 6, wantedMm: 20 }]);
    expect(rest).toEqual([]);
    expect(one).toMatchObject({ kind: 'outline-hair', zone: 'back', wonMm: 14, askedMm: 20, about: 'lamb' });
    // 6 mm at 12 mm in 30.4 days
    expect(one?.daysToGrow).toBeCloseTo(15.2, 1);
  });

  it('skin outside the line only where the hair is taken closer for it', () => {
    const outside = { zone: 'back', kind: 'skin-outside', byMm: 4, wantedMm: -3 } as const;
    expect(said([outside])).toEqual([
      expect.objectContaining({ kind: 'outline-skin', wonMm: 0, askedMm: 0, daysToGrow: null }),
    ]);
    expect(said([outside], 0)).toEqual([]);
    expect(said([outside], 3)).toEqual([]);
    const elsewhere = { ...changeOf('loin', { meanMm: -3 }), deficits: [outside] };
    expect(changeConflicts(visit, back, elsewhere, 'lamb')).toEqual([]);
  });

  it("a standard's maximum; nothing of another place, and nothing where no outline is solved", () => {
    expect(said([{ zone: 'back', kind: 'trim-maximum', byMm: 2, wantedMm: 27 }], 5)).toEqual([
      expect.objectContaining({ kind: 'outline-maximum', wonMm: 25, askedMm: 27, daysToGrow: null }),
    ]);
    expect(said([{ zone: 'loin', kind: 'hair-missing', byMm: 2, wantedMm: 27 }])).toEqual([]);
    expect(changeConflicts(visit, back, null, 'lamb')).toEqual([]);
  });
});
