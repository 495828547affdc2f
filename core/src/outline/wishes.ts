import type { Case } from '../case/resolveCase.ts';
import { rulesFor } from '../packs/rulesFor.ts';
import type { DogZone } from '../packs/zones.ts';
import { byId } from '../terms/failure.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import type { ZoneWish } from './partOutline.ts';
import { isAmong } from '../terms/zone.ts';

/** A place this short is drawn clean: the outline does not change it (prior). */
const CLEAN_MM = 3;
/** Hair that stands at this angle builds a line; flatter, longer hair only lies as a patch (prior). */
const STANDS_DEG = 45;
/** Standing hair may fill a hollow to this multiple of the longest that reads as the trim, lying hair to that (prior). */
const FILLED = 2;

/** The drawn length and the solver bounds of a place, from its target. */
export function wishOf(visit: Case, target: ZoneTarget): ZoneWish {
  const { zone, area, leastMm, ceilingMm, lost, techniques, allOver } = target;
  // A form takes from what is there, though it is less than is drawn.
  const formed = shortForForm(visit, target);
  const wantedMm = formed ? Math.min(target.wantedMm, ceilingMm) : target.wantedMm;
  const untouched = target.untouched && !formed;
  const maxima = rulesFor(visit.breed, visit.choices.purpose).flatMap((rule) =>
    rule.kind === 'maxLength' && isAmong(rule.zones, zone.kind.id) ? [rule.mm] : [],
  );
  const standardMm = Math.min(
    ...maxima,
    visit.choices.purpose === 'show' && area.source === 'standard' ? area.range[1] : Infinity,
  );
  const { shape, layDeg, edge } = area;
  const stands = (layDeg ?? visit.derived.coat.layDeg) >= STANDS_DEG;
  const trimMm = Math.min(standardMm, area.range[1] * (stands ? FILLED : 1));
  const never = neverLeft(visit, zone);
  const hiMm = never.has('longer') ? wantedMm : Math.max(wantedMm, Math.min(ceilingMm, trimMm));
  return {
    hair: {
      stretchedMm: wantedMm,
      ...(shape ? { shape } : {}),
      ...(layDeg !== null ? { layDeg } : {}),
      ...(edge === 'over' ? { over: true } : {}),
    },
    loMm: never.has('shorter') ? wantedMm : Math.min(wantedMm, Math.max(leastMm, area.range[0])),
    floorMm: leastMm,
    hiMm,
    trimMm: area.range,
    hiBy: ceilingMm <= trimMm ? 'hair' : 'trim',
    held:
      !zone.kind.inOutline ||
      allOver ||
      area.mm <= CLEAN_MM ||
      untouched ||
      lost !== null ||
      techniques.length === 0 ||
      area.stands,
  };
}

/** What is never done here for something found, whatever the outline says. */
function neverLeft(
  {
    packs,
    facts: {
      dog: { findings },
    },
  }: Case,
  zone: DogZone,
): ReadonlySet<'longer' | 'shorter'> {
  const here = findings
    .filter(({ side }) => !side || !zone.side || side === zone.side)
    .flatMap(({ finding }) => byId('finding', packs.findings.findings, finding).never);
  return new Set(here.flatMap(({ zones, left }) => (isAmong(zones, zone.kind.id) ? [left] : [])));
}

/** A place of a head that the trim shapes, left alone only because its hair is shorter than drawn. */
function shortForForm(
  { packs, derived: { trim } }: Case,
  { zone, untouched, asItIs, welfare, lost, techniques, ceilingMm, wantedMm, area }: ZoneTarget,
): boolean {
  const [first] = techniques;
  return (
    untouched &&
    !asItIs &&
    trim.head !== null &&
    zone.kind.part === 'head' &&
    !area.stands &&
    first !== undefined &&
    techniqueKind(packs.tools, first).byHand &&
    welfare.leaveAlone === null &&
    lost === null &&
    ceilingMm <= wantedMm * 1.02
  );
}
