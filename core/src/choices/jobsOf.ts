import type { WishPack } from '../packs/wishes.ts';
import type { Task } from '../tasks/tasks.ts';
import { isAmong } from '../terms/zone.ts';

/**
 * The jobs that these steps belong to, for another visit to be booked for them; none where that is the whole groom. What is on every visit in any
 * case belongs to none.
 */
export function jobsOf(
  { jobs }: WishPack,
  tasks: readonly Pick<Task, 'id' | 'zones' | 'phase' | 'technique'>[],
): readonly string[] {
  const found = jobs.filter((job) =>
    tasks.some(
      ({ id, zones, phase, technique }) =>
        (job.washes && phase === 'bath') ||
        (technique !== null && zones.some((zone) => isAmong(job.zones, zone))) ||
        // Brushing is part of many jobs, and alone asks for none.
        (job.tasks.includes(id) && jobs.filter((one) => one.tasks.includes(id)).length === 1),
    ),
  );
  return found.length === jobs.length ? [] : found.map(({ id }) => id);
}
