import type { Case } from '../src/case/resolveCase.ts';
import { cheapestFacilities } from '../src/passes/facilities.ts';
import { toolCosts } from '../src/passes/pickTools.ts';
import { askedOfTools, noMemory } from '../src/plan/planGroom.ts';
import { cheapestByHighs } from './highs.ts';

/** Which tools to pick up for a dog: its table of costs, and both ways to solve it. */
export function choiceOfTools(visit: Case) {
  const { costs, opening } = toolCosts(askedOfTools(visit, noMemory()).problem);
  return {
    rows: costs.length,
    tools: opening.length,
    own: () => cheapestFacilities(costs, opening).cost,
    byHighs: () => cheapestByHighs(costs, opening),
  };
}
