import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, breeds, caseFor, hairEverywhere, mat, override, planFor } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { Rule } from '../packs/breed.ts';
import { idealOf } from './ideal.ts';
import { mendOf } from './mend.ts';
import { inCoat } from './seen.ts';
import { againstStandard, plannedAgainstStandard } from './standard.ts';

const words = { id: 'rule', text: '', source: 'standard', severity: 'fault', whenBroken: '' } as const;

interface Asked extends Extra {
  readonly curlBack?: boolean;
}

/** What one rule says of a breed's first trim, unless it is another, and what would mend it. */
function held(rule: Rule, breedId = 'standard-poodle', { curlBack = false, ...extra }: Asked = {}) {
  const pack = { ...breed(breedId), rules: [rule] };
  const visit = caseFor(breedId, extra, pack);
  const plan = planGroom(visit);
  const body = visit.derived.bodies.own;
  const judged = {
    now: inCoat(body, plan, 'now', curlBack),
    after: inCoat(body, plan, 'after', curlBack),
    ideal: idealOf(visit, body.heightMm, curlBack),
  };
  const [result] = againstStandard(visit, judged, plan);
  if (!result) throw new Error('no result');
  return { ...result, plan, mend: mendOf(visit, result, judged, plan, curlBack) };
}
const check = held;

describe('the breed as its pack draws it', () => {
  const deep = breeds.filter((pack) => !pack.generic);
  it.each(deep.flatMap((pack) => pack.trims.map((trim) => [pack.id, trim.id] as const)))(
    'an even %s in the %s trim is within the proportions of its own standard',
    (breedId, trimId) => {
      const { rules } = deep.find((pack) => pack.id === breedId) ?? { rules: [] };
      for (const rule of rules) {
        if (plannedAgainstStandard({ ...breed(breedId), rules: [rule] }, planFor(breedId), 'show').length > 0)
          continue;
        const purpose = rule.purposes?.[0] ?? 'pet';
        const { purposes = [] } = breed(breedId).trims.find(({ id }) => id === trimId) ?? {};
        if (rule.purposes && !purposes.includes(purpose)) continue;
        const { kept, after } = check(rule, breedId, { trimId, purpose });
        expect(kept, `${rule.text} ${after ?? ''}`).toBe(true);
      }
    },
  );
});

describe('length to height', () => {
  const square: Rule = { ...words, kind: 'ratio', feature: 'lengthToHeight', range: [0.97, 1.03] };
  const longLoin = [{ finding: 'long-loin', severity: 'marked' }] as const;

  it('of an even dog is the breed’s own, however much coat is on it', () => {
    for (const trimId of ['sport', 'long-puppy', 'continental']) {
      expect(Math.abs((check(square, undefined, { trimId }).after ?? 0) - 1), trimId).toBeLessThan(0.01);
    }
  });

  it('of a long-loined dog is over it, and the tighter ends of the plan bring it nearer', () => {
    const ends = ['croup', 'breech.left', 'breech.right', 'forechest'].map((z) => [z, 30]);
    const hairMm = { ...hairEverywhere(12), ...Object.fromEntries(ends) };
    const { before, after } = check(square, undefined, { findings: longLoin, hairMm });
    expect(before ?? 0).toBeGreaterThan(1.03);
    expect(after ?? 9).toBeLessThan(before ?? 0);
  });
});

describe('against the standard', () => {
  it('says the same under the coat whatever coat is on it', () => {
    const square: Rule = { ...words, kind: 'ratio', feature: 'lengthToHeight', range: [0.97, 1.03] };
    const skins = ['sport', 'long-puppy'].map((trimId) => check(square, undefined, { trimId }).skin);
    expect(skins[0]).toBeCloseTo(1, 1);
    expect(skins[1]).toBe(skins[0]);
  });

  it('says where each rule is drawn, and what it allows', () => {
    const rear: Rule = { ...words, kind: 'parallel', lines: ['rearLeft', 'rearRight'], withinDeg: 10 };
    expect(check(rear, 'bedlington-terrier')).toMatchObject({ view: 'rear', range: [0, 10], kept: true });
    const brick: Rule = { ...words, kind: 'shape', want: 'brick', within: 0.2 };
    expect(check(brick)).toMatchObject({ view: 'headFront', range: [0, 0.2] });
    expect(check({ ...words, kind: 'tuckUp', want: 'none' })).toMatchObject({
      view: 'side',
      range: [-90, 2],
    });
    expect(check({ ...words, kind: 'maxLength', zones: ['back'], mm: 9 })).toMatchObject({
      view: null,
      range: [0, 9],
    });
  });
});

