import isEqual from 'fast-deep-equal';
import type { ViewId } from '../body/body.ts';
import type { ViewPart } from '../body/view.ts';
import type { Bodies } from '../case/bodies.ts';
import type { Case } from '../case/resolveCase.ts';
import type { ContourChanges, Deficit, Outlined, ZoneOutline } from '../targets/outlined.ts';
import { spacingOf } from '../contour/alongPart.ts';
import { otherSide, sideOf } from '../terms/zone.ts';
import { formedIn } from './headForm.ts';
import type { Along, ZoneWish } from './partOutline.ts';
import { unchanged } from './partOutline.ts';
import type { Twins } from './partWanted.ts';
import type { AnsweredParts, JustSolved } from './solvedOnce.ts';
import { solvedOnce } from './solvedOnce.ts';
import type { SeenZone } from './zoneAnswer.ts';
import { average, deficitsOf, isChanged, zoneOutline } from './zoneAnswer.ts';

export interface OutlinePlan extends Outlined {
  /** The worst optimality violation of all that was solved, relative. */
  readonly kkt: number;
}

/** The views in the order they are solved in. Those of the head alone are seen in the others. */
const SOLVED = ['side', 'front', 'rear', 'top', 'headFront'] as const satisfies readonly ViewId[];
const NONE: ReadonlySet<string> = new Set();
/** What is measured and changes no outline. */
const UNSHAPED: readonly string[] = ['weightKg', 'heightMm'];

/**
 * What to leave where so that this dog, in its coat, shows the outline of the ideal in the same trim with hair
 * enough: at station i the wanted change of depth is (qᵢ − pᵢ)·uᵢ − bᵢ, with b the depth the trim draws and q
 * between the ideal's coat at the same place and that of this dog without its findings, by the share f that
 * rides on the dog's own bone; solved for the smoothest change within what skin, hair and standard allow. The
 * side is solved first; a zone in the middle of the dog that it shows keeps its answer in the other views, a
 * zone of either side is seen from several and gets one length from all of them. A head that the trim shapes
 * gets its form, whatever the dog.
 * `answered`: answers kept from plan to plan, by their owner.
 * @throws MisuseError when a wish's bounds cross or are no numbers.
 */
export function outlinePlan(
  visit: Case,
  wishes: ReadonlyMap<string, ZoneWish>,
  answered: AnsweredParts = new WeakMap(),
): OutlinePlan {
  const unshaped = Object.keys(visit.facts.dog.measurements).every((key) => UNSHAPED.includes(key));
  const even = visit.facts.dog.findings.length === 0 && unshaped;
  if (even && visit.derived.trim.head === null)
    return { zones: new Map(), deficits: [], contours: [], kkt: 0 };
  return solveViews(visit, wishes, even, answered);
}

function solveViews(
  visit: Case,
  wishes: ReadonlyMap<string, ZoneWish>,
  headOnly: boolean,
  answered: AnsweredParts,
): OutlinePlan {
  const { head } = visit.derived.trim;
  const formed = head && formedIn(head);
  const formedZones = new Set<string>();
  const { bodies } = visit.derived;
  const seen = new Map<string, SeenZone[]>();
  const shows = (zone: string, view: ViewId, along: readonly Along[]) => {
    const views = seen.get(zone) ?? [];
    views.push({ view, along, meanMm: average(along.map(({ change }) => change)) });
    seen.set(zone, views);
  };
  const mirrored = new Map([...wishes].map(([zone, wish]) => [otherSide(zone), wish]));
  const even = [...wishes].every(([zone, wish]) => isEqual(wish, mirrored.get(zone)));
  const contours: ContourChanges[] = [];
  let kkt = 0;
  const settled = new Set<string>();
  for (const id of SOLVED) {
    for (const [zone, views] of seen)
      if (!settled.has(zone) && sideOf(zone) === null && isChanged(views)) settled.add(zone);
    const found = new Map<string, Along[]>();
    for (const part of bodies.own.views[id].parts) {
      const form = formed?.view === id && formed.part === part.id ? head : null;
      if (part.far || (headOnly && form === null)) continue;
      if (form === null && bodies.unchanged.has(part)) {
        gather(found, unchanged(part, wishes, settled, id === 'side'));
        continue;
      }
      const twins = twinsOf(bodies, id, part);
      const open = form === null ? settled : NONE;
      const solve = (of: typeof wishes, beside: JustSolved | null) =>
        solvedOnce([visit, bodies.own, part, twins, of, open, form], beside, answered);
      const left = solve(wishes, null);
      // The side is drawn for the left; the right has the same body under its own hair. A head that is shaped is even: both halves count for
      // both sides.
      const right =
        id !== 'side' && form === null
          ? []
          : even
            ? left.answer.along
            : solve(mirrored, left.just).answer.along;
      kkt = Math.max(kkt, left.answer.kkt);
      const shown = [...gather(found, left.answer.along), ...gather(found, right, otherSide)];
      if (form !== null) for (const zone of shown) formedZones.add(zone);
      else contours.push(changesOf(part, left.answer.along), changesOf(part, right, otherSide));
    }
    for (const [zone, along] of found) shows(zone, id, along);
  }
  const zones = new Map<string, ZoneOutline>();
  const deficits: Deficit[] = [];
  for (const [zone, views] of seen) {
    // A head has one form: the view it is shaped in decides.
    const shaped = formedZones.has(zone) ? views.filter(({ view }) => view === formed?.view) : views;
    const outline = zoneOutline(shaped, formedZones.has(zone) ? head : null);
    if (!outline) continue;
    zones.set(zone, outline);
    deficits.push(...deficitsOf(zone, shaped));
  }
  return { zones, deficits, contours, kkt };
}

/** What is asked along a part, station by station. */
function changesOf(part: ViewPart, along: readonly Along[], named = (zone: string) => zone): ContourChanges {
  const changes = along.flatMap(({ station, zone, change }) =>
    station === null ? [] : [{ station, zone: named(zone), mm: change }],
  );
  return { spacingMm: spacingOf(part), changes };
}

/** Adds what is asked of places to what is found of their zones, and says which zones those are. */
function gather(
  found: Map<string, Along[]>,
  along: readonly Along[],
  named = (zone: string) => zone,
): ReadonlySet<string> {
  const zones = new Set<string>();
  let of: string | null = null;
  let list: Along[] = [];
  for (const one of along) {
    if (one.zone !== of) {
      of = one.zone;
      const zone = named(of);
      list = found.get(zone) ?? [];
      found.set(zone, list);
      zones.add(zone);
    }
    list.push(one);
  }
  return zones;
}

/** The same part on this dog without its findings, and on the ideal. */
const twinsOf = ({ bare, ideal }: Bodies, view: ViewId, { id }: ViewPart): Twins =>
  [bare, ideal].map(({ views }) => views[view].parts.find((part) => part.id === id && !part.far)) as [
    Twins[0],
    Twins[1],
  ];
