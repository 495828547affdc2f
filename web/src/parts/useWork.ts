import type { Choices, VisitSheet, Work } from '@kurrel/contract';
import type {
  BathPlan,
  BreedPack,
  Case,
  Estimate,
  FittedOrder,
  OrderProblem,
  Plan,
  Task,
  WorkOrder,
} from '@kurrel/core';
import {
  bathPlan,
  estimateContextOf,
  estimateVisit,
  fitOrder,
  orderWork,
  ownOrder,
  paceOf,
  planGroom,
  priced,
  tasksOf,
} from '@kurrel/core';
import { useMemo } from 'react';
import { packs } from '../app/packs.ts';
import { caseOf } from './visitCase.ts';

/** A visit's plan at work: its bath, its steps, the order that was found and the one that is worked. */
export interface WorkedVisit {
  readonly visit: Case;
  readonly plan: Plan;
  readonly estimate: Estimate;
  readonly bath: BathPlan;
  readonly tasks: readonly Task[];
  readonly problem: OrderProblem;
  readonly found: WorkOrder;
  /** As it is worked: the groomer's own order where there is one, without what is left out. */
  readonly order: readonly Task[];
  readonly own: Omit<WorkOrder, 'lowerBound' | 'exact'>;
  readonly fit: FittedOrder;
  readonly boxMinutes: number;
}

/** The bath of a visit, with what its dryings before have taught. */
export function useBath(sheet: VisitSheet, breed: BreedPack, choices: Choices, bath: Work['bath']) {
  const planned = useMemo(() => {
    const visit = caseOf(breed, sheet, choices);
    const plan = planGroom(visit);
    return { visit, plan, estimate: estimateVisit(visit, plan, estimateContextOf(sheet)) };
  }, [breed, sheet, choices]);
  return useMemo(() => {
    const { visit, plan, estimate } = planned;
    return { ...planned, bath: bathPlan(visit, plan, bath, sheet.shelf, dryFactorOf(estimate)) };
  }, [planned, bath, sheet.shelf]);
}

/** Everything that made drying longer or shorter, this dog's and this groomer's own dryings among it. */
function dryFactorOf(estimate: Estimate): number {
  const dry = packs.times.parts.find(({ role }) => role === 'dry');
  const part = estimate.parts.find(({ id }) => id === dry?.id);
  return part?.because.reduce((product, { factor }) => product * factor, 1) ?? 1;
}

/** How much more or less of a product than planned this dog's baths took, with its spread. */
export const takenBefore = ({ usedBefore }: VisitSheet, kindId: string) =>
  paceOf(
    usedBefore
      .filter((one) => one.kindId === kindId)
      .map(({ ml, plannedMl }) => ({ part: kindId, minutes: ml, expectedMinutes: plannedMl })),
    packs.times.spread,
  );

export function useWork(sheet: VisitSheet, breed: BreedPack, choices: Choices, work: Work): WorkedVisit {
  const bathed = useBath(sheet, breed, choices, work.bath);
  const ordered = useMemo(() => {
    const { visit, plan, estimate, bath } = bathed;
    const tasks = tasksOf(visit, plan, bath, estimate);
    const problem: OrderProblem = {
      tasks,
      costs: packs.tasks.costs,
      patience: visit.derived.standing.minutes,
      restMinutes: packs.times.pauseMinutes,
    };
    return { ...bathed, tasks, problem, found: orderWork(problem) };
  }, [bathed]);
  return useMemo(() => {
    const { tasks, problem, found, visit } = ordered;
    const byId = new Map(tasks.map((task) => [task.id, task]));
    const ids = ownOrder(found.order, work.order.own);
    const dropped = new Set(work.order.dropped);
    const whole = ids.flatMap((id) => byId.get(id) ?? []);
    const boxMinutes = work.order.boxMinutes ?? sheet.visit.minutes;
    const fit = fitOrder(
      whole.filter(({ id }) => !dropped.has(id)),
      {
        minutes: boxMinutes,
        patience: visit.derived.standing.minutes,
        restMinutes: packs.times.pauseMinutes,
        sittingsPerVisit: packs.times.sittingsPerVisit,
        cosmetic: packs.times.cosmetic,
      },
    );
    const order = whole.filter(({ id }) => !dropped.has(id));
    const own = priced(
      { ...problem, tasks: order },
      order.map(({ id }) => id),
    );
    return { ...ordered, order, own, fit, boxMinutes };
  }, [ordered, work.order, sheet.visit.minutes]);
}
