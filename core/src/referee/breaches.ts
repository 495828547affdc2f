import type { VisitFacts } from '../case/facts.ts';
import type { Packs } from '../packs/packs.ts';
import type { RestrictionEffects, RestrictionKind } from '../packs/safety.ts';
import type { ToolKind } from '../packs/tools.ts';
import type { ZoneKind } from '../packs/zones.ts';
import type { Role } from '../terms/dog.ts';
import type { Stroke } from './strokes.ts';
import { isSaidOf, kindOf, sideOf, wholeOf } from './places.ts';

/** What a stroke does that must not be done to this dog. */
export interface Breach {
  readonly kind:
    | 'protected-place'
    | 'direction'
    | 'skin-floor'
    | 'floor'
    | 'technique'
    | 'skip-tooth'
    | 'place'
    | 'comb-through-felt'
    | 'under-mat'
    | 'new-dog'
    | 'shave';
  readonly place: string;
  /** What says so, by name. */
  readonly about: string;
}

/** What a blade leaves is known to so much of it (trade prior); hands leave what is asked. */
const SPREAD = 0.15;
/** Nobody may step over these, whoever has read the warning. */
const BARRED: readonly Breach['kind'][] = ['skin-floor', 'shave'];

type Reads = Pick<Packs, 'safety' | 'signs' | 'coats' | 'zones' | 'tools' | 'mats'>;

/** Something found on the dog that restricts the work, by what its pack entry says, at the level it was found at. */
interface Trouble {
  readonly kind: RestrictionKind;
  readonly effects: RestrictionEffects;
  readonly at: string | null;
}

/**
 * What the strokes of a finished plan, or of the table, do that this dog's skin, age, mats or first visit forbid: the second statement of these
 * rules, on purpose. It reads the packs, the facts and the strokes, and nothing the planner has worked out. A breach that somebody who may
 * decide has read and accepted is none, but for the floor of skin and a coat that is not shaved unsigned.
 */
export function breaches(
  facts: VisitFacts,
  packs: Reads,
  strokes: readonly Stroke[],
  role: Role,
): readonly Breach[] {
  const troubles = troublesOf(facts, packs);
  return strokes.flatMap((stroke) => {
    const found = breachesOf(stroke, facts, packs, troubles);
    const accepted = stroke.acknowledged && role !== 'trainee';
    return accepted ? found.filter(({ kind }) => BARRED.includes(kind)) : found;
  });
}

function troublesOf({ dog, temper, firstVisit, mats }: VisitFacts, packs: Reads): readonly Trouble[] {
  const troubles: Trouble[] = [];
  const add = (id: string | null | undefined, at: string | null, marked: boolean) => {
    const kind = packs.safety.restrictions.find((one) => one.id === id);
    if (kind)
      troubles.push({ kind, effects: marked ? { ...kind.effects, ...kind.whenMarked } : kind.effects, at });
  };
  for (const { sign, zone, level, sizeMm } of dog.signs) {
    const id = packs.signs.signs.find((one) => one.id === sign)?.restriction;
    const large = packs.safety.restrictions.find((one) => one.id === id)?.largeMm ?? Infinity;
    add(id, zone, level === 'marked' || (sizeMm ?? 0) >= large);
  }
  for (const id of dog.coatModifiers)
    add(packs.coats.modifiers.find((one) => one.id === id)?.restriction, null, false);
  add(packs.signs.temper.handling.find(({ id }) => id === temper.handling)?.restriction, null, false);
  for (const { id, role } of packs.safety.restrictions)
    if (firstVisit && role === 'first-visit') add(id, null, false);
  for (const mat of mats)
    for (const { id, role } of packs.safety.restrictions)
      if (mat.sores && role === 'sores-beneath') add(id, mat.zone, false);
  return troubles;
}

/** Whether a trouble is one of this place: of the whole dog, found here, on the same organ, or next door where it reaches there. */
function isHere({ kind, at }: Trouble, place: string, zone: ZoneKind, zones: readonly ZoneKind[]): boolean {
  if (kind.except.includes(zone.id)) return false;
  if (kind.scope === 'dog') return kind.zones.includes('*') || kind.zones.includes(zone.id);
  if (at === null || isSaidOf(at, place)) return at !== null;
  const there = zones.find(({ id }) => id === wholeOf(at));
  const facing = sideOf(at) === '' || sideOf(place) === '' || sideOf(at) === sideOf(place);
  if (!facing || !there) return false;
  if (kind.binds === 'organ') return there.organs.some((organ) => zone.organs.includes(organ));
  if (kind.binds !== 'neighbours' || kindOf(at) === kindOf(place)) return false;
  return there === zone || zone.near.includes(there.id);
}

