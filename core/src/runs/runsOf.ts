import type { Case } from '../case/resolveCase.ts';
import { handMm } from '../body/hand.ts';
import type { Run } from '../packs/runs.ts';
import { shareOf } from '../packs/zones.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import type { ContourChanges } from '../targets/outlineChanges.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import { zoneKindId } from '../terms/zone.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { perceptibleStepMm } from '../tools/steps.ts';
import type { Member, Pooled } from './pool.ts';
import { pooled } from './pool.ts';
import { stretchesIn } from './stretches.ts';

/** A place of the dog as a run would pass it, and as it would be done by itself. */
export interface Place {
  readonly target: ZoneTarget;
  /** What is asked of a tool here before the outline had its say; null where nothing is done. */
  readonly drawn: ZoneDemand | null;
  /** With the outline. */
  readonly shaped: ZoneDemand | null;
  /** The groomer has decided for this place. */
  readonly own: boolean;
}

/** A run of this dog: of a trim's run, the places one tool passes, or a stretch of them that leaves it. */
export interface DogRun {
  /** Of the trim's run; a stretch adds the kind of its first place. */
  readonly id: string;
  readonly run: Run;
  /** Kind of the first place of a stretch that leaves its run for this dog's outline; null for the run itself. */
  readonly stretch: string | null;
  /** What all its places ask of a tool together; each place's demand is this one under its own id. */
  readonly demand: ZoneDemand;
  /** The groomer has decided alike for all its places: each asks for that by itself. */
  readonly own: boolean;
  readonly zones: readonly string[];
  /** Of these, the places it passes with the lay whichever way it goes. */
  readonly turned: readonly string[];
}

/** The runs of a dog, and the places that leave theirs to be shaped by hand. */
export interface DogRuns {
  readonly runs: readonly DogRun[];
  /** The outline changes their length within the place. */
  readonly byHand: readonly string[];
}

/**
 * The runs of this dog (brief 9): of every run of the trim the places that one tool can pass, with what they ask of it together. A
 * place leaves its run where the groomer has decided for it, where its skin or a mat asks for something of its own, or where
 * the outline wants another length, by more than an eye sees, over at least a hand of its contour; neighbours that do so are one stretch.
 * A place that such a stretch only runs into is shaped by hand where its trim lets a hand do it. Places in no run are done by themselves.
 * `kept`: the runs in which the groomer has decided nothing, from one call to the next for as long as all else stays.
 */
export function runsOf(
  visit: Case,
  places: readonly Place[],
  contours: readonly ContourChanges[],
  kept: Map<Run, DogRuns> = new Map(),
): DogRuns {
  const byKind = new Map<string, Place[]>();
  for (const place of places) {
    const { id } = place.target.zone.kind;
    byKind.set(id, [...(byKind.get(id) ?? []), place]);
  }
  const found = visit.derived.trim.runs.map((run): DogRuns => {
    const passed = run.path.flatMap((kind) => byKind.get(kind) ?? []);
    if (passed.some(({ own }) => own)) return runOf(visit, run, passed, contours);
    const before = kept.get(run) ?? runOf(visit, run, passed, contours);
    kept.set(run, before);
    return before;
  });
  return { runs: found.flatMap(({ runs }) => runs), byHand: found.flatMap(({ byHand }) => byHand) };
}

/** What one run of the trim comes to on this dog. */
function runOf(
  visit: Case,
  run: Run,
  passed: readonly Place[],
  contours: readonly ContourChanges[],
): DogRuns {
  const whole = pooled(passed.flatMap((place) => memberOf(visit, run, place, place.drawn)));
  if (!whole) return { runs: numbered(ownRuns(visit, run, passed, true)), byHand: [] };
  const { stretches, byHand } = leaving(visit, whole, contours);
  const gone = new Set([...stretches.flat(), ...byHand]);
  const rest = gone.size === 0 ? whole : pooled(whole.members.filter((member) => !gone.has(member)));
  const own = stretches.flatMap((stretch): readonly DogRun[] => {
    const shaped = pooled(stretch.flatMap(({ place }) => memberOf(visit, run, place, place.shaped)));
    const first = stretch[0]?.place.target.zone.kind.id;
    return shaped && first !== undefined ? [dogRun(visit, run, first, shaped)] : [];
  });
  const all = [
    ...(rest ? [dogRun(visit, run, null, rest)] : []),
    ...own,
    ...ownRuns(visit, run, passed, false),
  ];
  return { runs: numbered(all), byHand: byHand.map(({ demand }) => demand.id) };
}

/** With an id for each: of several that begin at one kind of place, as with a tool for each side, the later ones are numbered. */
function numbered(runs: readonly DogRun[]): readonly DogRun[] {
  return runs.map((run, at) => {
    const before = runs.slice(0, at).filter(({ id }) => id === run.id).length;
    return before === 0 ? run : { ...run, id: `${run.id}.${before + 1}` };
  });
}

