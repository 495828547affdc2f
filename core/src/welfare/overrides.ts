import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import type { DogZone } from '../packs/zones.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { kinderFloorMm } from './kinder.ts';
import { isBare, mayEnter } from './mayEnter.ts';
import { isFelted, underMatFloorMm } from './matted.ts';
import type { Welfare } from './restrictionsAt.ts';
import { shaveFloorMm, shavingAt } from './shaving.ts';

/** What an override would step over. */
export interface Danger {
  readonly what:
    'leave-alone' | 'floor' | 'direction' | 'technique' | 'skip-tooth' | 'place' | 'mat' | 'shaving';
  /** The restriction, coat or tool it would step over, by name. */
  readonly about: string;
  /**
   * Not a matter of reading a warning: `consent` where only the owner's signature under such a plan, or a vet, allows it; `skin`
   * where nothing does.
   */
  readonly bars: 'consent' | 'skin' | null;
}

const EPS = 1e-9;

/** The ways of the drawer that an override names, and what each would step over. */
interface Opened {
  readonly way: ToolOption;
  readonly dangers: readonly Danger[];
}

/**
 * The ways an override opens: those of its tool in its direction; where it names no direction, the ones that step over nothing,
 * and if there is none the one with the lay.
 */
export function openedBy(
  visit: Case,
  override: Override,
  zone: DogZone,
  welfare: Welfare,
): readonly ToolOption[] {
  return opened(visit, override, zone, welfare).map(({ way }) => way);
}

function opened(visit: Case, override: Override, zone: DogZone, welfare: Welfare): readonly Opened[] {
  const named = visit.derived.options
    .filter(({ toolId }) => toolId === override.toolId)
    // Hands cut whichever way they are held.
    .filter(
      (way) => override.direction === null || way.leavesMm === null || way.direction === override.direction,
    )
    .map((way) => ({ way, dangers: dangersOfWay(visit, zone, welfare, way) }));
  if (override.direction !== null) return named;
  const safe = named.filter(({ dangers }) => dangers.length === 0);
  if (safe.length > 0) return safe;
  const gentle = named.filter(({ way }) => way.direction === 'with');
  return gentle.length > 0 ? gentle : named;
}

/** Everything that running one tool in one direction would step over here. */
function dangersOfWay(visit: Case, zone: DogZone, welfare: Welfare, way: ToolOption): readonly Danger[] {
  const dangers: Danger[] = [];
  const add = (what: Danger['what'], about: string) => dangers.push({ what, about, bars: null });
  const names = namesOf(welfare);
  if (way.leavesMm !== null && !welfare.directions.includes(way.direction))
    add('direction', names || zone.kind.name);
  if (way.leavesMm !== null) dangers.push(...floorDangers(visit, zone, welfare, way.leavesMm, way.sdMm ?? 0));
  if (welfare.forbidden.includes(way.technique)) add('technique', names);
  if (way.skipTooth && !welfare.skipTooth) add('skip-tooth', names || zone.kind.name);
  const mats = visit.derived.mats.filter((mat) => mat.zone === zone.id);
  if (!mayEnter(zone.kind, way, mats.length > 0)) add('place', zone.kind.name);
  const { feltGrade, words } = visit.packs.mats;
  if (isFelted(visit, zone) && techniqueKind(visit.packs.tools, way.technique).needsCombedCoat)
    add('mat', words[feltGrade - 1]?.[0] ?? zone.kind.name);
  const longest = (way.leavesMm ?? 0) + (way.sdMm ?? 0);
  if (isBare(way) && longest < underMatFloorMm(visit, zone) - EPS) add('mat', zone.kind.name);
  return dangers;
}

/** The floors a length would go under: the skin's own, which nothing opens, a restriction's, a first visit's. */
function floorDangers(
  visit: Case,
  zone: DogZone,
  welfare: Welfare,
  mm: number,
  spreadMm: number,
): readonly Danger[] {
  const below = (floorMm: number) => mm + spreadMm < floorMm - EPS;
  if (below(zone.kind.skinFloorMm)) return [{ what: 'floor', about: zone.kind.name, bars: 'skin' }];
  if (welfare.floorBy && below(welfare.floorMm))
    return [{ what: 'floor', about: welfare.floorBy.name, bars: null }];
  const area = visit.derived.trim.areas[zone.kind.id];
  const kinder = welfare.noWish ?? welfare.oneLonger;
  if (area && kinder && !visit.choices.wish.vetAsks && below(kinderFloorMm(visit.packs.tools, welfare, area)))
    return [{ what: 'floor', about: kinder.kind.name, bars: null }];
  return [];
}

const namesOf = (welfare: Welfare): string => welfare.here.map(({ kind }) => kind.name).join(', ');

/**
 * Everything an override would step over in its zone, judged by what it will really do. A length is held against the floors only: it opens no
 * technique, no direction and no place, so there is nothing else it could step over. A named tool or direction is held against everything.
 */
export function dangersOf(
  visit: Case,
  override: Override,
  zone: DogZone,
  welfare: Welfare,
): readonly Danger[] {
  const dangers: Danger[] = [];
  const add = (what: Danger['what'], about: string) => dangers.push({ what, about, bars: null });
  if (welfare.leaveAlone) add('leave-alone', welfare.leaveAlone.kind.name);
  if (override.targetMm !== null) dangers.push(...floorDangers(visit, zone, welfare, override.targetMm, 0));
  const ways = opened(visit, override, zone, welfare);
  if (override.direction !== null && !welfare.directions.includes(override.direction) && ways.length === 0)
    add('direction', namesOf(welfare) || zone.kind.name);
  dangers.push(...ways.flatMap((one) => one.dangers));
  return [...dangers, ...shavingDangers(visit, override, zone, ways[0]?.way)];
}

/** A coat that is not shaved without a signature: a blade on it where it is declined, a length under what was signed. */
function shavingDangers(
  visit: Case,
  override: Override,
  zone: DogZone,
  way: ToolOption | undefined,
): readonly Danger[] {
  const area = visit.derived.trim.areas[zone.kind.id];
  const answer = area ? shavingAt(visit, zone, area) : 'free';
  if (visit.choices.wish.vetAsks || (answer !== 'declined' && answer !== 'consented')) return [];
  const onSkin = way ? techniqueKind(visit.packs.tools, way.technique).onSkin : false;
  const leftMm = override.targetMm ?? way?.leavesMm ?? Infinity;
  const short = leftMm < shaveFloorMm(visit, zone) - 0.5;
  return (answer === 'declined' && onSkin) || short
    ? [{ what: 'shaving', about: visit.derived.coat.name, bars: 'consent' }]
    : [];
}

/** An override is followed when it steps over nothing, or somebody who read the warning says so and nothing bars it. */
export const isFollowed = (override: Override, dangers: readonly Danger[]): boolean =>
  dangers.length === 0 || (override.acknowledged && dangers.every(({ bars }) => bars === null));
