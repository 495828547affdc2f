import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, packs } from '../../testing/packs.ts';
import { jobsOf } from './jobsOf.ts';

const hairMm = hairEverywhere(60);

describe('the jobs that steps belong to', () => {
  it('of the steps of a scope are the jobs of that scope, on every breed', () => {
    for (const { id } of breeds)
      for (const { jobs } of packs.wishes.scopes) {
        const { tasks } = workOf(id, { hairMm, scope: jobs });
        // What such a dog has no work for is not found again.
        const found = jobsOf(packs.wishes, tasks);
        for (const job of found) expect(jobs.length === 0 || jobs.includes(job), `${id} ${job}`).toBe(true);
        if (jobs.includes('nails')) expect(found, id).toContain('nails');
        if (jobs.includes('bath')) expect(found, id).toContain('bath');
      }
  });

  it('of every step of a whole groom are none: the whole', () => {
    expect(jobsOf(packs.wishes, workOf('standard-poodle', { hairMm }).tasks)).toEqual([]);
  });

  it('what is on every visit asks for nothing by itself', () => {
    const { tasks } = workOf('standard-poodle', { hairMm });
    const always = tasks.filter(({ id }) => ['stand', 'brush', 'step-back', 'skin-check'].includes(id));
    expect(always).toHaveLength(4);
    expect(jobsOf(packs.wishes, always)).toEqual([]);
  });
});
