import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Task } from '../tasks/tasks.ts';
import { bladeHeat, minutesTo, riseOf, runTimes } from './bladeHeat.ts';
import type { TableAct, TableEvent } from './events.ts';
import { inTurn } from './events.ts';
import { recordOf } from './record.ts';
import { restOfWork } from './rest.ts';
import { stepDown } from './stepDown.ts';
import { tableNow } from './tableNow.ts';

const { heat } = packs.tools;
const { visit, plan, tasks } = workOf('standard-poodle', {
  hairMm: hairEverywhere(90),
  signs: [sign('whorl', 'thigh.left')],
});
let clock = 0;
const event = (act: TableAct, by = 'Bram', device = 'tablet'): TableEvent => {
  clock++;
  return { ...act, id: `e${clock}`, at: new Date(Date.UTC(2030, 0, 1, 9, clock)).toISOString(), by, device };
};
const done = (task: Task, extra: Partial<Extract<TableAct, { kind: 'done' }>> = {}): TableAct => ({
  kind: 'done',
  task: task.id,
  part: task.part,
  zone: task.zone,
  ...(task.zones.length > 1 ? { zones: task.zones, lengths: task.lengths } : {}),
  toolId: task.toolId,
  tool: task.tool,
  direction: task.direction,
  leavesMm: task.leavesMm,
  minutes: task.minutes,
  plannedMinutes: task.minutes,
  stress: task.stress,
  ...extra,
});
const [first, second, third] = tasks as [Task, Task, Task];
const now = (...events: readonly TableEvent[]) => tableNow(tasks, events, 60);

