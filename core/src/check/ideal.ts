import type { Body } from '../body/body.ts';
import { bodyOf } from '../body/body.ts';
import { AS_DRAWN } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { withChoices, withFacts } from '../case/resolveCase.ts';
import type { DrawnContours } from '../contour/drawnContours.ts';
import { createContourDrawer } from '../contour/drawnContours.ts';
import { divided } from '../lines/divided.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { SeenDog } from './seen.ts';
import { inCoat } from './seen.ts';

export interface IdealDog {
  readonly body: Body;
  /** Its coat from the side. */
  readonly outline: DrawnContours;
  readonly seen: SeenDog;
}

/**
 * What the breed should look like at this height in this trim: its template without findings, the trim as drawn,
 * hair enough everywhere, nobody's wishes. The drawing's dashed line, and what proportions are held against.
 * @throws MisuseError for a height no dog has.
 */
export function idealOf(visit: Case, heightMm: number, curlBack: boolean): IdealDog {
  const {
    packs,
    breed,
    derived: { trim },
  } = visit;
  const body = divided(packs, breed, trim, bodyOf(packs, breed, { heightMm }, []));
  const plan = planGroom(unmarked(visit));
  const outline = createContourDrawer();
  return {
    body,
    outline: outline(body.views.side, plan, 'after', curlBack),
    seen: inCoat(body, plan, 'after', curlBack, outline),
  };
}

/** The same trim on a sound dog of the same coat that nobody knows or has wishes for. */
function unmarked(visit: Case): Case {
  const { facts, choices } = visit;
  const dog = { ...facts.dog, findings: [], measurements: {}, signs: [] };
  const even = withFacts(visit, { ...facts, dog, mats: [], hairMm: {}, measuredHair: [] });
  const wish = { ...AS_DRAWN, weeksBetween: 1 };
  const drawn = withChoices(even, { ...choices, wish, overrides: [], sides: {} });
  return { ...drawn, derived: { ...drawn.derived, restrictions: [] } };
}
