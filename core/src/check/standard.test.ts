import { describe, expect, it } from 'vitest';
import { breeds, caseFor, packs, planFor } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import { bodyOf } from '../body/body.ts';
import type { Rule } from '../packs/breed.ts';
import { outlineOf } from '../outline/outline.ts';
import { idealOf } from './ideal.ts';
import { againstStandard, plannedAgainstStandard } from './standard.ts';

const words = { text: '', source: 'standard', severity: 'fault', whenBroken: '' } as const;

/** What one rule says of a breed's first trim. */
function check(rule: Rule, breedId = 'standard-poodle', extra: Parameters<typeof caseFor>[1] = {}) {
  const input = caseFor(breedId, extra);
  const breed = { ...input.breed, rules: [rule] };
  const plan = planGroom({ ...input, breed });
  const body = bodyOf(packs, breed, {}, input.findings);
  const after = outlineOf(body.views.side, plan, 'after', false);
  const now = outlineOf(body.views.side, plan, 'now', false);
  const [result] = againstStandard(
    breed,
    body,
    now,
    after,
    plan,
    idealOf({ ...input, breed }, body.heightMm, false),
    input.purpose,
  );
  if (!result) throw new Error('no result');
  return result;
}

describe('the breed as its pack draws it', () => {
  const deep = breeds.filter((pack) => !pack.generic);
  it.each(deep.flatMap((pack) => pack.trims.map((trim) => [pack.id, trim.id] as const)))(
    'an even %s in the %s trim is within the proportions of its own standard',
    (breedId, trimId) => {
      const { rules } = deep.find((pack) => pack.id === breedId) ?? { rules: [] };
      for (const rule of rules) {
        if (rule.kind !== 'ratio' && rule.kind !== 'slope' && rule.kind !== 'tuckUp') continue;
        const { kept, after } = check(rule, breedId, { trimId });
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
    const hairMm = Object.fromEntries(
      ['croup', 'breech.left', 'breech.right', 'forechest'].map((z) => [z, 30]),
    );
    const { before, after } = check(square, undefined, { findings: longLoin, hairMm });
    expect(before ?? 0).toBeGreaterThan(1.03);
    expect(after ?? 9).toBeLessThan(before ?? 0);
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
    const breed = { ...caseFor('samoyed').breed, rules: [show] };
    expect(plannedAgainstStandard(breed, planFor('samoyed'), 'pet')).toEqual([]);
    expect(plannedAgainstStandard(breed, planFor('samoyed'), 'show')).toHaveLength(1);
  });
});
