import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import type { DogZone } from '../packs/zones.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from './restrictionsAt.ts';
import { shaveFloorMm, shavingAt } from './shaving.ts';

/** What an override would step over. */
export interface Danger {
  readonly what: 'leave-alone' | 'floor' | 'direction' | 'technique' | 'skip-tooth' | 'shaving';
  /** The restriction, coat or tool it would step over, by name. */
  readonly about: string;
  /** Not a matter of reading a warning: only the owner's signature under such a plan, or a vet, allows it. */
  readonly needsConsent: boolean;
}

/**
 * Everything an override would step over in its zone. A length is held against the floor only: it opens no technique and
 * no direction, so there is nothing else it could step over. A named tool or direction is held against everything.
 */
export function dangersOf(
  visit: Case,
  override: Override,
  zone: DogZone,
  welfare: Welfare,
): readonly Danger[] {
  const dangers: Danger[] = [];
  const add = (what: Danger['what'], about: string, needsConsent = false) =>
    dangers.push({ what, about, needsConsent });
  if (welfare.leaveAlone) add('leave-alone', welfare.leaveAlone.kind.name);

  const floorName = welfare.floorBy?.name ?? zone.kind.name;
  const belowMm = (mm: number, spreadMm: number) => mm + spreadMm < welfare.floorMm - 1e-9;
  if (override.targetMm !== null && belowMm(override.targetMm, 0)) add('floor', floorName);

  const ways = visit.options.filter(
    ({ toolId, direction }) =>
      toolId === override.toolId && (override.direction === null || direction === override.direction),
  );
  const [way] = ways.filter(({ direction }) => welfare.directions.includes(direction));
  const names = welfare.here.map(({ kind }) => kind.name).join(', ');
  if (override.direction !== null && !welfare.directions.includes(override.direction))
    add('direction', names);
  else if (ways.length > 0 && !way) add('direction', names);
  const used = way ?? ways[0];
  if (used) {
    if (used.leavesMm !== null && belowMm(used.leavesMm, used.sdMm ?? 0)) add('floor', floorName);
    if (welfare.forbidden.includes(used.technique)) add('technique', names);
    if (used.skipTooth && !welfare.skipTooth) add('skip-tooth', names === '' ? zone.kind.name : names);
  }

  const area = visit.trim.areas[zone.kind.id];
  const answer = area ? shavingAt(visit, zone, area) : 'free';
  if (!visit.wish.vetAsks && (answer === 'declined' || answer === 'consented')) {
    const onSkin = used ? techniqueKind(visit.packs.tools, used.technique).onSkin : false;
    const leftMm = override.targetMm ?? used?.leavesMm ?? Infinity;
    const short = leftMm < shaveFloorMm(visit, zone) - 0.5;
    if ((answer === 'declined' && onSkin) || short) add('shaving', visit.coat.name, true);
  }
  return dangers;
}

/** An override is followed when it steps over nothing, or somebody who read the warning says so. */
export const isFollowed = (override: Override, dangers: readonly Danger[]): boolean =>
  dangers.length === 0 || (override.acknowledged && !dangers.some(({ needsConsent }) => needsConsent));
