import type { BathChoices, Case, EstimateContext, OrderProblem, Plan, Task } from '../src/index.ts';
import { bathPlan, estimateVisit, planGroom, tasksOf, USUAL_BATH } from '../src/index.ts';
import type { Extra } from './packs.ts';
import { caseFor, hairEverywhere, packs } from './packs.ts';

const rates = { perHour: 60, least: 20, currency: 'EUR' };
export const freshContext: EstimateContext = { trainee: false, dogHistory: [], groomerHistory: [], rates };

/** A visit with its plan, its bath and its steps. */
export function workOf(
  breedId: string,
  extra: Extra = {},
  bath: Partial<BathChoices> = {},
): { readonly visit: Case; readonly plan: Plan; readonly tasks: readonly Task[]; readonly minutes: number } {
  const visit = caseFor(breedId, { hairMm: hairEverywhere(45), hand: 'right', ...extra });
  const plan = planGroom(visit);
  const estimate = estimateVisit(visit, plan, freshContext);
  const bathed = bathPlan(visit, plan, { ...USUAL_BATH, ...bath });
  return { visit, plan, tasks: tasksOf(visit, plan, bathed, estimate), minutes: estimate.minutes.mid };
}

/** The problem of ordering them. */
export const problemOf = ({
  visit,
  tasks,
}: Pick<ReturnType<typeof workOf>, 'visit' | 'tasks'>): OrderProblem => ({
  tasks,
  costs: visit.packs.tasks.costs,
  patience: visit.derived.standing.minutes,
  restMinutes: visit.packs.times.pauseMinutes,
});

/** A step with nothing to it but its name. */
export const step = (id: string, extra: Partial<Task> = {}): Task => ({
  id,
  also: [],
  name: id,
  phase: 'work',
  stage: 0,
  toolId: null,
  tool: 'comb',
  turned: [],
  carrier: null,
  technique: 'comb',
  direction: null,
  zone: null,
  zones: [],
  lengths: [],
  path: null,
  steps: [],
  tools: [],
  side: null,
  leavesMm: null,
  stance: { id: 'side', name: 'side', side: 'left' },
  secondHands: null,
  minutes: 5,
  stress: 1,
  trigger: false,
  safety: false,
  part: 'body',
  cautions: [],
  hold: null,
  how: [],
  craft: [],
  after: [],
  pair: null,
  again: null,
  ...extra,
});
/** Steps to be ordered. */
export const toOrder = (tasks: readonly Task[], patience = 60): OrderProblem => ({
  tasks,
  costs: packs.tasks.costs,
  patience,
  restMinutes: 10,
});