describe('where a dog on the table stands', () => {
  it('begins with the first step, and goes on with the next that nobody did', () => {
    expect(now().current).toBe(first);
    const after = now(event(done(first)), event(done(third)));
    expect([after.current, after.behind]).toEqual([second, 2]);
  });

  it('a run whose places were done one by one is behind, and not while one of them is left', () => {
    const body = tasks.find(({ id }) => id === 'run:body');
    if (!body) throw new Error('no body');
    const acts = body.zones.map((zone) => event(done({ ...body, id: `zone:${zone}`, zone, zones: [zone] })));
    const isAhead = (...events: readonly TableEvent[]) => {
      const is = tableNow([body], events, 60);
      return is.current === body;
    };
    expect(isAhead(...acts)).toBe(false);
    expect(isAhead(...acts.slice(1))).toBe(true);
  });

  it('an act sent twice is one, in whatever order they arrive', () => {
    const acts = [
      event(done(first)),
      event(done(second)),
      event({ kind: 'rested', minutes: 5 }),
      event(done(third)),
    ];
    const stands = (list: readonly TableEvent[]) => {
      const { current, workedMinutes, patienceMinutes, restedMinutes } = now(...list);
      return [current?.id, workedMinutes, patienceMinutes, restedMinutes];
    };
    fc.assert(
      fc.property(fc.shuffledSubarray([...acts, ...acts], { minLength: 8 }), (list) => {
        expect(stands(list)).toEqual(stands(acts));
      }),
    );
    expect(inTurn([...acts, ...acts])).toEqual(acts);
  });

  it('undone, a step is as if nobody had done it', () => {
    const back = now(event(done(first)), event({ kind: 'undone', task: first.id }));
    expect([back.current, back.workedMinutes, back.patienceMinutes, back.last]).toEqual([first, 0, 60, null]);
    const again = now(event(done(first)), event({ kind: 'undone', task: first.id }), event(done(first)));
    expect(again.current).toBe(second);
  });

  it('a skipped step is passed over with its reason, done later it is done', () => {
    const skip = event({ kind: 'skipped', task: first.id, reason: 'dog asleep' });
    expect(now(skip).skipped.get(first.id)).toBe('dog asleep');
    expect(now(skip).current).toBe(second);
    const later = now(skip, event(done(first)));
    expect([later.skipped.size, later.done.size]).toEqual([0, 1]);
  });

  it('a second go is passed over with the step that it goes over, not without it', () => {
    const [step, look] = tasks.flatMap((one) => {
      const over = tasks.find(({ id }) => one.again?.of === id);
      return over ? [over, one] : [];
    }) as [Task, Task];
    const alone = (...events: readonly TableEvent[]) => tableNow([step, look, third], events, 60);
    const skip = (one: Task) => event({ kind: 'skipped', task: one.id, reason: 'will not hold still' });
    expect(alone(event(done(step))).current).toBe(look);
    expect(alone(skip(step)).current).toBe(third);
    expect(alone(event({ kind: 'left-out', tasks: [step.id], another: [] })).current).toBe(third);
  });

  it('patience goes with minutes and stress, and a rest gives it back', () => {
    const tired = now(event(done(first, { minutes: 20, stress: 2 })));
    expect([tired.patienceMinutes, tired.patienceShare]).toEqual([20, expect.closeTo(1 / 3, 9)]);
    expect(now(event(done(first, { minutes: 90, stress: 1 }))).patienceMinutes).toBe(0);
    const rested = now(
      event(done(first, { minutes: 20, stress: 2 })),
      event({ kind: 'rested', minutes: 10 }),
    );
    expect([rested.patienceMinutes, rested.restedMinutes]).toEqual([60, 10]);
  });

  it('minutes are held against the plan', () => {
    const late = now(event(done(first, { minutes: 9, plannedMinutes: 4 })));
    expect([late.lateMinutes, late.workedMinutes]).toEqual([5, 9]);
    const whole = tasks.reduce((sum, one) => sum + one.minutes, 0);
    expect(late.leftMinutes).toBeCloseTo(whole - first.minutes, 9);
  });

  it('what two tablets both did is done once, and said', () => {
    const both = now(event(done(first)), event(done(first), 'Isolde', 'phone'));
    expect(both.workedMinutes).toBe(first.minutes);
    expect(both.twice).toEqual([{ task: first.id, by: ['Bram tablet', 'Isolde phone'] }]);
    expect(now(event(done(first)), event(done(first))).twice).toEqual([]);
  });

  it('stands still at a stop until that stop is answered; one nobody saw stays', () => {
    const [one, other] = [
      event({ kind: 'stopped', text: 'stopped' }),
      event({ kind: 'stopped', text: 'bleeding' }),
    ];
    const named = event({ kind: 'stop-named', stop: one.id, text: 'collapse' });
    expect(now(one, named).stops).toEqual([{ id: one.id, text: 'collapse' }]);
    const answered = event({ kind: 'went-on', stop: one.id });
    expect(now(one, answered).stops).toEqual([]);
    expect(now(one, other, answered).stops).toEqual([{ id: other.id, text: 'bleeding' }]);
    expect(now(one, event({ kind: 'went-on', stop: 'nobody saw it' })).stops).toHaveLength(1);
    expect(now(one, other, event({ kind: 'went-on', stop: null })).stops).toEqual([]);
  });

  it('a visit that was ended has no step in hand, and its stop stays unanswered', () => {
    const stop = event({ kind: 'stopped', text: 'collapse' });
    const ended = now(event(done(first)), stop, event({ kind: 'ended', text: 'referred to a vet' }));
    expect(ended).toMatchObject({ current: null, next: null, ended: 'referred to a vet' });
    expect(ended.stops).toHaveLength(1);
  });

  it('is taken back to its first step, one act after the other', () => {
    const acts = [
      event(done(first)),
      event({ kind: 'skipped', task: second.id, reason: 'no' }),
      event(done(third)),
    ];
    let log: TableEvent[] = [...acts];
    const taken: string[] = [];
    for (let last = now(...log).last; last; last = now(...log).last) {
      if (!('task' in last) || last.task === null) break;
      taken.push(last.task);
      log = [...log, event({ kind: 'undone', task: last.task })];
    }
    expect(taken).toEqual([third.id, second.id, first.id]);
    expect(now(...log)).toMatchObject({ behind: 0, last: null });
    expect(now(...log).workedMinutes).toBeCloseTo(0, 9);
  });

  it('its record says what hurt, was found, would not pass, stopped or was skipped, each side by itself', () => {
    const stop = event({ kind: 'stopped', text: 'stopped' });
    const { happened } = recordOf(
      [
        event({ kind: 'hurt', zone: 'ear-fringe.left', what: 'nick' }),
        event({ kind: 'mat-found', zone: 'armpit.right' }),
        event({ kind: 'would-not-pass', zone: 'rib.left', toolId: null, takenId: null }),
        event({ kind: 'skipped', task: 'zone:hindfoot.left', reason: 'too much for it' }),
        event({ kind: 'skipped', task: 'nails', reason: 'another day' }),
        event({ kind: 'skipped', task: second.id, reason: 'no' }),
        event({ kind: 'undone', task: second.id }),
        stop,
        event({ kind: 'stop-named', stop: stop.id, text: 'it bites' }),
      ],
      {},
    );
    expect(happened).toEqual([
      { kind: 'nick', zone: 'ear-fringe.left', text: '' },
      { kind: 'mat-found', zone: 'armpit.right', text: '' },
      { kind: 'would-not-pass', zone: 'rib.left', text: '' },
      { kind: 'stopped', zone: null, text: 'it bites' },
      { kind: 'skipped', zone: 'hindfoot.left', text: 'too much for it' },
      { kind: 'skipped', zone: null, text: 'nails: another day' },
    ]);
  });

  it('what is left out or put off is behind, and nothing left is nothing in hand', () => {
    const rest = tasks.slice(1).map(({ id }) => id);
    const end = now(
      event(done(first)),
      event({ kind: 'left-out', tasks: rest.slice(0, 3), another: rest.slice(3) }),
    );
    expect([end.current, end.next, end.behind]).toEqual([null, null, tasks.length]);
    expect([end.leftOut.size, end.another.size]).toEqual([3, rest.length - 3]);
    const changed = now(
      event({ kind: 'left-out', tasks: rest, another: [] }),
      event({ kind: 'left-out', tasks: [], another: [] }),
    );
    expect(changed.behind).toBe(0);
  });
});

