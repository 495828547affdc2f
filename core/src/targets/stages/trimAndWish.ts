import { asDrawn } from '../asDrawn.ts';
import type { Stage } from '../place.ts';
import { coatReasons } from '../reasons.ts';

/** The trim's length, for a pet the owner's where one is wished, as the coat lets it be. */
export const trimAndWish: Stage = ({ visit, zone, school, trimName, mattedShort }, draft) => {
  const { area } = school;
  const asked = asDrawn(visit, zone, area, { name: trimName, mattedShort });
  return {
    ...draft,
    mm: asked.mm,
    askedMm: asked.mm,
    allOver: asked.allOver,
    stays: area.stands && !asked.wished,
    reasons: [...draft.reasons, ...coatReasons(visit, area, school), ...asked.reasons],
    conflicts: [...draft.conflicts, ...asked.conflicts],
  };
};
