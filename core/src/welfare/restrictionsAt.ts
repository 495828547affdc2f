import type { PartOfCase } from '../case/resolveCase.ts';
import type { SeenRestriction } from '../case/restrictions.ts';
import type { RestrictionKind } from '../packs/safety.ts';
import type { DogZone, ZonePack } from '../packs/zones.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import { isAmong, wholeKindId, otherSide, sideOf, zoneKindId } from '../terms/zone.ts';
import { zoneKind } from '../packs/zones.ts';

/** A preference a restriction has among techniques where at least so many mm are left. */
export interface Preference {
  readonly techniques: readonly Technique[];
  readonly fromMm: number;
}

/** Everything that welfare says of one zone. It only ever narrows. */
export interface Welfare {
  /** The restrictions that bear on it, in the order they were found. */
  readonly here: readonly SeenRestriction[];
  /** Those of a neighbour that ask for cover. */
  readonly beside: readonly SeenRestriction[];
  readonly floorMm: number;
  /** The restriction that set the floor; null where it is the zone's own skin. */
  readonly floorBy: RestrictionKind | null;
  readonly directions: readonly Direction[];
  readonly forbidden: readonly Technique[];
  readonly preferences: readonly Preference[];
  readonly skipTooth: boolean;
  /** Skin that is not sound, or not known yet. */
  readonly restricted: boolean;
  readonly oneLonger: SeenRestriction | null;
  /** No wish makes it shorter than drawn. */
  readonly noWish: SeenRestriction | null;
  /** The gentlest tool is taken here, instead of one blade longer. */
  readonly gentlest: SeenRestriction | null;
  readonly leaveAlone: SeenRestriction | null;
  readonly coverMm: number;
}

const ALL: readonly Direction[] = ['with', 'across', 'against'];

/**
 * The only matcher of restrictions: what each of them does in a zone, whether it was found there, on the same organ, next
 * door, or concerns the whole dog.
 */
export function restrictionsAt(
  { packs, derived: { restrictions } }: PartOfCase<'restrictions'>,
  zone: DogZone,
): Welfare {
  const here = restrictions.filter((seen) => appliesTo(packs.zones, seen, zone));
  const beside = restrictions.filter(
    (seen) =>
      (seen.effects.neighboursAddMm ?? 0) > 0 && !here.includes(seen) && isNeighbour(packs.zones, seen, zone),
  );
  const floors = here
    .map((seen) => ({ kind: seen.kind, mm: floorIn(seen, zone) }))
    .filter(({ mm }) => mm > zone.kind.skinFloorMm)
    .sort((a, b) => b.mm - a.mm);
  const [highest] = floors;
  const restricted = here.some(({ kind }) => kind.skin);
  const away = here.flatMap(({ effects }) => effects.forbidDirections ?? []);
  return {
    here,
    beside,
    floorMm: highest?.mm ?? zone.kind.skinFloorMm,
    floorBy: highest?.kind ?? null,
    directions: (zone.kind.machines?.directions ?? ALL).filter((direction) => !away.includes(direction)),
    forbidden: [...new Set(here.flatMap(({ effects }) => effects.forbidTechniques ?? []))],
    preferences: here.flatMap(({ effects }) => effects.prefer ?? []),
    skipTooth: zone.kind.skipTooth && !restricted,
    restricted,
    oneLonger: here.find(({ effects }) => effects.oneLonger === true && !isGentlest(effects, zone)) ?? null,
    noWish: here.find(({ effects }) => effects.noWish === true) ?? null,
    gentlest: here.find(({ effects }) => isGentlest(effects, zone)) ?? null,
    leaveAlone: here.find(({ effects }) => effects.leaveAlone === true) ?? null,
    coverMm: Math.max(0, ...beside.map(({ effects }) => effects.neighboursAddMm ?? 0)),
  };
}

/** The shortest a restriction lets be left in a zone, mm; 0 where it says nothing. */
const floorIn = ({ effects }: SeenRestriction, zone: DogZone): number =>
  Math.max(
    effects.floorMm ?? 0,
    ...(effects.floorsAt ?? []).map(({ zones, floorMm }) => (isAmong(zones, zone.kind.id) ? floorMm : 0)),
  );

const isGentlest = (effects: SeenRestriction['effects'], zone: DogZone): boolean =>
  isAmong(effects.gentlestAt ?? [], zone.kind.id);

/** Whether a restriction applies to a zone: `except` and scope count the same wherever it was seen. */
function appliesTo(pack: ZonePack, { kind, zone: seenAt }: SeenRestriction, zone: DogZone): boolean {
  if (isAmong(kind.except, zone.kind.id)) return false;
  if (kind.scope === 'dog') return kind.zones.includes('*') || isAmong(kind.zones, zone.kind.id);
  if (seenAt === null) return false;
  if (seenAt === zone.id || (kind.binds === 'organ' && sameOrgan(pack, seenAt, zone))) return true;
  return kind.binds === 'neighbours' && isNeighbour(pack, { kind, zone: seenAt }, zone);
}

function sameOrgan(pack: ZonePack, seenAt: string, zone: DogZone): boolean {
  const { organs } = zoneKind(pack, seenAt);
  return sameFlank(seenAt, zone) && organs.some((organ) => zone.kind.organs.includes(organ));
}

function isNeighbour(
  pack: ZonePack,
  { kind, zone: seenAt }: Pick<SeenRestriction, 'kind' | 'zone'>,
  zone: DogZone,
): boolean {
  if (seenAt === null || otherSide(seenAt) === zone.id || !sameFlank(seenAt, zone)) return false;
  const bound =
    kind.binds === 'organ'
      ? pack.zones.filter(({ organs }) => organs.some((o) => zoneKind(pack, seenAt).organs.includes(o)))
      : [];
  const wholes = new Set([zoneKindId(seenAt), ...bound.map(({ id }) => id)].map(wholeKindId));
  // The parts of one place lie side by side.
  return [wholeKindId(zone.kind.id), ...zone.kind.near].some((id) => wholes.has(id));
}

/** On the same side of the dog, or one of the two lies in the middle. */
function sameFlank(seenAt: string, zone: DogZone): boolean {
  const side = sideOf(seenAt);
  return side === null || zone.side === null || side === zone.side;
}
