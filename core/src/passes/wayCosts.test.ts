import { describe, expect, it } from 'vitest';
import { blade, byHand, pick, shears, tools, zone } from '../../testing/demands.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { ZoneDemand } from './pickTools.ts';
import { toolCosts } from './pickTools.ts';

const { policy } = tools;

describe('what a way of doing a zone costs', () => {
  const costOf = (target: ZoneDemand, option: ToolOption) =>
    pick([target], [option]).choices.get(target.id)?.cost;
  const back = zone('back', 10, { toleranceMm: 1 });
  const exact = blade('exact', 10, 'with', { sdMm: 0.5 });

  it('nothing where it leaves the very length, as it is wanted', () => {
    expect(costOf(back, exact)).toBe(0);
    expect(costOf(back, { ...exact, effort: 0.7 })).toBeCloseTo(0.7);
  });
  it('a share of the squared error within tolerance, its full weight beyond', () => {
    expect(costOf(back, { ...exact, leavesMm: 10.5 })).toBeCloseTo(0.3 * 0.25);
    expect(costOf(back, { ...exact, leavesMm: 12 })).toBeCloseTo(0.3 * 4 + policy.errorWeight);
    expect(costOf(back, { ...exact, leavesMm: 8 })).toBeCloseTo(0.3 * 4 + policy.errorWeight);
    expect(costOf(back, { ...exact, leavesMm: 12, sdMm: 2 })).toBeCloseTo(0.3 * 4);
  });
  it('the hand is never off, whatever is asked of it', () => {
    const hand = byHand('shears', { effort: 0, finish: 'smooth' });
    expect(costOf({ ...back, techniques: ['scissor'] }, hand)).toBe(0);
    expect(costOf(back, hand)).toBeCloseTo(policy.rankCost);
  });
  it('each thing that is not as wanted has its price', () => {
    const { finishMismatchCost } = policy;
    expect(costOf(back, { ...exact, finish: 'even' })).toBeCloseTo(finishMismatchCost * 0.5);
    expect(costOf(back, { ...exact, finish: 'rough' })).toBeCloseTo(finishMismatchCost);
    expect(costOf(back, { ...exact, dull: true })).toBeCloseTo(policy.dull.cost);
    expect(costOf(back, { ...exact, wrongHand: true })).toBeCloseTo(policy.wrongHandCost);
    expect(costOf(back, { ...exact, suitsMm: [11, 20] })).toBeCloseTo(policy.unsuitedCost);
    expect(costOf(back, { ...exact, suitsMm: [2, 9] })).toBeCloseTo(policy.unsuitedCost);
    expect(costOf(back, { ...exact, suitsMm: [10, 20] })).toBe(0);
    expect(costOf(back, { ...exact, suitsMm: [2, 10] })).toBe(0);
  });
  it('a blade turned for an error pays for the turn', () => {
    const drawn = blade('five', 5, 'with', { sdMm: 0.5 });
    const turned = { ...exact, toolId: 'five', direction: 'against' as const };
    const picked = pick([back], [drawn, turned]).choices.get('back');
    expect(picked?.option.direction).toBe('against');
    expect(picked?.cost).toBeCloseTo(policy.turnCost);
    expect(picked?.turnedMendsMm).toBeCloseTo(Math.min(5, 3));
    expect(picked?.beyondReach).toBe(false);
  });
  it('turned across counts as turned, but restricted skin forbids only against the lay', () => {
    const drawn = blade('five', 5);
    const across = { ...exact, toolId: 'five', direction: 'across' as const };
    const on = { ...back, directions: ['with', 'across'] as const, techniques: ['clip'] as const };
    expect(pick([{ ...on, restricted: true }], [drawn, across]).choices.get('back')?.cost).toBeCloseTo(
      policy.turnCost,
    );
  });
  it('a direction the zone does not allow is none', () => {
    const only = { ...back, directions: ['with'] as const, techniques: ['clip'] as const };
    expect(pick([only], [{ ...exact, direction: 'against' }]).unserved).toEqual(['back']);
  });
  it('a tool the groomer has named in one direction is run in that', () => {
    const against = { ...exact, direction: 'against' as const };
    const named = { ...back, only: { toolId: 'exact', direction: 'against' as const } };
    expect(pick([named], [exact, against]).choices.get('back')?.option.direction).toBe('against');
    expect(pick([named], [exact]).unserved).toEqual(['back']);
    expect(pick([{ ...back, only: { toolId: 'other', direction: null } }], [exact]).unserved).toEqual([
      'back',
    ]);
  });
  it('a dull blade that is named is taken as close as it is', () => {
    const close = zone('back', 1, { only: { toolId: 'dull', direction: null } });
    expect(pick([close], [blade('dull', 1, 'with', { dull: true })]).choices.has('back')).toBe(true);
    expect(
      pick([{ ...close, only: null, techniques: ['clip'] }], [blade('dull', 1, 'with', { dull: true })])
        .unserved,
    ).toEqual(['back']);
    const at = policy.dull.closeMm;
    expect(
      pick(
        [zone('back', at, { techniques: ['clip'] })],
        [blade('dull', at, 'with', { dull: true })],
      ).choices.has('back'),
    ).toBe(true);
  });
  it('bounds are met by what is just on them', () => {
    const clip = { ...back, techniques: ['clip'] as const };
    expect(pick([{ ...clip, hiMm: 10 }], [exact]).choices.has('back')).toBe(true);
    expect(pick([{ ...clip, loMm: 10.5 }], [exact]).choices.has('back')).toBe(true);
    expect(pick([{ ...clip, withinMm: 1 }], [{ ...exact, leavesMm: 11 }]).choices.has('back')).toBe(true);
    expect(pick([{ ...clip, withinMm: 1 }], [{ ...exact, leavesMm: 11.1 }]).unserved).toEqual(['back']);
    const most = 13 + policy.reach.spreadShare * (exact.sdMm ?? 0);
    expect(pick([clip], [{ ...exact, leavesMm: most }]).choices.get('back')?.beyondReach).toBe(false);
    expect(pick([clip], [{ ...exact, leavesMm: most + 0.1 }]).choices.get('back')?.beyondReach).toBe(true);
  });
  it('of what is longer than reach the shortest is taken, run as drawn', () => {
    const clip = { ...back, techniques: ['clip'] as const };
    const far = [
      blade('thirty', 30),
      blade('twenty', 20),
      blade('turned', 15, 'against'),
      blade('forty', 40),
    ];
    const { choices } = pick([clip], far);
    expect(choices.get('back')?.option.toolId).toBe('twenty');
    expect(choices.get('back')?.beyondReach).toBe(true);
  });
  it('lists each tool it takes once', () => {
    const { tools: out } = pick([back, zone('neck', 10), zone('rib', 20)], [exact, blade('twenty', 20)]);
    expect([...out].sort()).toEqual(['exact', 'twenty']);
  });
  it('the runner-up may be the same tool run another way, and costs what it adds', () => {
    const against = { ...exact, direction: 'against' as const, leavesMm: 4 };
    const longer = blade('longer', 11, 'with', { sdMm: 0.5, setUp: 0.4 });
    const { runnersUp } = pick([{ ...back, techniques: ['clip'] }], [exact, against, longer]);
    const second = runnersUp.get('back');
    expect(second?.option.toolId).toBe('longer');
    expect(second?.extraCost).toBeCloseTo(0.3 + 0.4 - 0.6);
    expect(second?.toolsDelta).toBe(0);
    expect(pick([back], [exact]).runnersUp.size).toBe(0);
  });
});

