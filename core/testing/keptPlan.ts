import { readFileSync } from 'node:fs';
import type { Plan } from '../src/plan/plan.ts';

/** A plan as version 7 of core kept it, whole, but for most of its places. */
export const planOfCore7 = JSON.parse(
  readFileSync(new URL('plans/core-7.json', import.meta.url), 'utf8'),
) as Plan;
