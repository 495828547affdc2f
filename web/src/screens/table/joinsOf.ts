import type { Join, Plan, Task } from '@kurrel/core';

/** How a step goes over into what lies beside it; within a run nothing is joined. */
export function joinsOf(plan: Pick<Plan, 'zones'>, task: Task | null): readonly Join[] {
  const passed = plan.zones.filter(({ zone }) => task?.zones.includes(zone));
  const own = new Set(passed.length > 1 ? passed.map(({ name }) => name) : []);
  const joins = passed
    .flatMap((zone) => zone.joins)
    .filter(({ into, kind }) => !own.has(into) && (passed.length === 1 || kind !== 'runs-on'))
    // Shears are not lifted off.
    .filter(({ kind }) => kind !== 'skim-off' || task?.direction !== null);
  return [...new Map(joins.map((join) => [`${join.kind} ${join.into}`, join])).values()];
}
