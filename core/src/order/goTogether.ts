import type { Task } from '../tasks/tasks.ts';
import { zoneKindId } from '../terms/zone.ts';

/** Whether two steps are of one place, its other side, or one run of a tool: both are done, or neither. */
export function goTogether(a: Task, b: Task): boolean {
  const samePlace = a.zone !== null && b.zone !== null && zoneKindId(a.zone) === zoneKindId(b.zone);
  const sameRun = a.toolId !== null && a.toolId === b.toolId && a.leavesMm === b.leavesMm;
  return samePlace || sameRun;
}
