import type { Choices } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { withChoices, withFacts } from '../case/resolveCase.ts';
import type { Plan } from './plan.ts';
import { noMemory, planWith } from './planGroom.ts';

/** Plans one dog again and again. It owns everything that is kept from plan to plan, and its caller lets it go. */
export interface Planner {
  /** The case with these choices. @throws MisuseError for a trim the breed lacks. */
  readonly caseWith: (choices: Choices) => Case;
  /** The same as `planGroom` of that case. @throws MisuseError as `caseWith`. */
  readonly plan: (choices: Choices) => Plan;
  /** The plan there would be had this finding not been found. @throws MisuseError as `caseWith`. */
  readonly without: (finding: string, choices: Choices) => Plan;
}

/** A planner of the facts of a case. */
export function createPlanner(visit: Case): Planner {
  const memory = noMemory();
  let last = visit;
  const caseWith = (choices: Choices): Case =>
    choices === last.choices ? last : (last = withChoices(last, choices));
  return {
    caseWith,
    plan: (choices) => planWith(caseWith(choices), memory),
    without: (finding, choices) => {
      const { facts } = visit;
      const findings = facts.dog.findings.filter((one) => one.finding !== finding);
      return planWith(
        withFacts(caseWith(choices), { ...facts, dog: { ...facts.dog, findings } }),
        noMemory(),
      );
    },
  };
}
