import type { Body } from '../body/body.ts';
import { bodyOf } from '../body/body.ts';
import type { Outline } from '../outline/outline.ts';
import { outlineOf } from '../outline/outline.ts';
import type { PlanInput } from '../plan/input.ts';
import { planGroom } from '../plan/plan.ts';

export interface IdealDog {
  readonly body: Body;
  readonly outline: Outline;
}

/**
 * What the breed should look like at this height in this trim: its template without findings, the trim as drawn,
 * hair enough everywhere, nobody's wishes. The drawing's dashed line, and what proportions are held against.
 */
export function idealOf(input: PlanInput, heightMm: number, curlBack: boolean): IdealDog {
  const body = bodyOf(input.packs, input.breed, { heightMm }, []);
  const plan = planGroom({
    ...input,
    wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 1 },
    findings: [],
    restrictions: [],
    hairMm: {},
    overrides: [],
    doubleCoatConsent: false,
  });
  return { body, outline: outlineOf(body.views.side, plan, 'after', curlBack) };
}