describe('a blade', () => {
  it('is as hot as the brief says after a while, and never hotter than its rise', () => {
    const ten = riseOf({ technique: 'clip', carrier: null, leavesMm: 1.5 }, packs.tools);
    expect(ten).toBe(22);
    expect(bladeHeat([], 5, ten, heat)).toBe(21);
    expect(bladeHeat([{ fromMinutes: 0, toMinutes: 6 }], 6, ten, heat)).toBeCloseTo(
      21 + 22 * (1 - Math.exp(-1)),
      9,
    );
    expect(bladeHeat([{ fromMinutes: 0, toMinutes: 600 }], 600, ten, heat)).toBeCloseTo(43, 6);
  });

  it('cools while another is in the hand, and two runs on end are one', () => {
    const run = [{ fromMinutes: 0, toMinutes: 10 }];
    const hot = bladeHeat(run, 10, 22, heat);
    expect(bladeHeat(run, 16, 22, heat) - 21).toBeCloseTo((hot - 21) * Math.exp(-1), 9);
    const halves = [
      { fromMinutes: 5, toMinutes: 10 },
      { fromMinutes: 0, toMinutes: 5 },
    ];
    expect(bladeHeat(halves, 10, 22, heat)).toBeCloseTo(hot, 9);
    expect(bladeHeat([...run, ...run], 10, 22, heat)).toBeCloseTo(hot, 9);
    expect(() => bladeHeat([{ fromMinutes: 5, toMinutes: 1 }], 6, 22, heat)).toThrow('toMinutes');
  });

  it('ran for the steps of the log done with it and since the last act, and begins cold where it was swapped', () => {
    const at = (minute: number) => String(minute);
    const worked = (toolId: string, end: number, minutes: number): TableEvent => ({
      ...event(done(first, { toolId, minutes })),
      at: at(end),
    });
    const events = [worked('ten', 10, 4), worked('other', 15, 5), worked('ten', 22, 6)];
    expect(runTimes('ten', events, null, 30, Number)).toEqual([
      { fromMinutes: 6, toMinutes: 10 },
      { fromMinutes: 16, toMinutes: 22 },
    ]);
    const swapped = [...events, { ...event({ kind: 'swapped', toolId: 'ten' }), at: at(20) }];
    expect(runTimes('ten', swapped, 28, 30, Number)).toEqual([
      { fromMinutes: 20, toMinutes: 22 },
      { fromMinutes: 28, toMinutes: 30 },
    ]);
    expect(runTimes('other', swapped, null, 30, Number)).toEqual([{ fromMinutes: 10, toMinutes: 15 }]);
  });

  it('says when it will be too hot: a 10 after twelve minutes, one under a comb never', () => {
    expect(minutesTo(heat.warnC, 21, 22, heat)).toBeCloseTo(-6 * Math.log(3 / 22), 9);
    expect(minutesTo(heat.warnC, 41, 22, heat)).toBe(0);
    const comb = riseOf({ technique: 'comb', carrier: '30', leavesMm: 13 }, packs.tools);
    expect([comb, minutesTo(heat.warnC, 21, comb, heat)]).toEqual([13, Infinity]);
    expect(riseOf({ technique: 'clip', carrier: null, leavesMm: 6.3 }, packs.tools)).toBe(17);
    expect(riseOf({ technique: 'scissor', carrier: null, leavesMm: 20 }, packs.tools)).toBe(0);
  });
});