describe('what is told of one part of the dog', () => {
  const marked = (finding: string) => ({ findings: [{ finding, severity: 'marked', side: null }] }) as const;

  it('a steep croup falls steeper, and its trim shortens it behind', () => {
    const croup: Rule = { ...words, kind: 'slope', feature: 'croup', range: [15, 30] };
    const even = check(croup);
    const steep = check(croup, undefined, marked('steep-croup'));
    expect(even.after).toBeCloseTo(even.skin ?? 0, 0);
    expect(steep.skin ?? 0).toBeGreaterThan((even.skin ?? 0) + 4);
    expect(steep.after ?? 99).toBeLessThan(steep.skin ?? 0);
  });

  it('a short upper arm makes the blade longer than it', () => {
    const arm: Rule = { ...words, kind: 'ratio', feature: 'bladeToUpperArm', range: [0.95, 1.05] };
    const even = check(arm, 'english-springer-spaniel');
    expect(even.kept).toBe(true);
    const short = check(arm, 'english-springer-spaniel', marked('short-upper-arm'));
    expect(short.skin ?? 0).toBeGreaterThan((even.skin ?? 0) * 1.03);
  });

  it('feather behind the leg puts less of it in front of the bone', () => {
    const share: Rule = { ...words, kind: 'ratio', feature: 'foreFrontShare', range: [0.28, 0.4] };
    expect(check(share, 'english-springer-spaniel')).toMatchObject({ kept: true });
    expect(check(share, 'standard-poodle').kept).toBe(false);
  });

  it('bowed hocks are not parallel behind', () => {
    const rear: Rule = { ...words, kind: 'parallel', lines: ['rearLeft', 'rearRight'], withinDeg: 10 };
    const bowed = check(rear, undefined, marked('bowed-hocks'));
    expect(bowed.skin ?? 0).toBeGreaterThan(10);
    expect(bowed.after ?? 99).toBeLessThan(bowed.skin ?? 0);
    expect(check(rear).kept).toBe(true);
  });

  it('skull and foreface of a rise from nose to crown are not parallel, those of a brick are', () => {
    const head: Rule = { ...words, kind: 'parallel', lines: ['skull', 'foreface'], withinDeg: 10 };
    expect(check(head, 'airedale-terrier').kept).toBe(true);
    expect(check(head, 'bedlington-terrier').kept).toBe(false);
  });

  it('a terrier has a brick of a head and a poodle not, until its cheeks are thick', () => {
    const brick: Rule = { ...words, kind: 'shape', want: 'brick', within: 0.2 };
    expect(check(brick, 'airedale-terrier').kept).toBe(true);
    expect(check(brick, 'airedale-terrier', marked('thick-head')).kept).toBe(false);
    expect(check(brick).kept).toBe(false);
  });

  it('a ball is round, a clean face is not; a dome is a circle over the eyes', () => {
    const round: Rule = { ...words, kind: 'shape', want: 'round', within: 0.3 };
    const [ball, clean] = [check(round, 'bichon-frise'), check(round, 'standard-poodle')];
    expect(ball).toMatchObject({ kept: true, view: 'headFront', range: [0, 0.3] });
    expect(ball.after ?? 9).toBeGreaterThan(0.02);
    expect(clean.kept).toBe(false);
    expect(clean.after ?? 0).toBeGreaterThan(2 * (ball.after ?? 9));
    const dome: Rule = { ...words, kind: 'shape', want: 'dome', within: 0.12 };
    const topknot = check(dome);
    expect(topknot.kept).toBe(true);
    expect(topknot.skin ?? 9).toBeLessThan(topknot.after ?? 0);
  });

  it('hair reaches a landmark once it is as long as the way there with its curl back, and says when that is', () => {
    const reach: Rule = { ...words, kind: 'reach', zone: 'topknot', from: 'stop', to: 'noseTip' };
    const short = check(reach, 'lagotto-romagnolo', { hairMm: { topknot: 30 } });
    const [wayMm = 0] = short.range ?? [];
    expect(wayMm).toBeGreaterThan(60);
    expect(short).toMatchObject({ kept: false, before: 30 * 0.65 });
    const missing = wayMm / 0.65 - 30;
    expect(short.daysToGrow).toBeCloseTo((missing / 11) * 30.4375, 6);
    const long = check(reach, 'lagotto-romagnolo', {
      hairMm: { topknot: 300 },
      overrides: [override('topknot', { targetMm: wayMm / 0.65 + 1 })],
    });
    expect(long).toMatchObject({ kept: true, daysToGrow: null });
    const cut = check(reach, 'lagotto-romagnolo', { hairMm: { topknot: 300 } });
    expect(cut).toMatchObject({ kept: false, daysToGrow: null });
    expect(cut.mend).toMatchObject({
      zone: 'topknot',
      byMm: expect.closeTo((wayMm - (cut.after ?? 0)) / 0.65, 6) as number,
    });
  });
});

