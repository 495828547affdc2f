import { asDrawn } from '../asDrawn.ts';
import { isAskedFor } from '../../case/scope.ts';
import type { Reason } from '../../terms/reason.ts';
import { reason } from '../../terms/reason.ts';
import type { Place, Stage } from '../place.ts';
import { coatReasons } from '../reasons.ts';
import { placeWishAt } from '../wished.ts';

/** The trim's length, for a pet the owner's where one is wished, as the coat lets it be. */
export const trimAndWish: Stage = ({ visit, zone, school, trimName, mattedShort }, draft) => {
  const { area } = school;
  const left = leftAsItIs(visit, zone);
  const asked = asDrawn(visit, zone, area, { name: trimName, mattedShort });
  const said = left.length === 0 ? asked.reasons : asked.reasons.map((one) => ({ ...one, overruled: true }));
  return {
    ...draft,
    mm: asked.mm,
    askedMm: asked.mm,
    allOver: asked.allOver,
    asItIs: left.length > 0,
    stays: area.stands && !asked.wished,
    reasons: [...draft.reasons, ...coatReasons(visit, area, school), ...said, ...left],
    // What is not done conflicts with nothing.
    conflicts: left.length > 0 ? draft.conflicts : [...draft.conflicts, ...asked.conflicts],
  };
};

/** Why nothing is done here, where nobody asks for anything; none where it is cut. */
function leftAsItIs(visit: Place['visit'], zone: Place['zone']): readonly Reason[] {
  const leave = { kind: 'leave-alone' } as const;
  const { scope, overrides } = visit.derived;
  if (!isAskedFor(scope, overrides, zone.id)) return [reason('wish', 'not-asked', '', 'owner', leave)];
  const asked = placeWishAt(visit, zone.id);
  if (asked?.wish.ask !== 'as-it-is' || overrides.some((one) => one.zone === zone.id)) return [];
  return [reason('wish', 'wish-place', asked.place.name, 'owner', leave)];
}
