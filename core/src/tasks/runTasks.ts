import type { Case } from '../case/resolveCase.ts';
import type { Plan } from '../plan/plan.ts';
import { merged, withMerged } from './merged.ts';
import type { Draft } from './plainTask.ts';

/** The step of a run, by the run's id. */
export const runId = (run: string): string => `run:${run}`;

/**
 * Steps with the places of a run as one step, on both sides. A trigger among other places stays a step of its own, so that
 * it can wait; what falls to a hand, since no machine is there, is done place by place.
 */
export function asRuns(visit: Case, { runs }: Plan, steps: readonly Draft[]): readonly Draft[] {
  const byMachine = steps.filter(({ again, direction }) => again === null && direction !== null);
  const stepAt = new Map(byMachine.map((step) => [step.zone, step]));
  const into = new Map<string, Draft>();
  for (const { id, name, stretch, zones, turned, from, to, liftOff, how } of runs) {
    const all = zones.flatMap((zone) => stepAt.get(zone) ?? []);
    const calm = all.filter(({ trigger }) => !trigger);
    const [first, ...others] = calm.length > 0 ? calm : all;
    if (!first) continue;
    const passed = [first, ...others] as const;
    const run = merged(visit, passed, { id: runId(id), name: stretch ?? name, side: null });
    const step: Draft = {
      ...run,
      turned: run.zones.filter((zone) => turned.includes(zone)),
      path: from === null && to === null && liftOff.length === 0 ? null : { from, to, liftOff },
      how: [...(how === null ? [] : [how]), ...run.how],
    };
    for (const one of passed) into.set(one.id, step);
  }
  return withMerged(steps, into);
}
