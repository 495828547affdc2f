import { describe, expect, it } from 'vitest';
import { caseFor, hairEverywhere, override, packs } from '../../testing/packs.ts';
import type { Override } from '../case/choices.ts';
import { bodyOf } from '../body/body.ts';
import { planGroom } from '../plan/planGroom.ts';
import { idealOf } from './ideal.ts';
import { ownCost } from './ownCost.ts';
import { inCoat } from './seen.ts';
import { againstStandard } from './standard.ts';

/** A Bedlington's plan with own lengths, and how it holds against its standard. */
function held(overrides: readonly Override[]) {
  const visit = caseFor('bedlington-terrier', { hairMm: hairEverywhere(80), overrides });
  const plan = planGroom(visit);
  const body = bodyOf(packs, visit.breed, {}, []);
  const after = inCoat(body, plan, 'after', false);
  return {
    plan,
    checks: againstStandard(visit, { now: after, after, ideal: idealOf(visit, body.heightMm, false) }, plan),
  };
}
const none = held([]);

describe("what a groomer's own length costs", () => {
  it('nothing where it is what would be planned', () => {
    expect(ownCost(['back'], held([override('back', { targetMm: 16 })]), none)).toBeNull();
    expect(ownCost(['back'], none, none)).toBeNull();
  });

  it('the millimetres it is off, at the worse of both sides, longer or shorter', () => {
    const own = held([override('rib.left', { targetMm: 9 }), override('rib.right', { targetMm: 4 })]);
    const cost = ownCost(['rib.left', 'rib.right'], own, none);
    expect(cost?.offMm).toBeCloseTo(9 - 6, 1);
    expect(ownCost(['rib.right'], own, none)?.offMm).toBeLessThan(0);
    expect(cost?.broken).toEqual([]);
  });

  it('the rules that only it breaks', () => {
    const long = ownCost(['loin'], held([override('loin', { targetMm: 33 })]), none);
    expect(long?.broken.map(({ rule }) => rule.text)).toEqual(['No body hair over 25 mm.']);
    const both = held([override('loin', { targetMm: 33 }), override('back', { targetMm: 30 })]);
    const others = held([override('loin', { targetMm: 33 })]);
    expect(ownCost(['back'], both, others)?.broken.map(({ rule }) => rule.text)).not.toContain(
      'No body hair over 25 mm.',
    );
  });
});
