import isEqual from 'fast-deep-equal';
import type { ViewId } from '../body/body.ts';
import type { ViewPart } from '../body/view.ts';
import type { Bodies } from '../case/bodies.ts';
import type { Case } from '../case/resolveCase.ts';
import type { HeadForm } from '../packs/breed.ts';
import type { ContourChanges, Deficit, OutlineChanges, ZoneChange } from '../targets/outlineChanges.ts';
import { spacingOf } from '../contour/alongPart.ts';
import { otherSide, sideOf } from '../terms/zone.ts';
import { formedIn } from './headForm.ts';
import type { StationChange, ZoneWish } from './partOutline.ts';
import { unchanged } from './partOutline.ts';
import type { Twins } from './partWanted.ts';
import type { AnsweredParts, JustSolved } from './solvedOnce.ts';
import { solvedOnce } from './solvedOnce.ts';
import type { SeenZone } from './zoneAnswer.ts';
import { average, deficitsOf, isChanged, zoneChange } from './zoneAnswer.ts';

export interface OutlinePlan extends OutlineChanges {
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

/** What the views solved so far ask, and what has been settled by them. */
interface Asked {
  readonly seen: Map<string, SeenZone[]>;
  readonly contours: ContourChanges[];
  /** Zones that a head's form has shaped. */
  readonly formedZones: Set<string>;
  /** Zones in the middle of the dog that keep the answer of an earlier view. */
  readonly settled: Set<string>;
  kkt: number;
}

/** One problem for every view: its bodies, its wishes for either side, and where answers are kept. */
interface Views {
  readonly visit: Case;
  readonly wishes: ReadonlyMap<string, ZoneWish>;
  readonly mirrored: ReadonlyMap<string, ZoneWish>;
  /** Both sides wish for the same. */
  readonly even: boolean;
  readonly headOnly: boolean;
  readonly answered: AnsweredParts;
}

function solveViews(
  visit: Case,
  wishes: ReadonlyMap<string, ZoneWish>,
  headOnly: boolean,
  answered: AnsweredParts,
): OutlinePlan {
  const mirrored = new Map([...wishes].map(([zone, wish]) => [otherSide(zone), wish]));
  const even = [...wishes].every(([zone, wish]) => isEqual(wish, mirrored.get(zone)));
  const views = { visit, wishes, mirrored, even, headOnly, answered };
  const asked: Asked = {
    seen: new Map(),
    contours: [],
    formedZones: new Set(),
    settled: new Set(),
    kkt: 0,
  };
  for (const id of SOLVED) solveView(id, views, asked);
  return { ...answersOf(visit, asked), contours: asked.contours, kkt: asked.kkt };
}

function solveView(id: ViewId, views: Views, asked: Asked): void {
  const { bodies } = views.visit.derived;
  for (const [zone, seen] of asked.seen)
    if (sideOf(zone) === null && isChanged(seen)) asked.settled.add(zone);
  const found = new Map<string, StationChange[]>();
  for (const part of bodies.own.views[id].parts) {
    const form = formOf(views.visit, id, part);
    if (part.far || (views.headOnly && form === null)) continue;
    if (form === null && bodies.unchanged.has(part))
      gather(found, unchanged(part, views.wishes, asked.settled, id === 'side'));
    else solvePartOf(id, part, form, views, asked, found);
  }
  for (const [zone, along] of found) {
    const seen = asked.seen.get(zone) ?? [];
    seen.push({ view: id, along, meanMm: average(along.map(({ change }) => change)) });
    asked.seen.set(zone, seen);
  }
}

/** The form of the trim's head, where this part shows it. */
function formOf({ derived: { trim } }: Case, view: ViewId, part: ViewPart): HeadForm | null {
  if (trim.head === null) return null;
  const formed = formedIn(trim.head);
  return formed.view === view && formed.part === part.id ? trim.head : null;
}

function solvePartOf(
  id: ViewId,
  part: ViewPart,
  form: HeadForm | null,
  { visit, wishes, mirrored, even, answered }: Views,
  asked: Asked,
  found: Map<string, StationChange[]>,
): void {
  const { bodies } = visit.derived;
  const twins = twinsOf(bodies, id, part);
  const open = form === null ? asked.settled : NONE;
  const solve = (of: typeof wishes, beside: JustSolved | null) =>
    solvedOnce([visit, bodies.own, part, twins, of, open, form], beside, answered);
  const left = solve(wishes, null);
  // The side is drawn for the left; the right has the same body under its own hair. A head that is shaped is even: both halves count for
  // both sides.
  const hasRight = id === 'side' || form !== null;
  const rightOf = () => (even ? left.answer.along : solve(mirrored, left.just).answer.along);
  const right = hasRight ? rightOf() : [];
  asked.kkt = Math.max(asked.kkt, left.answer.kkt);
  const shown = [...gather(found, left.answer.along), ...gather(found, right, otherSide)];
  if (form !== null) for (const zone of shown) asked.formedZones.add(zone);
  else asked.contours.push(changesOf(part, left.answer.along), changesOf(part, right, otherSide));
}

/** One answer for every zone from all the views that show it. */
function answersOf(
  { derived: { trim } }: Case,
  { seen, formedZones }: Asked,
): Pick<OutlinePlan, 'zones' | 'deficits'> {
  const formed = trim.head && formedIn(trim.head);
  const zones = new Map<string, ZoneChange>();
  const deficits: Deficit[] = [];
  for (const [zone, views] of seen) {
    // A head has one form: the view it is shaped in decides.
    const shaped = formedZones.has(zone) ? views.filter(({ view }) => view === formed?.view) : views;
    const outline = zoneChange(shaped, formedZones.has(zone) ? trim.head : null);
    if (!outline) continue;
    zones.set(zone, outline);
    deficits.push(...deficitsOf(zone, shaped));
  }
  return { zones, deficits };
}

/** What is asked along a part, station by station. */
function changesOf(
  part: ViewPart,
  along: readonly StationChange[],
  named = (zone: string) => zone,
): ContourChanges {
  const changes = along.flatMap(({ station, zone, change }) =>
    station === null ? [] : [{ station, zone: named(zone), mm: change }],
  );
  return { spacingMm: spacingOf(part), changes };
}

/** Adds what is asked of places to what is found of their zones, and says which zones those are. */
function gather(
  found: Map<string, StationChange[]>,
  along: readonly StationChange[],
  named = (zone: string) => zone,
): ReadonlySet<string> {
  const zones = new Set<string>();
  let of: string | null = null;
  let list: StationChange[] = [];
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
