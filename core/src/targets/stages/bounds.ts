import { grownHair } from '../../coat/hair.ts';
import { shaveFloorMm } from '../../welfare/shaving.ts';
import { underMatFloorMm } from '../../welfare/matted.ts';
import type { Stage } from '../place.ts';
import { hairReasons, matReasons, welfareReasons } from '../reasons.ts';

/** What skin, mats and the hair that is there allow, whatever is drawn. */
export const bounds: Stage = ({ visit, zone, welfare, shaving, matsHere, lost }, draft) => {
  const hairMm = visit.derived.hairMm[zone.id];
  const shaveMm = shaving === 'consented' ? shaveFloorMm(visit, zone) : 0;
  const { policy } = visit.derived.shaving;
  return {
    ...draft,
    floorMm: Math.max(welfare.floorMm, shaveMm, underMatFloorMm(visit, zone)),
    floorBy: welfare.floorBy?.name ?? (shaveMm > 0 ? visit.derived.coat.name : null),
    ceilingMm: Math.min(hairMm ?? Infinity, lost?.blade?.leavesMm ?? Infinity),
    thereMm: hairMm ?? grownHair(visit.derived.coat, zone.kind, visit.facts.ageMonths),
    reasons: [
      ...draft.reasons,
      ...welfareReasons(visit, welfare, shaving, shaveMm),
      ...matReasons({ here: matsHere, lost }),
      ...hairReasons(visit, zone, hairMm),
    ],
    texts: [
      ...draft.texts,
      ...welfare.here.map(({ kind }) => kind.text),
      ...(shaving === 'consented' && policy ? [policy.text] : []),
    ],
  };
};