describe('where a blade will not pass', () => {
  it('goes down one allowed blade at a time, with the lay, to the higher floor', () => {
    const steps = stepDown(visit, plan, 'back');
    const planned = plan.zones.find(({ zone }) => zone === 'back');
    expect(steps.length).toBeGreaterThan(2);
    for (const [i, { leavesMm, direction }] of steps.entries()) {
      expect(direction).toBe('with');
      expect(leavesMm).toBeLessThan(steps[i - 1]?.leavesMm ?? planned?.tool?.leavesMm ?? 0);
      expect(leavesMm).toBeGreaterThanOrEqual(
        Math.max(planned?.floorMm ?? 0, visit.derived.matPolicy.bladeFloorMm),
      );
    }
  });

  it('never under the floor of a restricted skin, and nowhere that may not be touched', () => {
    for (const { id } of breeds.filter(({ generic }) => !generic)) {
      const quill = workOf(id, { signs: [sign('allergic-skin'), sign('wound', 'rib.left')] });
      for (const { zone } of quill.plan.zones) {
        for (const { leavesMm } of stepDown(quill.visit, quill.plan, zone))
          expect(leavesMm, `${id} ${zone}`).toBeGreaterThanOrEqual(zone === 'pads' ? 0.5 : 1.5);
      }
      expect(stepDown(quill.visit, quill.plan, 'rib.left')).toEqual([]);
    }
  });
});

describe('the owner is early, or the dog has had enough', () => {
  const box = {
    minutes: 25,
    patience: 60,
    restMinutes: 10,
    sittingsPerVisit: 4,
    cosmetic: packs.times.cosmetic,
  };

  it('drops cosmetic work of what is left, keeps every safety step, and says what another visit would take', () => {
    const start = tasks.findIndex(({ phase }) => phase === 'work');
    const events = tasks.slice(0, start).map((one) => event(done(one)));
    const rest = restOfWork(tasks, now(...events), box);
    expect(rest.drop.length).toBeGreaterThan(0);
    const safe = tasks
      .slice(start)
      .filter(({ safety }) => safety)
      .map(({ id }) => id);
    for (const id of safe) {
      expect(rest.drop).not.toContain(id);
      expect(rest.another).not.toContain(id);
      expect(rest.keep).toContain(id);
    }
    const byId = new Map(tasks.map((one) => [one.id, one.minutes]));
    const worked = (ids: readonly string[]) => ids.reduce((sum, id) => sum + (byId.get(id) ?? 0), 0);
    expect(rest.keptMinutes).toBeGreaterThanOrEqual(worked(rest.keep) - 1e-9);
    expect(rest.keptMinutes).toBeLessThan(rest.needMinutes);
    expect(rest.mustMinutes).toBeCloseTo(worked(safe), 6);
    for (const one of tasks.slice(0, start))
      expect([...rest.keep, ...rest.drop, ...rest.another]).not.toContain(one.id);
  });

  it('leaves out both sides of a place or neither, wherever the work stands', () => {
    const { tasks } = workOf('miniature-schnauzer', { hairMm: hairEverywhere(60) });
    const now = (...events: readonly TableEvent[]) => tableNow(tasks, events, 60);
    const sided = tasks.filter(({ pair, phase }) => pair !== null && phase === 'work');
    expect(sided.length).toBeGreaterThanOrEqual(4);
    for (let worked = 1; worked < tasks.length; worked += 3) {
      const events = tasks.slice(0, worked).map((one) => event(done(one)));
      const is = now(...events);
      for (const minutes of [0, 10, 25]) {
        const rest = restOfWork(tasks, is, { ...box, minutes });
        for (const { id, pair } of sided)
          for (const out of [rest.drop, rest.another]) {
            if (!out.includes(id) || pair === null) continue;
            expect(is.done.has(pair), `${id} is left out and its other side is done`).toBe(false);
            expect(out, `${id} without ${pair}`).toContain(pair);
          }
      }
    }
  });

  it('with time enough nothing is dropped', () => {
    expect(restOfWork(tasks, now(), { ...box, minutes: 600 }).drop).toEqual([]);
  });
});

