import isEqual from 'fast-deep-equal';
import type { Task } from '../tasks/tasks.ts';

/** What becomes of a step under another plan: done otherwise, gone (no `after`), or new (no `before`). */
export type StepChange =
  | { readonly before: Task; readonly after: Task }
  | { readonly before: Task; readonly after: null }
  | { readonly before: null; readonly after: Task };

const isSameWork = (a: Task, b: Task): boolean =>
  a.toolId === b.toolId &&
  isEqual(a.tools, b.tools) &&
  isEqual(toolsIn(a), toolsIn(b)) &&
  a.carrier === b.carrier &&
  a.direction === b.direction &&
  a.leavesMm === b.leavesMm &&
  isEqual(a.zones, b.zones) &&
  isEqual(a.lengths, b.lengths);

const toolsIn = ({ steps }: Task): readonly (string | null)[] => steps.map(({ toolId }) => toolId);

/**
 * What another plan changes of the steps that are still to come, in the order of the new plan; what is gone stands last.
 *
 * @param isBehind whether a step is done, skipped or left out: what becomes of it no longer matters
 */
export function stepChanges(
  before: readonly Task[],
  after: readonly Task[],
  isBehind: (id: string) => boolean,
): readonly StepChange[] {
  const old = new Map(before.filter(({ id }) => !isBehind(id)).map((task) => [task.id, task]));
  const changes: StepChange[] = [];
  for (const task of after) {
    if (isBehind(task.id)) continue;
    const was = old.get(task.id);
    old.delete(task.id);
    if (!was) changes.push({ before: null, after: task });
    else if (!isSameWork(was, task)) changes.push({ before: was, after: task });
  }
  for (const task of old.values()) changes.push({ before: task, after: null });
  return changes;
}
