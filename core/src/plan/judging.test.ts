import { describe, expect, it } from 'vitest';
import { breeds, fullDrawer, mat, packs, planFor, sign, zoneOf } from '../../testing/packs.ts';
import type { SeenSign } from '../hands/hands.ts';
import type { Plan } from './plan.ts';
import { dogZones } from '../packs/zones.ts';

const zoneIds = dogZones(packs.zones).map(({ id }) => id);
const longHair = Object.fromEntries(zoneIds.map((id) => [id, 70]));
const kinds = (plan: Plan) => plan.conflicts.map(({ kind }) => kind);
const rules = (plan: Plan, zone: string) => zoneOf(plan, zone).reasons.map(({ rule }) => rule);

describe('felted ear mats a millimetre from the skin', () => {
  const ears = [mat('ear-outside.left'), mat('ear-outside.right', { id: 'm2' })];
  const plan = planFor('havanese', { hairMm: longHair, mats: ears });

  it('are clipped under with the longest blade that passes, with the lay, and change the ears of the trim', () => {
    for (const side of ['left', 'right']) {
      const ear = zoneOf(plan, `ear-outside.${side}`);
      expect(ear.tool).toMatchObject({ label: 'blade-30', direction: 'with' });
      expect(ear.leftMm).toBeLessThan(1);
      expect(ear.reasons).toContainEqual(
        expect.objectContaining({
          rule: 'mat-clipped',
          about: 'felted',
          effect: { kind: 'ceiling', mm: 0.5 },
        }),
      );
    }
    expect(zoneOf(plan, 'ear-fringe.left').targetMm).toBe(8);
    expect(kinds(plan)).toEqual(expect.arrayContaining(['mat-takes-hair', 'mat-changes-trim']));
  });

  it('bring the warning of blood in the leather, and a rough clip before the bath', () => {
    expect(zoneOf(plan, 'ear-outside.left').cautions.join()).toMatch(/blood can swell/);
    expect(plan.roughClip).toMatchObject({ wanted: true, forMats: true });
  });

  it('on one side only, shorten the other to match where the breed says how', () => {
    const one = planFor('havanese', { hairMm: longHair, mats: ears.slice(0, 1) });
    expect(zoneOf(one, 'ear-outside.right').targetMm).toBe(8);
    expect(kinds(one)).toContain('one-side-lost');
  });

  it('elsewhere on one side, ask whether the other is to match', () => {
    const thigh = mat('thigh.left', { lengthCm: 12, widthCm: 10 });
    const one = planFor('poodle-cross', { hairMm: longHair, mats: [thigh] });
    expect(kinds(one)).toContain('one-side-lost');
  });

  it('are refused where no blade above the salon’s floor passes: left alone, for a vet', () => {
    const matPolicy = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
    const floored = planFor('havanese', { hairMm: longHair, mats: ears, matPolicy });
    expect(zoneOf(floored, 'ear-outside.left').leftAlone).toBe(true);
    expect(kinds(floored)).toContain('mat-beyond-floor');
    expect(kinds(floored)).not.toContain('mat-takes-hair');
  });
});

describe('packed undercoat', () => {
  const signs: SeenSign[] = [{ sign: 'packed-undercoat', zone: 'back', level: null, sizeMm: null, note: '' }];

  it('lets no guard comb pass: another tool, or none, and the reason', () => {
    const before = planFor('standard-poodle', { hairMm: longHair });
    const plan = planFor('standard-poodle', { hairMm: longHair, signs });
    expect(zoneOf(before, 'back').tool?.technique).toBe('comb');
    expect(zoneOf(plan, 'back').tool?.technique).not.toBe('comb');
    expect(zoneOf(plan, 'back').reasons[0]).toMatchObject({ effect: { kind: 'removes', what: ['comb'] } });
    expect(zoneOf(plan, 'back').cautions.join()).toMatch(/rake to the skin first/);
  });
});

