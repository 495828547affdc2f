import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, sign, tool } from '../../testing/packs.ts';
import { orderWork } from '../order/orderWork.ts';
import { isTaskId } from './taskId.ts';
import type { Task } from './tasks.ts';

const hairMm = hairEverywhere(60);
const of = (breed: string, extra: Parameters<typeof workOf>[1] = {}) => workOf(breed, { hairMm, ...extra });
const step = (tasks: readonly Task[], id: string) => tasks.find((one) => one.id === id);
const ordered = (work: ReturnType<typeof workOf>) => orderWork(problemOf(work)).order;

/** Bulk, lines and joins are on many places before and after the step that shapes each. */
const isOfAll = ({ id }: Task) => id.startsWith('bulk:') || id.startsWith('lines') || id === 'form:joins';

describe('a run is one step', () => {
  it('a jacket on both sides, with its way, its minutes those of all its places', () => {
    const { tasks, plan } = of('miniature-schnauzer');
    const jacket = step(tasks, 'run:jacket');
    expect(jacket).toMatchObject({
      name: 'jacket',
      side: null,
      pair: null,
      tool: 'blade-7f',
      direction: 'with',
    });
    expect(jacket?.zones).toEqual(plan.runs.find(({ id }) => id === 'jacket')?.zones);
    expect(jacket?.lengths.every((mm) => mm === 3.2)).toBe(true);
    expect(jacket?.path).toMatchObject({ from: 'behind the ears', to: 'end of the tail' });
    expect(jacket?.minutes).toBeGreaterThan(3);
    expect(jacket?.cautions.length).toBe(new Set(jacket?.cautions).size);
  });

  it('a stretch that leaves it is a step of its own, and so is a trigger in it', () => {
    const long = of('standard-poodle', {
      findings: ['long-loin', 'low-tail-set'].map((finding) => ({ finding, severity: 'marked' as const })),
    });
    expect(step(long.tasks, 'run:body.breech')).toMatchObject({ name: 'back of thigh', path: null });
    const feet = of('standard-poodle', { signs: [sign('trigger-feet')] });
    expect(step(feet.tasks, 'run:feet')).toMatchObject({ trigger: true });
  });

  it('what falls to a hand, since no machine is there, is no run', () => {
    const { tasks } = of('airedale-terrier', { trimId: 'clip-and-card', drawer: [tool('short-shears')] });
    expect(tasks.filter(({ id }) => id.startsWith('run:'))).toEqual([]);
  });
});

describe('what a hand shapes together is one step', () => {
  it('a leg by itself with its foot, outside and inside, and the other leg is its pair', () => {
    const { tasks } = of('miniature-schnauzer');
    const leg = step(tasks, 'form:foreleg.left');
    expect(leg).toMatchObject({ name: 'foreleg', side: 'left', pair: 'form:foreleg.right' });
    expect(leg?.zones).toEqual(['foreleg.left', 'pastern.left', 'forefoot.left']);
    expect(leg?.lengths).toEqual([28, 28, 10]);
  });

  it('both sides of a small place are one', () => {
    const { tasks } = of('miniature-schnauzer');
    expect(step(tasks, 'form:brows')).toMatchObject({
      zones: ['brow.left', 'brow.right'],
      side: null,
      pair: null,
    });
  });

  it('an order from the ground up takes feet before legs, and so apart from them', () => {
    const { tasks } = of('bichon-frise', {
      purpose: 'show',
      trimId: 'powder-puff',
      hairMm: hairEverywhere(90),
    });
    expect(step(tasks, 'form:foreleg.left')?.zones).not.toContain('forefoot.left');
    const [feet, leg] = [
      tasks.find(({ zones }) => zones.includes('forefoot.left')),
      step(tasks, 'form:foreleg.left'),
    ];
    expect(feet?.stage).toBeLessThan(leg?.stage ?? 0);
  });

  it('no hand works for more than twenty minutes at one step, but at stripping', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims)
        for (const one of of(id, { trimId, hairMm: hairEverywhere(90) }).tasks)
          if (one.id.startsWith('form:') && one.technique !== 'strip')
            expect(one.minutes, `${id} ${trimId} ${one.id}`).toBeLessThanOrEqual(20);
  });
});

