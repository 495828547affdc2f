import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { hairEverywhere, sign } from '../../testing/packs.ts';
import type { Task } from './tasks.ts';

const again = (tasks: readonly Task[], id: string) => tasks.filter((one) => one.id.startsWith(`${id}:`));
const stepOf = (tasks: readonly Task[], id: string) => tasks.find((one) => one.id === id);

describe('a place gone over once more', () => {
  it('a whorl is a step of its own, behind the place it is in and nowhere else', () => {
    const plain = workOf('standard-poodle', { hairMm: hairEverywhere(90) }).tasks;
    const whorled = workOf('standard-poodle', {
      hairMm: hairEverywhere(90),
      signs: [sign('whorl', 'thigh.left')],
    }).tasks;
    expect(again(plain, 'whorl')).toEqual([]);
    const [whorl, ...others] = again(whorled, 'whorl');
    expect(others).toEqual([]);
    expect(whorl).toMatchObject({
      zone: 'thigh.left',
      side: 'left',
      after: ['run:body'],
      again: { of: 'run:body' },
    });
    // A tenth of what the thigh takes of the run.
    const body = stepOf(whorled, 'run:body')?.minutes ?? 0;
    expect(whorl?.minutes).toBeGreaterThan(0);
    expect(whorl?.minutes).toBeLessThan(0.1 * 0.15 * body);
  });

  it('thinning is looked at where it was done, and then perhaps cut again', () => {
    const { tasks } = workOf('english-springer-spaniel', { hairMm: hairEverywhere(60) });
    const thinned = tasks.filter(({ technique, again: over }) => technique === 'thin' && over === null);
    const looks = (one: Task) => one.steps.filter((each) => each.do === 'again');
    const lookedAt = tasks.filter((one) => looks(one).length > 0).map(({ id }) => id);
    expect(lookedAt).toContain('form:side');
    for (const one of tasks) expect(looks(one).length, one.id).toBeLessThanOrEqual(1);
    // It is the last thing that is done there.
    const side = stepOf(tasks, 'form:side');
    expect(side?.steps.at(-1)?.do).toBe('again');
    expect(side?.steps.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(side?.minutes ?? 0, 9);
    // Where the look takes seconds it is said at the step.
    const said = thinned.filter(({ how }) => how.some((text) => text.startsWith('Comb out what was cut')));
    expect(said.map(({ name }) => name)).toContain('brows');
    for (const { id } of thinned)
      expect(lookedAt.includes(id) || said.some((one) => one.id === id), id).toBe(true);
  });

  it('on a trigger nobody comes back: it is said at the step', () => {
    const seen = [sign('whorl', 'thigh.left'), sign('trigger', 'thigh.left')];
    const { tasks } = workOf('standard-poodle', { hairMm: hairEverywhere(90), signs: seen });
    expect(again(tasks, 'whorl')).toEqual([]);
    expect(stepOf(tasks, 'zone:thigh.left')?.how.join(' ')).toMatch(/tuft stays/);
  });

  it('feet are combed up against the growth where the hair lies, not where it stands', () => {
    const lying = workOf('golden-retriever', { hairMm: hairEverywhere(60) });
    const standing = workOf('bichon-frise', { hairMm: hairEverywhere(90) });
    expect(lying.visit.derived.coat.layDeg).toBeLessThanOrEqual(45);
    const combedUp = (work: typeof lying) =>
      work.tasks.flatMap(({ steps }) => steps).filter(({ name }) => name === 'combed up');
    expect(combedUp(lying).flatMap(({ zones }) => zones)).toContain('forefoot.left');
    expect(
      standing.tasks.some(({ zones, technique }) => zones.includes('hock.left') && technique === 'scissor'),
    ).toBe(true);
    expect(combedUp(standing)).toEqual([]);
  });
});
