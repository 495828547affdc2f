import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, hairEverywhere, mat, sign } from '../../testing/packs.ts';
import type { Handling } from '../terms/dog.ts';
import { breaches } from './breaches.ts';
import type { Stroke } from './strokes.ts';

describe('the referee', () => {
  const found = (
    stroke: Partial<Stroke>,
    { breed = 'standard-poodle', ...extra }: Extra & { readonly breed?: string } = {},
    role: 'lead' | 'trainee' = 'lead',
  ) => {
    const { facts, packs } = caseFor(breed, { hairMm: hairEverywhere(60), ...extra });
    const whole: Stroke = {
      place: 'throat',
      toolId: 'blade-7f',
      carrier: null,
      direction: 'with',
      mm: 3.2,
      drawn: null,
      acknowledged: false,
      ...stroke,
    };
    return breaches(facts, packs, [whole], role).map(({ kind }) => kind);
  };

  it('lets sound skin be clipped', () => {
    expect(found({})).toEqual([]);
    expect(found({ direction: 'against', mm: 1.6 })).toEqual([]);
  });

  it('finds a 7F against the lay of an allergic throat, whoever did not read the warning', () => {
    const allergic = { signs: [sign('allergic-skin')] };
    expect(found({ direction: 'against', mm: 1.6 }, allergic)).toEqual(['direction']);
    expect(found({ direction: 'against', mm: 1.6, acknowledged: true }, allergic)).toEqual([]);
    expect(found({ direction: 'against', mm: 1.6, acknowledged: true }, allergic, 'trainee')).toEqual([
      'direction',
    ]);
  });

  it('the floor of skin is opened by nothing', () => {
    expect(found({ place: 'belly', toolId: 'blade-40', mm: 0.25, acknowledged: true })).toEqual([
      'skin-floor',
    ]);
  });

  it('a protected place, its whole ear, and never its other ear', () => {
    const ear = { signs: [sign('healing-ear', 'ear-fringe.left')] };
    expect(found({ place: 'ear-outside.left', toolId: 'blade-10', mm: 1.5 }, ear)).toContain(
      'protected-place',
    );
    expect(found({ place: 'ear-outside.right', toolId: 'blade-10', mm: 1.5 }, ear)).toEqual([]);
  });

  it.each([
    ['a 7F between the pads', { place: 'pads' }, 'place'],
    ['a 5F inside an ear', { place: 'ear-inside.left', toolId: 'blade-5f', mm: 6.3 }, 'place'],
    ['a 6F at an eye corner', { place: 'eye-corner.left', toolId: 'blade-6f', mm: 4.8 }, 'place'],
    ['a 4F in an armpit', { place: 'armpit.left', toolId: 'blade-4f', mm: 9.5 }, 'place'],
    ['a skip-tooth in a fold', { place: 'belly', toolId: 'blade-7', mm: 3.2 }, 'skip-tooth'],
  ] as const)('%s', (_what, stroke, kind) => expect(found(stroke)).toContain(kind));

  it('a guard comb in a fold is exempt; through felt it is not', () => {
    const comb = { place: 'armpit.left', toolId: 'comb-10', carrier: '40', mm: 10 };
    expect(found(comb)).toEqual([]);
    expect(found(comb, { mats: [mat('armpit.left')] })).toEqual(['comb-through-felt']);
  });

  it('a 30 under a mat below the salon’s floor', () => {
    const matPolicy = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
    const under = { place: 'rib.left', toolId: 'blade-30', mm: 0.5 };
    expect(found(under, { matPolicy, mats: [mat('rib.left')] })).toContain('under-mat');
    expect(found(under, { matPolicy })).toEqual([]);
  });

  it('a 40 on a first visit’s face, and against its lay', () => {
    const drawn = { mm: 1.5, techniques: ['clip'] } as const;
    const face = { place: 'cheek.left', toolId: 'blade-40', mm: 0.25, drawn };
    expect(found(face, { firstVisit: true })).toContain('new-dog');
    expect(found({ ...face, toolId: 'blade-9', mm: 2 }, { firstVisit: true })).toEqual([]);
    expect(found({ ...face, toolId: 'blade-9', mm: 2, direction: 'against' }, { firstVisit: true })).toEqual([
      'direction',
    ]);
  });

  it('sores under a mat: no comb and no skip-tooth there or next door', () => {
    const mats = [mat('rib.left', { tightness: 2, sores: true })];
    expect(found({ place: 'shoulder.left', toolId: 'comb-13', carrier: '40', mm: 13 }, { mats })).toEqual([
      'technique',
    ]);
    expect(found({ place: 'shoulder.left', toolId: 'blade-5', mm: 6.3 }, { mats })).toEqual(['skip-tooth']);
    expect(found({ place: 'croup', toolId: 'comb-13', carrier: '40', mm: 13 }, { mats })).toEqual([]);
  });

  it('what leaves as much as there is cuts nothing', () => {
    expect(
      found({ place: 'belly', mm: 0.2, toolId: 'short-shears', direction: null }, { hairMm: { belly: 0.2 } }),
    ).toEqual([]);
  });

  const CLIPPED = { mm: 3.2, techniques: ['clip'] } as const;
  const LEFT = { mm: 60, techniques: ['leave'] } as const;
  const shave = { place: 'back', drawn: LEFT };
  const COMB = { toolId: 'comb-13', carrier: '40', mm: 13 };
  const SORES = (zone: string) => mat(zone, { tightness: 2, sores: true });
  const POLICY = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
  const handling = (id: Handling): Extra => ({ temper: { handling: id } });

  /** Each rule with the case beside it that breaks nothing. */
  it.each<[string, Partial<Stroke>, Parameters<typeof found>[1], readonly string[]]>([
    [
      'a lump may be clipped round with the lay',
      { place: 'rib.left' },
      { signs: [sign('lump', 'rib.left')] },
      [],
    ],
    ['a lump of 19 mm', { place: 'rib.left' }, { signs: [sign('lump', 'rib.left', { sizeMm: 19 })] }, []],
    [
      'a lump of 20 mm: no machine',
      { place: 'rib.left' },
      { signs: [sign('lump', 'rib.left', { sizeMm: 20 })] },
      ['technique'],
    ],
    [
      'a marked lump: no machine',
      { place: 'rib.left' },
      { signs: [sign('lump', 'rib.left', { level: 'marked' })] },
      ['technique'],
    ],
    [
      'a lump on the other side',
      { place: 'rib.right' },
      { signs: [sign('lump', 'rib.left', { level: 'marked' })] },
      [],
    ],
    ['a lump next door', { place: 'loin' }, { signs: [sign('lump', 'rib.left', { level: 'marked' })] }, []],
    [
      'shears past a lump',
      { place: 'rib.left', toolId: 'straight-shears', direction: null },
      { signs: [sign('lump', 'rib.left', { level: 'marked' })] },
      [],
    ],
    [
      'red skin, its floor',
      { place: 'rib.left', toolId: 'blade-10', mm: 1.5 },
      { signs: [sign('redness', 'rib.left', { level: 'mild' })] },
      ['floor'],
    ],
    [
      'red skin, a 9 within its spread',
      { place: 'rib.left', toolId: 'blade-9', mm: 1.8 },
      { signs: [sign('redness', 'rib.left', { level: 'mild' })] },
      [],
    ],
    [
      'red skin, shears have no spread',
      { place: 'rib.left', toolId: 'short-shears', direction: null, mm: 1.8 },
      { signs: [sign('redness', 'rib.left', { level: 'mild' })] },
      ['floor'],
    ],
    [
      'very red skin is left alone',
      { place: 'rib.left' },
      { signs: [sign('redness', 'rib.left', { level: 'marked' })] },
      ['protected-place'],
    ],
    [
      'across the lay of allergic skin',
      { direction: 'across' },
      { signs: [sign('allergic-skin')] },
      ['direction'],
    ],
    [
      'allergic skin, not of the pads',
      { place: 'pads', toolId: 'blade-30', direction: 'against', mm: 0.5 },
      { signs: [sign('allergic-skin')] },
      [],
    ],
    [
      'a skip-tooth on allergic skin',
      { place: 'back', toolId: 'blade-5', mm: 6.3 },
      { signs: [sign('allergic-skin')] },
      ['skip-tooth'],
    ],
    [
      'a skip-tooth on a dog that fights',
      { place: 'back', toolId: 'blade-5', mm: 6.3 },
      handling('fights'),
      [],
    ],
    [
      'a dog that fights, against the lay',
      { place: 'back', direction: 'against' },
      handling('fights'),
      ['direction'],
    ],
    ['one that does not, against the lay', { place: 'back', direction: 'against' }, {}, []],
    [
      'old skin, against the lay',
      { place: 'back', direction: 'against' },
      { modifiers: ['senior'] },
      ['direction'],
    ],
    [
      'old lips: no 30',
      { place: 'beard', toolId: 'blade-30', mm: 0.5 },
      { modifiers: ['senior'] },
      ['floor'],
    ],
    [
      'old skin elsewhere may have a 30',
      { place: 'pads', toolId: 'blade-30', mm: 0.5 },
      { modifiers: ['senior'] },
      [],
    ],
    [
      'a first visit’s back, against the lay',
      { place: 'back', direction: 'against' },
      { firstVisit: true },
      [],
    ],
    [
      'a first visit’s throat, against the lay',
      { direction: 'against' },
      { firstVisit: true },
      ['direction'],
    ],
    ['no first visit', { direction: 'against' }, { firstVisit: false }, []],
    [
      'shorter than drawn on a first visit',
      { drawn: { mm: 6, techniques: ['clip'] } },
      { firstVisit: true },
      ['new-dog'],
    ],
    ['as drawn on a first visit', { drawn: CLIPPED }, { firstVisit: true }, []],
    [
      'a mat on a first visit comes off',
      { drawn: { mm: 6, techniques: ['clip'] } },
      { firstVisit: true, mats: [mat('throat', { tightness: 2 })] },
      [],
    ],
    [
      'a mat without sores, next door',
      { place: 'shoulder.left', toolId: 'blade-5', mm: 6.3 },
      { mats: [mat('rib.left', { tightness: 2 })] },
      [],
    ],
    [
      'sores under a mat of the back: no comb beside it',
      { ...COMB, place: 'rib.left' },
      { mats: [SORES('back')] },
      ['technique'],
    ],
    [
      'sores under a mat of the ribs: no comb on the back',
      { ...COMB, place: 'back' },
      { mats: [SORES('rib.left')] },
      ['technique'],
    ],
    [
      'sores under a mat of the left ribs: the right ones may be combed',
      { ...COMB, place: 'rib.right' },
      { mats: [SORES('rib.left')] },
      [],
    ],
    [
      'a 30 under a loose mat',
      { place: 'rib.left', toolId: 'blade-30', mm: 0.5 },
      { mats: [mat('rib.left', { tightness: 1 })], matPolicy: POLICY },
      [],
    ],
    [
      'a 30 under a firm mat',
      { place: 'rib.left', toolId: 'blade-30', mm: 0.5 },
      { mats: [mat('rib.left', { tightness: 2 })], matPolicy: POLICY },
      ['under-mat'],
    ],
    [
      'a 30 under a loose mat with sores',
      { place: 'rib.left', toolId: 'blade-30', mm: 0.5 },
      { mats: [mat('rib.left', { tightness: 1, sores: true })], matPolicy: POLICY },
      ['under-mat'],
    ],
    [
      'an eye that hurts: the other may be done',
      { place: 'eye-corner.right', toolId: 'small-clipper', mm: 2 },
      { signs: [sign('painful-eye', 'eye-corner.left')] },
      [],
    ],
    [
      'a machine without a length of its own asks nothing of the lay',
      { place: 'back', toolId: 'thinners', direction: 'against' },
      { modifiers: ['senior'] },
      [],
    ],
    ['pads with a 30', { place: 'pads', toolId: 'blade-30', mm: 0.5 }, {}, []],
    [
      'an armpit against the lay',
      { place: 'armpit.left', toolId: 'comb-10', carrier: '40', mm: 10, direction: 'against' },
      {},
      ['direction'],
    ],
    ['an armpit with a 10', { place: 'armpit.left', toolId: 'blade-10', mm: 1.5 }, {}, ['place']],
    [
      'a matted armpit with a 10',
      { place: 'armpit.left', toolId: 'blade-10', mm: 1.5 },
      { mats: [mat('armpit.left')] },
      [],
    ],
    [
      'a comb through what is tight, not felted',
      { place: 'rib.left', toolId: 'comb-13', carrier: '40', mm: 13 },
      { mats: [mat('rib.left', { tightness: 3 })] },
      [],
    ],
    [
      'a comb through felt',
      { place: 'rib.left', toolId: 'comb-13', carrier: '40', mm: 13 },
      { mats: [mat('rib.left', { tightness: 4 })] },
      ['comb-through-felt'],
    ],
    [
      'a blade under felt',
      { place: 'rib.left', toolId: 'blade-10', mm: 1.5 },
      { mats: [mat('rib.left', { tightness: 4 })] },
      [],
    ],
    ['a double coat shaved unsigned', shave, { breed: 'samoyed' }, ['shave']],
    ['a double coat shaved, signed', shave, { breed: 'samoyed', shave: 'being-signed' }, []],
    ['its belly', { ...shave, place: 'belly', toolId: 'blade-10', mm: 1.5 }, { breed: 'samoyed' }, []],
    ['its cheek', { ...shave, place: 'cheek.left' }, { breed: 'samoyed' }, []],
    [
      'its back by shears',
      { ...shave, toolId: 'straight-shears', direction: null },
      { breed: 'samoyed' },
      [],
    ],
    ['its back where the trim itself draws a blade', { ...shave, drawn: CLIPPED }, { breed: 'samoyed' }, []],
    ['a curl may be shaved', shave, {}, []],
    [
      'a tool that is not in the drawer',
      { toolId: 'nobody’s', direction: 'against' },
      { signs: [sign('allergic-skin')] },
      [],
    ],
    ['a place that no dog has', { place: 'wing' }, {}, []],
  ])('%s', (_what, stroke, extra, kinds) => expect(found(stroke, extra)).toEqual(kinds));

  it('who has read and accepted opens all but the floor of skin and an unsigned shave', () => {
    expect(found({ ...shave, acknowledged: true }, { breed: 'samoyed' })).toEqual(['shave']);
    expect(found({ place: 'pads', acknowledged: true })).toEqual([]);
    expect(found({ place: 'pads', acknowledged: true }, {}, 'trainee')).toEqual(['place']);
  });
});