describe('a beard matted to the lip on a dog of thirteen', () => {
  const beard = mat('beard', { lengthCm: 8, widthCm: 5, toSkinMm: 1.5 });
  const old = {
    hairMm: longHair,
    mats: [beard],
    coatType: 'wire',
    modifiers: ['senior'],
    dense: false,
    temper: { handling: 'wary', standingMinutes: 25 } as const,
  };

  it.each(['airedale-terrier', 'giant-schnauzer', 'west-highland-white-terrier', 'border-terrier'])(
    'makes the short face the plan for the %s',
    (id) => {
      const plan = planFor(id, old);
      const asked = planFor(id, { ...old, mats: [] });
      expect(zoneOf(plan, 'beard').leftMm).toBeLessThanOrEqual(1.5);
      expect(zoneOf(plan, 'foreface.left').targetMm).toBeLessThan(zoneOf(asked, 'foreface.left').targetMm);
      const change = plan.conflicts.find(({ kind }) => kind === 'mat-changes-trim');
      expect(change?.about).toMatch(/short/);
      expect(change?.alternatives.join()).toMatch(/tuft/);
      expect(zoneOf(plan, 'beard').cautions.join()).toMatch(/tuft of the chin/);
    },
  );

  it('keeps old skin from against the lay and skip-tooth, and the sitting short', () => {
    const plan = planFor('giant-schnauzer', old);
    expect(plan.zones.every(({ tool }) => tool === null || tool.direction === 'with')).toBe(true);
    expect(plan.standingMinutes).toBe(20);
    expect(rules(plan, 'back')).toContain('coat-modifier');
  });
});

describe('a summer shave-down on a double coat', () => {
  const wish = { lean: 'as-drawn', allOverMm: 6, weeksBetween: 16, places: [], vetAsks: false } as const;

  it('is refused by the one school, with the alternatives first', () => {
    const plan = planFor('samoyed', {
      wish,
      hairMm: longHair,
      salon: { doubleCoat: 'decline' },
      shave: 'being-signed',
    });
    const refused = plan.conflicts.find(({ kind }) => kind === 'shaving-never');
    expect(refused?.alternatives).toContain('bath and de-shed');
    for (const zone of ['back', 'rib.left', 'thigh.right']) {
      expect(['clip', 'comb']).not.toContain(zoneOf(plan, zone).tool?.technique);
    }
  });

  it('goes to the longest workable length by the other, with the risk at the step', () => {
    const plan = planFor('samoyed', {
      wish,
      hairMm: longHair,
      salon: { doubleCoat: 'consent' },
      shave: 'being-signed',
    });
    expect(zoneOf(plan, 'back').leftMm).toBeGreaterThanOrEqual(13 - 1e-9);
    expect(zoneOf(plan, 'back').cautions.join()).toMatch(/sun, insects and heat/);
  });
});

describe('allergic skin wanting a 40', () => {
  const blade40 = {
    zone: 'throat',
    targetMm: null,
    toolId: 'blade-40',
    direction: 'with',
    reason: 'closer',
    acknowledged: false,
  } as const;
  const allergic = { restricted: [['allergic-skin', null]] } as const;
  const asked = (acknowledged: boolean) =>
    planFor('west-highland-white-terrier', { ...allergic, overrides: [{ ...blade40, acknowledged }] });

  it('is not followed until somebody says that they read the warning', () => {
    expect(kinds(asked(false))).toContain('override-unsafe');
    expect(zoneOf(asked(false), 'throat').tool?.toolId).not.toBe('blade-40');
    expect(zoneOf(asked(true), 'throat').tool?.toolId).toBe('blade-40');
  });

  it('pads may have it, as ever', () => {
    expect(zoneOf(asked(false), 'pads').leftMm).toBeLessThan(1.5);
  });
});

describe('pale ears', () => {
  it('keep a longer blade than pigmented ones, on the pale side only', () => {
    const signs: SeenSign[] = [
      { sign: 'pale', zone: 'ear-outside.left', level: null, sizeMm: null, note: '' },
    ];
    const plan = planFor('yorkshire-terrier', {
      trimId: 'full-coat',
      signs,
    });
    const shorter = {
      lean: 'shorter',
      allOverMm: null,
      weeksBetween: 6,
      places: [],
      vetAsks: false,
    } as const;
    const dark = planFor('yorkshire-terrier', { trimId: 'full-coat', wish: shorter });
    const pale = planFor('yorkshire-terrier', {
      trimId: 'full-coat',
      wish: shorter,
      signs,
    });
    expect(zoneOf(plan, 'ear-outside#tip.left').leftMm).toBeGreaterThanOrEqual(2);
    expect(zoneOf(dark, 'ear-outside#tip.left').leftMm).toBeLessThan(2);
    expect(zoneOf(pale, 'ear-outside#tip.left').leftMm).toBeGreaterThanOrEqual(2);
    expect(zoneOf(pale, 'ear-outside#tip.right').leftMm).toBeLessThan(2);
  });
});