function breachesOf(
  stroke: Stroke,
  facts: VisitFacts,
  packs: Reads,
  troubles: readonly Trouble[],
): readonly Breach[] {
  const { place, mm, direction, drawn } = stroke;
  const zone = packs.zones.zones.find(({ id }) => id === wholeOf(place));
  const tool = facts.drawer.find(({ id }) => id === stroke.toolId);
  const kind = packs.tools.kinds.find(({ id }) => id === tool?.kindId);
  if (!zone) return [];
  const found: Breach[] = [];
  const say = (what: Breach['kind'], about: string) => found.push({ kind: what, place, about });
  const machine = kind !== undefined && (tool?.lengthMm ?? kind.nominalMm) !== null;
  const bare = machine && kind.carriers.length === 0;
  // What leaves as much as there is cuts nothing.
  const there = Object.entries(facts.hairMm).flatMap(([said, is]) => (isSaidOf(said, place) ? [is] : []));
  const cuts = mm !== null && mm < (there.length > 0 ? Math.max(...there) : Infinity);
  const longest = cuts ? mm * (machine ? 1 + SPREAD : 1) + 1e-6 : Infinity;
  const mats = facts.mats.filter((mat) => isSaidOf(mat.zone, place));

  if (longest < zone.skinFloorMm) say('skin-floor', zone.name);
  for (const { kind: trouble, effects } of troubles.filter((one) =>
    isHere(one, place, zone, packs.zones.zones),
  )) {
    const { name } = trouble;
    const floors = (effects.floorsAt ?? []).filter(({ zones }) => zones.includes(zone.id));
    if (effects.leaveAlone) say('protected-place', name);
    if (longest < Math.max(effects.floorMm ?? 0, ...floors.map(({ floorMm }) => floorMm))) say('floor', name);
    if (machine && direction && effects.forbidDirections?.includes(direction)) say('direction', name);
    if (kind && effects.forbidTechniques?.includes(kind.technique)) say('technique', name);
    if (kind?.skipTooth && trouble.skin) say('skip-tooth', name);
    if (effects.noWish && drawn && mats.length === 0 && longest < drawn.mm) say('new-dog', name);
  }
  if (kind?.skipTooth && !zone.skipTooth) say('skip-tooth', zone.name);
  const ways = zone.machines?.directions;
  if (machine && direction && ways && !ways.includes(direction)) say('direction', zone.name);
  if (bare && zone.machines) {
    const may = mats.length > 0 ? zone.machines.matted : zone.machines.blades;
    if (!may.includes(kind.id)) say('place', zone.name);
  }
  const felted = mats.some(({ tightness }) => tightness >= packs.mats.feltGrade);
  if (felted && needsCombed(kind, packs)) say('comb-through-felt', zone.name);
  const clipped = mats.some(({ tightness, sores }) => tightness > 1 || sores);
  if (clipped && bare && longest < facts.matPolicy.bladeFloorMm) say('under-mat', zone.name);
  if (drawn && kind && shaves(kind, zone, facts, packs, drawn.techniques)) say('shave', zone.name);
  return found;
}

const needsCombed = (kind: ToolKind | undefined, { tools }: Reads): boolean =>
  tools.techniques.some(({ id, needsCombedCoat }) => id === kind?.technique && needsCombedCoat);

/** A machine on the jacket of a coat that is not shaved unsigned, where the trim itself draws none. */
function shaves(
  { technique }: ToolKind,
  zone: ZoneKind,
  { dog, shave }: VisitFacts,
  { tools, coats, safety }: Reads,
  drawn: readonly string[],
): boolean {
  const onSkin = (id: string) => tools.techniques.some((one) => one.id === id && one.onSkin);
  const clipping = coats.types.find(({ id }) => id === dog.coatType)?.clipping;
  const asked = safety.shaving.some(
    (one) => one.answer === 'consent' && one.clipping.some((c) => c === clipping),
  );
  if (!asked || shave !== null || zone.region === 'head' || zone.thinSkin) return false;
  return onSkin(technique) && !drawn.some(onSkin);
}
