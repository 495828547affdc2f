import { daysToReach, growthIn } from '../../coat/hair.ts';
import { conflict } from '../../terms/conflict.ts';
import type { Stage } from '../place.ts';
import { AS_GOOD_AS } from '../place.ts';
import { guessReasons, lossConflict } from '../reasons.ts';

/** No longer than the hair there is: what is missing gets the days until it is there; where a mat takes it, that is said instead. */
export const hair: Stage = ({ visit, zone, school, trimName, lost }, draft) => {
  const { ceilingMm, stays, outlined } = draft;
  const wantedMm = draft.mm;
  const mm = Math.min(wantedMm, ceilingMm);
  if (lost)
    return {
      ...draft,
      mm,
      wantedMm,
      conflicts: [lossConflict(zone, lost, wantedMm), ...draft.conflicts],
    };
  // What a form leaves of too little hair is no more than there is, and the hair is missing all the same.
  const drawnMm = outlined?.why.rule === 'head-form' ? Math.max(wantedMm, draft.askedMm) : wantedMm;
  const enoughMm = stays ? school.area.range[0] : drawnMm * (1 - AS_GOOD_AS);
  if (ceilingMm >= enoughMm || draft.asItIs)
    return { ...draft, mm, wantedMm, reasons: [...draft.reasons, ...guessReasons(visit, zone, draft)] };
  const daysToGrow = daysToReach(growthIn(visit.derived.coat, zone.kind), ceilingMm, drawnMm);
  const missing = conflict('hair-missing', zone.id, ceilingMm, drawnMm, trimName, { daysToGrow });
  return { ...draft, mm, wantedMm, conflicts: [...draft.conflicts, missing] };
};
