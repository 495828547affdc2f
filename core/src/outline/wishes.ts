import type { Case } from '../case/resolveCase.ts';
import type { Rule } from '../packs/breed.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import type { Purpose } from '../terms/dog.ts';
import type { ZoneWish } from './partOutline.ts';

/** A place this short is drawn clean: the outline does not change it (prior). */
const CLEAN_MM = 3;

/** What a zone brings to the outline: as the trim draws it, between what it may be and what can be. */
export function wishOf(
  visit: Case,
  { zone, area, wantedMm, leastMm, ceilingMm, untouched, lost, techniques, allOver }: ZoneTarget,
): ZoneWish {
  const maxima = visit.breed.rules.flatMap((rule) =>
    rule.kind === 'maxLength' && rule.zones.includes(zone.kind.id) && binds(rule, visit.purpose)
      ? [rule.mm]
      : [],
  );
  const standardMm = Math.min(
    ...maxima,
    visit.purpose === 'show' && area.source === 'standard' ? area.range[1] : Infinity,
  );
  const hiMm = Math.max(wantedMm, Math.min(ceilingMm, standardMm));
  const { shape, layDeg, edge } = area;
  return {
    hair: {
      stretchedMm: wantedMm,
      ...(shape ? { shape } : {}),
      ...(layDeg !== null ? { layDeg } : {}),
      ...(edge === 'over' ? { over: true } : {}),
    },
    loMm: Math.min(wantedMm, Math.max(leastMm, area.range[0])),
    floorMm: leastMm,
    hiMm,
    trimMm: area.range,
    hiBy: hiMm === Infinity ? null : ceilingMm <= standardMm ? 'hair' : 'standard',
    held:
      !zone.kind.inOutline ||
      allOver ||
      area.mm <= CLEAN_MM ||
      untouched ||
      lost !== null ||
      techniques.length === 0 ||
      area.techniques[0] === 'leave',
  };
}

const binds = ({ purposes }: Rule, purpose: Purpose) => purposes?.includes(purpose) ?? true;