/** Places of a run for which the groomer has decided alike, as a tool that is taken for all of it: `whole` where no others are left. */
function ownRuns({ packs }: Case, run: Run, passed: readonly Place[], whole: boolean): readonly DogRun[] {
  const groups = new Map<string, ZoneDemand[]>();
  for (const { own, shaped } of passed) {
    const [first] = shaped?.techniques ?? [];
    if (!own || !shaped || first === undefined || !techniqueKind(packs.tools, first).onSkin) continue;
    const key = JSON.stringify([
      shaped.only,
      shaped.only === null ? shaped.targetMm : null,
      shaped.directions,
    ]);
    groups.set(key, [...(groups.get(key) ?? []), shaped]);
  }
  return [...groups.values()].flatMap((demands): readonly DogRun[] => {
    const [demand, ...others] = demands;
    if (!demand || others.length === 0) return [];
    const stretch = whole && groups.size === 1 ? null : zoneKindId(demand.id);
    const id = stretch === null ? run.id : `${run.id}.${stretch}`;
    return [{ id, run, stretch, demand, own: true, zones: demands.map((one) => one.id), turned: [] }];
  });
}

interface PlaceMember extends Member {
  readonly place: Place;
}

function dogRun(
  visit: Case,
  run: Run,
  stretch: string | null,
  { demand, members }: Pooled<PlaceMember>,
): DogRun {
  // A blade is not changed for less than an eye sees: half a step either way is the run's length, but for a show.
  const eyeMm =
    visit.choices.purpose === 'show' ? 0 : perceptibleStepMm(visit.packs.tools.policy, demand.targetMm) / 2;
  const turned = members.filter((member) => member.turned);
  return {
    id: stretch === null ? run.id : `${run.id}.${stretch}`,
    run,
    stretch,
    demand: { ...demand, toleranceMm: Math.max(demand.toleranceMm, eyeMm) },
    own: false,
    zones: members.map((member) => member.demand.id),
    turned: turned.length === members.length ? [] : turned.map((member) => member.demand.id),
  };
}

/** A place that a run can pass: a machine's work, nobody's own decision, no blade that a mat asks for. */
function memberOf(
  { packs }: Case,
  { mayTurn }: Run,
  place: Place,
  demand: ZoneDemand | null,
): readonly PlaceMember[] {
  const { zone, welfare } = place.target;
  const [first] = demand?.techniques ?? [];
  if (!demand || first === undefined || !techniqueKind(packs.tools, first).onSkin) return [];
  if (place.own || demand.only !== null || demand.gentlest) return [];
  // What skin or a patch beside it asks for is not given up for a stroke.
  const bound = welfare.coverMm > 0 || welfare.here.some(({ effects }) => effects.lengthShare !== undefined);
  const giveMm = bound ? 0 : perceptibleStepMm(packs.tools.policy, demand.targetMm);
  // What skin asks for turns the whole run.
  const skinBids = welfare.oneLonger !== null || !welfare.directions.includes('against');
  const turned = mayTurn.includes(zone.kind.id) && demand.drawnDirection === 'with' && !skinBids;
  return [{ place, demand, share: shareOf(zone, zone.kind), giveMm, turned }];
}

/** The members that leave a run for this dog's outline: as stretches, or one by one to be shaped by hand. */
function leaving(
  visit: Case,
  { demand, members }: Pooled<PlaceMember>,
  contours: readonly ContourChanges[],
): { readonly stretches: readonly (readonly PlaceMember[])[]; readonly byHand: readonly PlaceMember[] } {
  const bare = bared(members);
  const rest = members.filter((member) => !bare.flat().includes(member));
  // Nothing leaves a run that the outline leaves as it is drawn.
  const isShaped = rest.some(({ place }) => place.drawn !== place.shaped);
  const found = !isShaped
    ? []
    : stretchesIn(
        rest.map((member) => member.demand.id),
        contours,
        {
          stepMm: perceptibleStepMm(visit.packs.tools.policy, demand.targetMm),
          handMm: handMm(visit.derived.bodies.own.heightMm),
        },
      );
  const at = (zones: readonly string[]) => rest.filter((member) => zones.includes(member.demand.id));
  return {
    stretches: [...bare, ...found.map(({ zones }) => at(zones))].filter(({ length }) => length > 0),
    byHand: at(found.flatMap(({ touched }) => touched)).filter(
      ({ place }) =>
        place.target.profile !== null &&
        place.shaped?.techniques.some((technique) => techniqueKind(visit.packs.tools, technique).byHand),
    ),
  };
}

/** Places where a close blade would show what it should hide: they are left longer than the run, both sides together. */
function bared(members: readonly PlaceMember[]): readonly (readonly PlaceMember[])[] {
  const left = members.filter(({ place }) =>
    place.target.reasons.some(({ rule, effect }) => rule === 'shows-structure' && effect.kind === 'change'),
  );
  const kinds = [...new Set(left.map(({ place }) => place.target.zone.kind.id))];
  return kinds.map((kind) => left.filter(({ place }) => place.target.zone.kind.id === kind));
}
