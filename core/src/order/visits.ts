import type { Task } from '../tasks/tasks.ts';
import { goTogether } from './goTogether.ts';
import { restsIn, workedMinutes } from './rests.ts';

/** What there is in one visit. */
export interface VisitBox {
  /** Minutes; null where nobody limits them. */
  readonly minutes: number | null;
  readonly patience: number;
  readonly restMinutes: number;
  /** Times on the table a dog has in one visit. */
  readonly sittingsPerVisit: number;
}

/** One visit of several: its steps in turn, and the minutes they take, breaks included. */
export interface VisitPart {
  readonly ids: readonly string[];
  readonly minutes: number;
}

export const neededMinutes = (steps: readonly Task[], box: VisitBox): number =>
  workedMinutes(steps) + box.restMinutes * restsIn(steps, box.patience).length;

export const fitsIn = (steps: readonly Task[], box: VisitBox): boolean =>
  (box.minutes === null || neededMinutes(steps, box) <= box.minutes + EPS) &&
  restsIn(steps, box.patience).length + 1 <= box.sittingsPerVisit;

const EPS = 1e-9;

/** Looked at, brushed out and checked: the safety steps that belong to each visit, not to one of them. */
export const isEveryTime = ({ safety, phase }: Task): boolean =>
  safety && (phase === 'prep' || phase === 'check');

/**
 * An order parted into visits, as few as it takes going through it in turn. A dog that is washed is dried in the same visit; both sides of a place
 * and what one tool leaves at one length are done in the same visit; what comes before something is not done in a later visit than it;
 * the looks and checks that keep a dog safe are in each. What is longer than a visit has one of its own.
 */
export function visitsOf(order: readonly Task[], box: VisitBox): readonly VisitPart[] {
  const everyTime = order.filter(isEveryTime);
  const groups = groupsOf(order.filter((task) => !isEveryTime(task)));
  const needs = needsOf(groups);
  const inTurn = (taken: ReadonlySet<Task>) => order.filter((task) => taken.has(task));
  const parts: VisitPart[] = [];
  const done = new Set<Group>();
  do {
    const taken = new Set<Task>(everyTime);
    let empty = true;
    for (const group of groups) {
      if (done.has(group)) continue;
      const wanted = [...needs(group)].filter((one) => !done.has(one));
      const tried = new Set([...taken, ...wanted.flat()]);
      if (!empty && !fitsIn(inTurn(tried), box)) break;
      for (const one of wanted) done.add(one);
      for (const task of tried) taken.add(task);
      empty = false;
    }
    const steps = inTurn(taken);
    parts.push({ ids: steps.map(({ id }) => id), minutes: neededMinutes(steps, box) });
  } while (done.size < groups.length);
  return parts;
}

/** Of a bath, the first of two among them. */
const isWet = ({ phase, id }: Task): boolean => phase === 'bath' || id.startsWith('bath:');

/** Steps of one visit. */
type Group = readonly Task[];

/** Steps that are not parted, each group where its first step stands. */
function groupsOf(order: readonly Task[]): readonly Group[] {
  let groups: Task[][] = [];
  const together = (a: Task, b: Task) => (isWet(a) && isWet(b)) || goTogether(a, b);
  for (const task of order) {
    const joined = groups.filter((group) => group.some((other) => together(other, task)));
    groups = [...groups.filter((group) => !joined.includes(group)), [...joined.flat(), task]];
  }
  const first = (group: Group) => Math.min(...group.map((task) => order.indexOf(task)));
  return groups.sort((a, b) => first(a) - first(b));
}

/** A group with all that comes before any of its steps: what the steps themselves name, the rough clip of a bath, the bath of what follows it. */
function needsOf(groups: readonly Group[]): (group: Group) => ReadonlySet<Group> {
  const groupOf = new Map(groups.flatMap((group) => group.map((task) => [task.id, group] as const)));
  const wet = groups.filter((group) => group.some(isWet));
  const dryStage = Math.max(
    ...wet
      .flat()
      .filter(isWet)
      .map(({ stage }) => stage),
  );
  const earlier = (stage: number) =>
    groups.filter((group) => group.some((task) => !isWet(task) && task.stage < stage));
  const before = (task: Task): readonly Group[] => [
    ...task.after.map((id) => groupOf.get(id)).filter((one) => one !== undefined),
    ...(isWet(task) ? earlier(task.stage) : task.stage > dryStage ? wet : []),
  ];
  return (group) => {
    const all = new Set<Group>([group]);
    for (const one of all) for (const task of one) for (const need of before(task)) all.add(need);
    return all;
  };
}