describe('what would mend a broken rule', () => {
  it('nothing where it is kept', () => {
    expect(check({ ...words, kind: 'maxLength', zones: ['back'], mm: 20 }).mend).toBeNull();
  });

  it('what is over or short of a length, told by where it is furthest, all of it mended', () => {
    const longer = { overrides: [override('rib.left', { targetMm: 25 })], hairMm: hairEverywhere(60) };
    const max: Rule = { ...words, kind: 'maxLength', zones: ['back', 'rib'], mm: 10 };
    expect(check(max, undefined, longer).mend).toEqual({
      zone: 'rib',
      byMm: expect.closeTo(-15, 6) as number,
      lengths: [
        { zone: 'back', mm: 10 },
        { zone: 'rib.left', mm: 10 },
        { zone: 'rib.right', mm: 10 },
      ],
    });
    const min: Rule = { ...words, kind: 'minLength', zones: ['back'], mm: 20 };
    expect(check(min, undefined, { hairMm: hairEverywhere(60) }).mend?.byMm).toBeCloseTo(7, 6);
    expect(check(min, undefined, { hairMm: { back: 15 } }).mend).toBeNull();
  });

  it('a place that should be shorter than another is taken to it', () => {
    const order: Rule = { ...words, kind: 'lengthOrder', shorter: 'back', longer: 'loin' };
    const back = { overrides: [override('back', { targetMm: 20 })], hairMm: hairEverywhere(60) };
    const { mend, plan } = check(order, undefined, back);
    const left = (zone: string) => plan.zones.find((one) => one.zone === zone)?.leftMm ?? 0;
    expect(mend).toEqual({
      zone: 'back',
      byMm: left('loin') - left('back'),
      lengths: [{ zone: 'back', mm: left('loin') }],
    });
  });

  it('nothing is cut after what a mat has taken, nor to what is another trim', () => {
    const order: Rule = { ...words, kind: 'lengthOrder', shorter: 'cheek', longer: 'ear-outside' };
    const felted = {
      mats: [mat('ear-outside.left', { lengthCm: 8, widthCm: 6 })],
      hairMm: hairEverywhere(60),
    };
    expect(check(order, 'havanese', felted)).toMatchObject({ kept: false, mend: null });
    const short = { overrides: [override('loin', { targetMm: 3 })], hairMm: hairEverywhere(60) };
    const back: Rule = { ...words, kind: 'lengthOrder', shorter: 'back', longer: 'loin' };
    expect(check(back, undefined, short)).toMatchObject({ kept: false, mend: null });
  });

  it('not a technique, nor what the skin forbids', () => {
    expect(check({ ...words, kind: 'never', technique: 'comb', zones: ['back'] }).mend).toBeNull();
    const bare: Rule = { ...words, kind: 'maxLength', zones: ['belly'], mm: 1 };
    expect(check(bare)).toMatchObject({ kept: false, mend: null });
  });

  it('the least change in one place that keeps a line, which then keeps it', () => {
    const longer: Rule = { ...words, kind: 'ratio', feature: 'lengthToHeight', range: [1.02, 1.06] };
    const trim: Extra = { trimId: 'long-puppy', hairMm: hairEverywhere(90) };
    const even = check(longer, undefined, trim);
    const { mend, plan } = even;
    expect(even.kept).toBe(false);
    expect(Math.abs(mend?.byMm ?? 0)).toBeGreaterThan(0);
    expect(Math.abs(mend?.byMm ?? 0) % 0.5).toBeCloseTo(0, 9);
    for (const { mm } of mend?.lengths ?? []) expect(mm % 0.5).toBe(0);
    const overrides = (mend?.lengths ?? []).map(({ zone, mm }) => override(zone, { targetMm: mm }));
    expect(overrides.length).toBe(plan.zones.filter(({ zone }) => zone.split('.')[0] === mend?.zone).length);
    const mended = check(longer, undefined, { ...trim, overrides });
    expect(mended.kept).toBe(true);
  });

  const puppy: Extra = { trimId: 'long-puppy', hairMm: hairEverywhere(120) };
  const legAt = (range: readonly [number, number], extra: Extra = puppy) =>
    check({ ...words, kind: 'ratio', feature: 'legToDepth', range }, undefined, extra);
  const legNow = () => legAt([0, 9]).after ?? NaN;

  it.each([
    [-0.04, 7.5],
    [-0.01, 2],
    [0.02, -2],
    [0.04, -5],
  ])('a leg that should be %d deeper or less: at the brisket %d mm, in halves', (by, mm) => {
    const range = by > 0 ? ([legNow() + by, 9] as const) : ([0, legNow() + by] as const);
    const { mend } = legAt(range);
    expect(mend).toMatchObject({ zone: 'brisket', byMm: mm });
    const overrides = (mend?.lengths ?? []).map(({ zone, mm: left }) => override(zone, { targetMm: left }));
    expect(legAt(range, { ...puppy, overrides }).kept).toBe(true);
    const half = overrides.map((one) => ({ ...one, targetMm: (one.targetMm ?? 0) - mm / 2 }));
    expect(legAt(range, { ...puppy, overrides: half }).kept).toBe(false);
  });

  it('where the nearest place has no hair for it, the next, which takes more', () => {
    const range = [0, legNow() - 0.04] as const;
    const hairMm = { ...hairEverywhere(120), brisket: 38 };
    expect(legAt(range, { ...puppy, hairMm }).mend).toMatchObject({ zone: 'back', byMm: 16 });
  });

  it('no more than reads as the same trim, and no other place than bears on it', () => {
    expect(legAt([0, legNow() - 0.3]).mend).toBeNull();
    const under = (by: number): Rule => ({ ...words, kind: 'slope', feature: 'underline', range: [by, 90] });
    const now = check(under(-90), undefined, puppy).after ?? NaN;
    expect(check(under(now + 2), undefined, puppy).mend).toMatchObject({ zone: 'belly', byMm: -5 });
    expect(check(under(now + 4), undefined, puppy).mend).toBeNull();
  });

  it('of two sides the shorter is the measure; of a side that a mat has taken neither', () => {
    const order: Rule = { ...words, kind: 'lengthOrder', shorter: 'throat', longer: 'ear-outside' };
    const own = (zone: string, targetMm: number) => override(zone, { targetMm });
    const ears = [own('throat', 20), own('ear-outside.left', 10), own('ear-outside.right', 16)];
    const hairMm = hairEverywhere(90);
    expect(check(order, 'havanese', { hairMm, overrides: ears }).mend).toMatchObject({
      zone: 'throat',
      lengths: [{ zone: 'throat', mm: 10 }],
    });
    const short: Rule = { ...order, shorter: 'sanitary' };
    const overrides = [own('sanitary', 20)];
    const clipped = [...overrides, ...ears.slice(1)];
    expect(check(short, 'havanese', { hairMm, overrides: clipped }).mend).toMatchObject({ zone: 'sanitary' });
    const mats = [mat('ear-outside.left', { lengthCm: 8, widthCm: 6, toSkinMm: 8 })];
    const { kept, mend, plan } = check(short, 'havanese', { hairMm, overrides, mats });
    expect(plan.zones.filter(({ zone, lost }) => zone.startsWith('ear-outside') && lost)).toHaveLength(1);
    expect([kept, mend]).toEqual([false, null]);
  });

  it('none where no one place can', () => {
    const square: Rule = { ...words, kind: 'ratio', feature: 'lengthToHeight', range: [0.5, 0.6] };
    expect(check(square, undefined, { hairMm: hairEverywhere(80) }).mend).toBeNull();
  });
});

