import type { Stage } from '../place.ts';

/** What the house rules have changed of the trim, said; their share of a length comes with the dog's structure. */
export const houseRules: Stage = ({ school }, draft) => ({
  ...draft,
  reasons: [...draft.reasons, ...school.reasons],
  texts: [...draft.texts, ...school.texts],
});