describe('the coat the dog has', () => {
  it('a woolly spaniel is worked as the wave it is, and every worked zone says so', () => {
    const woolly = { coatType: 'feathered', modifiers: ['woolly'], dense: false };
    const plan = planFor('english-springer-spaniel', { trimId: 'short-jacket', ...woolly });
    expect(plan.coat).toMatchObject({ layDeg: 55, curl: 0.8 });
    expect(plan.coat.changedBy[0]?.effect).toMatch(/treated as the wave it is/);
    expect(rules(plan, 'back')).toContain('coat-modifier');
    const as = planFor('english-springer-spaniel', { trimId: 'short-jacket' });
    const reversed = (p: Plan) => p.zones.find(({ tool }) => tool?.direction === 'against')?.leftMm;
    expect(reversed(plan) ?? zoneOf(plan, 'back').leftMm).not.toBe(reversed(as) ?? 0);
  });

  it('a wire coat softened by clipping is no longer stripped, whatever the trim says', () => {
    const clipped = { coatType: 'wire', modifiers: ['previously-clipped-wire'], dense: false };
    const plan = planFor('airedale-terrier', { trimId: 'stripped', ...clipped });
    expect(plan.zones.some(({ tool }) => tool?.technique === 'strip')).toBe(false);
    expect(['clip', 'comb']).toContain(zoneOf(plan, 'back').tool?.technique);
    expect(zoneOf(plan, 'back').reasons).toContainEqual(
      expect.objectContaining({ rule: 'coat-does-not-strip', effect: { kind: 'removes', what: ['strip'] } }),
    );
    const hard = planFor('airedale-terrier', { trimId: 'stripped' });
    expect(zoneOf(hard, 'back').tool?.technique).toBe('strip');
  });

  it('hair that curls tighter in one place is left longer there, on that side only', () => {
    const signs: SeenSign[] = [
      { sign: 'curl-tight', zone: 'rib.left', level: 'marked', sizeMm: null, note: '' },
    ];
    const plan = planFor('lagotto-romagnolo', { signs });
    const { targetMm } = zoneOf(plan, 'rib.right');
    expect(zoneOf(plan, 'rib.left').targetMm).toBeCloseTo(1.18 * targetMm, 6);
    expect(rules(plan, 'rib.left')).toContain('sign-length');
  });

  it('a guard comb rides up where the coat is denser, and the tool is chosen for it', () => {
    const signs: SeenSign[] = [{ sign: 'dense', zone: 'back', level: 'mild', sizeMm: null, note: '' }];
    const combs = fullDrawer.filter(({ kindId }) => kindId === 'comb-13' || kindId === 'blade-40');
    const usual = planFor('standard-poodle', { drawer: combs });
    const dense = planFor('standard-poodle', { drawer: combs, signs });
    expect(zoneOf(dense, 'back').leftMm).toBeCloseTo(1.08 * zoneOf(usual, 'back').leftMm, 6);
    expect(zoneOf(dense, 'loin').leftMm).toBe(zoneOf(usual, 'loin').leftMm);
    expect(rules(dense, 'back')).toContain('denser-here');
  });

  it('a heart patient stands a quarter of an hour, and the plan remembers why', () => {
    const plan = planFor('havanese', { signs: [sign('heart')] });
    expect(plan.standingMinutes).toBe(15);
    expect(plan.remember.map(({ text }) => text).join()).toMatch(/No heat on the dog/);
  });
});

describe('every breed of the demo', () => {
  it('has what becomes of its face when the beard is lost, where it has one', () => {
    const bearded = breeds.filter((pack) =>
      pack.fallbacks?.some(({ whenLost }) => whenLost.includes('beard')),
    );
    expect(bearded.length).toBeGreaterThanOrEqual(8);
    for (const pack of bearded) {
      const plan = planFor(pack.id, { hairMm: longHair, mats: [mat('beard', { lengthCm: 9, widthCm: 6 })] });
      expect(kinds(plan), pack.id).toContain('mat-changes-trim');
    }
  });
});