describe('a form is led tool by tool', () => {
  it('a wire leg: bulk with one comb on all four, then straight shears, then curves round the foot', () => {
    const { tasks, plan } = of('miniature-schnauzer');
    const bulk = step(tasks, 'bulk:foreleg');
    expect(bulk).toMatchObject({ name: 'bulk of the legs', tool: 'comb-32', direction: 'with', side: null });
    expect(bulk?.zones).toHaveLength(8);
    const leg = step(tasks, 'form:foreleg.left');
    expect(leg?.after).toContain('bulk:foreleg');
    expect(leg?.steps.map(({ do: what, tool: used, zones }) => [what, used, zones])).toEqual([
      ['shape', 'straight-shears', ['foreleg.left', 'pastern.left']],
      ['round', 'curved-shears', ['forefoot.left']],
    ]);
    expect(leg?.tools.map((one) => one.tool)).toEqual([
      'straight-shears',
      'straight-shears',
      'curved-shears',
    ]);
    // What the comb leaves is never below what the hand wants.
    const left = plan.zones.filter(({ zone }) => bulk?.zones.includes(zone)).map(({ leftMm }) => leftMm);
    expect(Math.max(...left)).toBeLessThanOrEqual(bulk?.leavesMm ?? 0);
  });

  it('bulk saves minutes, and where the clipper is dreaded none is taken', () => {
    const calm = of('miniature-schnauzer');
    const legs = ({ tasks }: ReturnType<typeof of>) =>
      tasks.filter(({ part }) => part === 'legs').reduce((sum, { minutes }) => sum + minutes, 0);
    const dreading = of('miniature-schnauzer', { signs: [sign('trigger-clipper')] });
    expect(dreading.tasks.some(({ id }) => id.startsWith('bulk:'))).toBe(false);
    const byEye = of('miniature-schnauzer', { salon: { pattern: 'by-eye' } });
    expect(byEye.tasks.some(({ id }) => id.startsWith('bulk:'))).toBe(false);
    expect(legs(calm)).toBeLessThan(legs(byEye));
  });

  it('hair no longer than the comb leaves has no bulk; silk and a show are never combed', () => {
    const bulks = (work: ReturnType<typeof of>) => work.tasks.filter(({ id }) => id.startsWith('bulk:'));
    expect(bulks(of('miniature-schnauzer', { hairMm: hairEverywhere(26) }))).toEqual([]);
    expect(bulks(of('american-cocker-spaniel', { hairMm: hairEverywhere(120) }))).toEqual([]);
    expect(bulks(of('standard-poodle', { trimId: 'long-puppy', purpose: 'show' }))).toEqual([]);
  });

  it('the lines of the whole dog before any form, joins behind everything that cuts', () => {
    const work = of('bichon-frise', { trimId: 'powder-puff', hairMm: hairEverywhere(120) });
    const order = ordered(work);
    const forms = order.filter((id) => /^form:(foreleg|hindleg|topline|side|rear|front)/.test(id));
    expect(forms.length).toBeGreaterThan(5);
    for (const id of forms) expect(order.indexOf('lines'), id).toBeLessThan(order.indexOf(id));
    const joined = of('standard-poodle', { trimId: 'lamb', hairMm: hairEverywhere(80) });
    const ids = ordered(joined);
    const cuts = joined.tasks.filter(
      ({ phase, technique, trigger }) => phase === 'work' && technique !== null && !trigger,
    );
    expect(ids).toContain('form:joins');
    for (const { id } of cuts)
      if (id !== 'form:joins') expect(ids.indexOf(id), id).toBeLessThan(ids.indexOf('form:joins'));
  });

  it('without curves a foot is rounded with straight shears, and that is said once', () => {
    const drawer = ['blade-10', 'blade-7f', 'blade-30', 'blade-15', 'straight-shears', 'thinners'].map((id) =>
      tool(id),
    );
    const { tasks, plan } = of('miniature-schnauzer', { drawer });
    const foot = plan.zones.find(({ zone }) => zone === 'forefoot.left');
    expect(foot?.tool?.toolId).toBe('straight-shears');
    const lacks = plan.conflicts.filter(({ kind, about }) => kind === 'lacks-shape' && about === 'round');
    expect(lacks).toHaveLength(1);
    expect(lacks[0]).toMatchObject({ alternatives: ['straight-shears'], lack: { kinds: ['curved shears'] } });
    const leg = step(tasks, 'form:foreleg.left')?.steps ?? [];
    expect(leg.map((one) => one.tool)).toEqual(['straight-shears', 'straight-shears']);
  });
});