describe('one rule at a time', () => {
  it('a maximum is kept by the longest of its zones, a minimum by the shortest', () => {
    const max = (mm: number): Rule => ({ ...words, kind: 'maxLength', zones: ['back', 'rib'], mm });
    const min = (mm: number): Rule => ({ ...words, kind: 'minLength', zones: ['back', 'rib'], mm });
    expect([check(max(20)).kept, check(max(8)).kept]).toEqual([true, false]);
    expect([check(min(10)).kept, check(min(20)).kept]).toEqual([true, false]);
  });

  it('before is the hair that is there', () => {
    const hairMm = { back: 42, 'rib.left': 42, 'rib.right': 42 };
    const { before, after } = check(
      { ...words, kind: 'maxLength', zones: ['back', 'rib'], mm: 20 },
      undefined,
      { hairMm },
    );
    expect(before).toBe(42);
    expect(after).toBeCloseTo(13, 9);
  });

  it('one zone shorter than another', () => {
    const order = (shorter: string, longer: string): Rule => ({
      ...words,
      kind: 'lengthOrder',
      shorter,
      longer,
    });
    expect(check(order('back', 'foreleg')).kept).toBe(true);
    expect(check(order('foreleg', 'back')).kept).toBe(false);
  });

  it('a technique never used', () => {
    const never = (technique: 'comb' | 'strip'): Rule => ({
      ...words,
      kind: 'never',
      technique,
      zones: ['back'],
    });
    expect(check(never('strip')).kept).toBe(true);
    expect(check(never('comb')).kept).toBe(false);
  });

  it('zones left untouched', () => {
    const untouched: Rule = { ...words, kind: 'untouched', zones: ['back'] };
    expect(check(untouched, 'samoyed').kept).toBe(true);
    expect(check(untouched).kept).toBe(false);
  });

  it('a tuck-up is read off the underline', () => {
    const want = (tuckUp: 'none' | 'definite'): Rule => ({ ...words, kind: 'tuckUp', want: tuckUp });
    const slope = check(want('none')).after ?? NaN;
    expect(slope).toBeGreaterThan(3);
    expect(check(want('none')).kept).toBe(false);
  });

  it('a level top line of an even dog', () => {
    const { after, kept } = check({ ...words, kind: 'slope', feature: 'topline', range: [-2, 2] });
    expect(kept).toBe(true);
    expect(Math.abs(after ?? 99)).toBeLessThan(2);
  });

  it('a rule of show presentation says nothing of a pet', () => {
    const show: Rule = { ...words, kind: 'untouched', zones: ['back'], purposes: ['show'] };
    const pack = { ...breed('samoyed'), rules: [show] };
    expect(plannedAgainstStandard(pack, planFor('samoyed'), 'pet')).toEqual([]);
    expect(plannedAgainstStandard(pack, planFor('samoyed'), 'show')).toHaveLength(1);
  });
});