describe('zones that ask the same are served together', () => {
  const one = zone('a', 10);
  const groups = (other: ZoneDemand) =>
    toolCosts({ zones: [one, other], options: [blade('x', 10)], tools }).served;
  it('the left and the right side', () => {
    expect(groups({ ...one, id: 'b' })[0]?.zones).toEqual(['a', 'b']);
  });
  it.each([
    ['targetMm', { targetMm: 10.5 }],
    ['toleranceMm', { toleranceMm: 2 }],
    ['loMm', { loMm: 1 }],
    ['hiMm', { hiMm: 30 }],
    ['withinMm', { withinMm: 3 }],
    ['techniques', { techniques: ['clip'] as const }],
    ['directions', { directions: ['with'] as const }],
    ['drawnDirection', { drawnDirection: 'against' as const }],
    ['finishes', { finishes: ['smooth'] as const }],
    ['restricted', { restricted: true }],
    ['denserHere', { denserHere: true }],
    ['skipTooth', { skipTooth: false }],
    ['only', { only: { toolId: 'x', direction: null } }],
  ])('not those that differ in %s', (_what, differs) => {
    expect(groups({ ...one, id: 'b', ...differs }).every(({ zones }) => zones.length === 1)).toBe(true);
  });
  it('cost for all of them with each tool, the cheaper way of two', () => {
    const two = { ...zone('b', 10), toleranceMm: 1 };
    const problem = {
      zones: [{ ...two, id: 'a' }, two],
      options: [blade('x', 11, 'with', { sdMm: 0.5 }), blade('x', 10.5, 'with', { sdMm: 0.5 }), shears],
      tools,
    };
    const { costs, opening, toolIds } = toolCosts(problem);
    expect(toolIds).toEqual(['x', 'shears']);
    expect([...opening]).toEqual([0.6, 0.3]);
    expect(costs[0]?.[0]).toBeCloseTo(2 * 0.3 * 0.25);
  });
});
