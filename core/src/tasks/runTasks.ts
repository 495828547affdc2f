import type { Case } from '../case/resolveCase.ts';
import type { Plan } from '../plan/plan.ts';
import { shareOf } from '../packs/zones.ts';
import { merged, withMerged } from './merged.ts';
import { zoneKindId } from '../terms/zone.ts';
import type { Draft } from './plainTask.ts';
import { stanceOf } from './plainTask.ts';
import { stageFinder } from './stages.ts';

/** The step of a run, by the run's id. */
export const runId = (run: string): string => `run:${run}`;

/** A run as a step, and the steps of its places. */
interface RunStep {
  readonly step: Draft;
  readonly passed: readonly [Draft, ...Draft[]];
}

/**
 * Steps with the places of a run as one step, on both sides. A trigger among other places stays a step of its own, so that
 * it can wait; what falls to a hand, since no machine is there, is done place by place.
 */
export function asRuns(visit: Case, { runs }: Plan, steps: readonly Draft[]): readonly Draft[] {
  const byMachine = steps.filter(({ again, direction }) => again === null && direction !== null);
  const stepAt = new Map(byMachine.map((step) => [step.zone, step]));
  const found = runs.flatMap(
    ({ id, name, stretch, zones, turned, from, to, liftOff, how }): readonly RunStep[] => {
      const all = zones.flatMap((zone) => stepAt.get(zone) ?? []);
      const calm = all.filter(({ trigger }) => !trigger);
      const there = calm.length > 0 ? calm : all;
      const isTurned = ({ zone }: Draft) => zone !== null && turned.includes(zone);
      // The card goes the way of the run: what turns is named on it.
      const [first, ...others] = [...there.filter((one) => !isTurned(one)), ...there.filter(isTurned)];
      if (!first) return [];
      const passed = [first, ...others] as const;
      const step = merged(visit, passed, { id: runId(id), name: stretch ?? name, side: sideOfAll(passed) });
      return [
        {
          passed,
          step: {
            ...step,
            turned: step.zones.filter((zone) => turned.includes(zone)),
            path: from === null && to === null && liftOff.length === 0 ? null : { from, to, liftOff },
            how: [...(how === null ? [] : [how]), ...step.how],
          },
        },
      ];
    },
  );
  const cards = cardsOf(visit, found);
  return withMerged(steps, new Map(cards.flatMap(({ step, passed }) => passed.map(({ id }) => [id, step]))));
}

/** The side that all of them are on; null for both, and for the middle. */
const sideOfAll = ([first, ...others]: readonly Draft[]): Draft['side'] =>
  first && others.every(({ side }) => side === first.side) ? first.side : null;

/** Where the groomer stands for the places of a run. */
const stancesOf = (visit: Case, { zones }: Draft): ReadonlySet<string> =>
  new Set(zones.map((zone) => stanceOf(visit, zoneKindId(zone))));

/** The share of the dog's skin that a run passes. */
function skinOf({ derived }: Case, { zones }: Draft): number {
  const passed = derived.zones.filter(({ id }) => zones.includes(id));
  return passed.reduce((sum, zone) => sum + shareOf(zone, zone.kind), 0);
}

/**
 * Runs as cards: of those that one tool passes the same way in one stage of the work a small one goes on the card of the largest, as a
 * tail goes with its body. The tool is not put down for it, and the groomer stands where the largest has her stand in any case. Told by
 * skin, not by minutes: what a card holds does not change with what a groomer's pace is learned to be.
 */
function cardsOf(visit: Case, runs: readonly RunStep[]): readonly RunStep[] {
  const stageOf = stageFinder(visit);
  const groups = new Map<string, RunStep[]>();
  for (const run of runs) {
    const { phase, toolId, carrier, technique, direction, trigger, safety } = run.step;
    const key = [phase, stageOf(run.step), toolId, carrier, technique, direction, trigger, safety].join('|');
    groups.set(key, [...(groups.get(key) ?? []), run]);
  }
  return [...groups.values()].flatMap((group) => {
    const largest = group.reduce((a, b) => (skinOf(visit, b.step) > skinOf(visit, a.step) ? b : a));
    const { id, path, trigger, phase } = largest.step;
    if (trigger || phase !== 'work') return group;
    const from = stancesOf(visit, largest.step);
    const small = group.filter(
      (run) =>
        run !== largest &&
        skinOf(visit, run.step) < visit.packs.tasks.smallRunShare &&
        [...stancesOf(visit, run.step)].every((stance) => from.has(stance)),
    );
    if (small.length === 0) return group;
    const steps = [largest, ...small].map(({ step }) => step);
    const passed = [...largest.passed, ...small.flatMap((run) => run.passed)] as const;
    const side = sideOfAll(steps);
    const step: Draft = {
      ...merged(visit, passed, { id, name: steps.map(({ name }) => name).join(', '), side }),
      also: small.map((run) => run.step.id),
      turned: steps.flatMap(({ turned }) => turned),
      path,
      how: [...new Set(steps.flatMap(({ how }) => how))],
    };
    return [{ step, passed }, ...group.filter((run) => run !== largest && !small.includes(run))];
  });
}