describe('a coat that is pulled', () => {
  it('is stripped, whatever its form says shears would do', () => {
    const { plan, tasks } = of('airedale-terrier', { trimId: 'stripped' });
    const steps = plan.forms.flatMap((form) => form.steps);
    const pulled = steps.filter(({ tool: used }) => used.technique === 'strip');
    expect(pulled.length).toBeGreaterThan(3);
    for (const one of pulled) expect(one).toMatchObject({ do: 'strip', how: null, wholeDog: false });
    expect(
      steps.filter(({ do: what, tool: used }) => what === 'strip' && used.technique !== 'strip'),
    ).toEqual([]);
    expect(tasks.find(({ zones }) => zones.includes('back'))?.how.join(' ')).not.toMatch(/look along it/);
  });
});

describe('over all breeds', () => {
  it('a form has its steps in their order, each with a tool of the drawer, and their minutes are the card’s', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const { tasks, visit } = of(id, { trimId });
        const owned = new Set(visit.facts.drawer.map((one) => one.id));
        for (const { id: at, steps, minutes, zones } of tasks) {
          if (steps.length === 0) continue;
          expect(steps.length, `${id} ${at}`).toBeGreaterThan(1);
          expect(steps.reduce((sum, each) => sum + each.minutes, 0)).toBeCloseTo(minutes, 9);
          for (const each of steps) {
            expect(owned.has(each.toolId ?? ''), `${id} ${at} ${each.tool}`).toBe(true);
            expect(each.zones.every((zone) => zones.includes(zone))).toBe(true);
          }
          const soft = steps.findIndex(({ do: what }) => what === 'soften');
          const rounds = steps.findLastIndex(({ do: what }) => what === 'round' || what === 'lines');
          // Beards are thinned from beneath before their ends are cut.
          if (soft >= 0 && !/^form:(beard|head)/.test(at))
            expect(rounds, `${id} ${trimId} ${at}`).toBeLessThan(soft);
        }
      }
  });

  it('every place that is worked is in one step, but for what is gone over once more, and no minute is lost', () => {
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const { tasks, plan, visit } = of(id, { trimId });
        const cut = tasks.filter((one) => one.again === null && one.technique !== null && !isOfAll(one));
        const passed = cut.flatMap(({ zones }) => zones);
        expect(new Set(passed).size, `${id} ${trimId}`).toBe(passed.length);
        const worked = plan.zones.flatMap(({ zone, tool: used, lost }) => (used && !lost ? [zone] : []));
        expect([...passed].sort(), `${id} ${trimId}`).toEqual([...worked].sort());
        for (const one of cut) expect(one.lengths).toHaveLength(one.zones.length);
        const known = new Set(tasks.map((one) => one.id));
        expect(known.size).toBe(tasks.length);
        for (const one of known) expect(isTaskId(visit.packs, one), one).toBe(true);
        for (const one of tasks) {
          if (one.pair !== null) expect(known.has(one.pair), `${id} ${one.id} ↔ ${one.pair}`).toBe(true);
          for (const before of one.after)
            expect(known.has(before), `${id} ${one.id} after ${before}`).toBe(true);
        }
      }
  });

  it('a groom is about thirty steps, and half as many cut hair', () => {
    const counts = breeds.flatMap(({ id, trims }) =>
      trims.map(({ id: trimId }) => {
        const { tasks } = of(id, { trimId });
        return [
          tasks.length,
          tasks.filter((one) => one.technique !== null && one.again === null && !isOfAll(one)).length,
        ];
      }),
    );
    const median = (values: readonly number[]) =>
      [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
    expect(median(counts.map(([all = 0]) => all))).toBeLessThanOrEqual(34);
    expect(median(counts.map(([, cut = 0]) => cut))).toBeLessThanOrEqual(20);
    expect(Math.max(...counts.map(([all = 0]) => all))).toBeLessThanOrEqual(42);
  });
});

describe('customs', () => {
  it('the face is clipped before its topknot is set, the jacket before its front, feet before legs', () => {
    const lamb = ordered(of('standard-poodle'));
    expect(lamb.indexOf('run:face')).toBeGreaterThan(-1);
    expect(lamb.indexOf('run:face')).toBeLessThan(lamb.indexOf('form:topknot'));
    expect(lamb.indexOf('run:body')).toBeLessThan(lamb.indexOf('run:underline'));
    const schnauzer = ordered(of('miniature-schnauzer'));
    expect(schnauzer.indexOf('run:jacket')).toBeLessThan(schnauzer.indexOf('run:front'));
    expect(schnauzer.indexOf('run:ears')).toBeLessThan(schnauzer.indexOf('form:ears'));
  });
});