describe('what a visit leaves behind', () => {
  const [body, topknot] = ['run:body', 'form:topknot'].map((id) => tasks.find((one) => one.id === id)) as [
    Task,
    Task,
  ];

  it('is what was cut, and where it was measured what was measured; the rest as it was', () => {
    const record = recordOf(
      [
        event(done(body, { minutes: 4, plannedMinutes: 3 })),
        event(done(topknot, { minutes: 6, plannedMinutes: 5 })),
        event({ kind: 'measured', zone: 'rib.left', mm: 15, toolId: null, read: 'rule' }),
        event({ kind: 'note', task: null, text: 'good as gold' }),
      ],
      { back: 90, tail: 120 },
    );
    const all = Object.fromEntries(body.zones.map((zone) => [zone, 13]));
    const crown = Object.fromEntries(topknot.zones.map((zone, i) => [zone, topknot.lengths[i]]));
    expect(record.leftMm).toEqual({ ...all, 'rib.left': 15, ...crown, tail: 120 });
    expect(record).toMatchObject({
      minutes: 10,
      note: 'good as gold',
      tools: { back: body.tool, loin: body.tool },
    });
    expect(record.parts).toEqual([
      { part: body.part, minutes: 4, expectedMinutes: 3 },
      { part: topknot.part, minutes: 6, expectedMinutes: 5 },
    ]);
  });

  it('leaves out what was undone, and counts once what two did', () => {
    const twice = [event(done(body)), event(done(body), 'Isolde', 'phone')];
    expect(recordOf(twice, {}).parts).toEqual(recordOf(twice.slice(0, 1), {}).parts);
    const undone = recordOf([event(done(body)), event({ kind: 'undone', task: body.id })], { back: 90 });
    expect([undone.leftMm.back, undone.minutes, undone.parts]).toEqual([90, 0, []]);
  });

  it('of a form with several lengths each place’s own; of a step of several places that was skipped its name', () => {
    const leg = { ...body, zones: ['foreleg.left', 'forefoot.left'], lengths: [28, 10], leavesMm: 28 };
    const { leftMm } = recordOf([event(done(leg))], {});
    expect(leftMm).toEqual({ 'foreleg.left': 28, 'forefoot.left': 10 });
    const skipped = event({ kind: 'skipped', task: 'run:body', reason: 'owner said no', name: 'body' });
    expect(recordOf([skipped], {}).happened).toEqual([
      { kind: 'skipped', zone: null, text: 'body: owner said no' },
    ]);
  });
});

describe('what the minutes of a visit teach', () => {
  it('is in the record as somebody said last, part by part', () => {
    const said = (part: string, counts: boolean) => event({ kind: 'counted', part, counts });
    const acts = [first, second, third].map((task, i) =>
      event(done({ ...task, part: i === 2 ? 'dry' : 'body' })),
    );
    const { parts } = recordOf([...acts, said('dry', true), said('dry', false)], {});
    expect(parts.map(({ part, counts }) => [part, counts])).toEqual([
      ['body', undefined],
      ['dry', false],
    ]);
  });
});
