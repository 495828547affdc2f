import { byId } from '../failure.ts';
import type { SeenRestriction } from '../plan/input.ts';
import type { SafetyPack, StopKind } from '../plan/safety.ts';
import { zoneKindId } from '../plan/zones.ts';
import type { Handling, SignPack } from './pack.ts';
import { HANDLING } from './pack.ts';
import type { Hands, SeenSign, Temper } from './hands.ts';

/** The restrictions that found signs bring; the zone only where the restriction is a zone's. */
export function restrictionsOf(
  signs: readonly SeenSign[],
  packs: { readonly signs: SignPack; readonly safety: SafetyPack },
): readonly SeenRestriction[] {
  return signs.flatMap(({ sign, zone }): SeenRestriction[] => {
    const { restriction } = byId('sign', packs.signs.signs, sign);
    if (restriction === null) return [];
    const kind = byId('restriction', packs.safety.restrictions, restriction);
    return [{ restriction, zone: kind.scope === 'zone' ? zone : null }];
  });
}

/** Something that keeps the work from starting until it is cleared or referred. */
export interface Stop {
  /** The same stop in the same place keeps its key from one look to the next. */
  readonly key: string;
  readonly stop: StopKind;
  readonly zone: string | null;
}

/** The stops in what the hands found. `handlingLimit` is the hardest handling the salon's rule still takes on. */
export function stopsOf(
  hands: Pick<Hands, 'signs' | 'mats' | 'temper'>,
  packs: { readonly signs: SignPack; readonly safety: SafetyPack },
  handlingLimit: Handling,
): readonly Stop[] {
  const found: Stop[] = [];
  const add = (id: string, zone: string | null) => {
    const key = zone === null ? id : `${id}@${zone}`;
    if (found.some((other) => other.key === key)) return;
    found.push({ key, stop: byId('stop', packs.safety.stops, id), zone });
  };
  for (const { sign, zone } of hands.signs) {
    const { stop } = byId('sign', packs.signs.signs, sign);
    if (stop !== null) add(stop, zone);
  }
  for (const mat of hands.mats) if (mat.sores) add('felt-over-sores', mat.zone);
  if (HANDLING.indexOf(hands.temper.handling) > HANDLING.indexOf(handlingLimit)) add('beyond-handling', null);
  return found;
}

/** A line of the log of stops: answered by somebody, or lifted because what stopped the work was no longer found. */
interface LoggedStop {
  readonly key: string;
  readonly action: 'cleared' | 'referred' | 'lifted';
}

/** The stops whose last line does not say cleared or referred; one that was lifted and is found again is open again. */
export const openStops = (stops: readonly Stop[], log: readonly LoggedStop[]): readonly Stop[] =>
  stops.filter(({ key }) => (lastAction(log, key) ?? 'lifted') === 'lifted');

/** Keys of stops that were answered and are no longer found: their answers end here. */
export const liftedStops = (stops: readonly Stop[], log: readonly LoggedStop[]): readonly string[] =>
  [...new Set(log.map(({ key }) => key))].filter(
    (key) => lastAction(log, key) !== 'lifted' && !stops.some((stop) => stop.key === key),
  );

const lastAction = (log: readonly LoggedStop[], key: string) =>
  log.findLast((line) => line.key === key)?.action;

/** Minutes the dog stands before a break, and whether somebody said so or its age does. */
export function standingOf(
  pack: SignPack,
  temper: Temper,
  ageMonths: number,
): { readonly minutes: number; readonly said: boolean } {
  if (temper.standingMinutes !== null) return { minutes: temper.standingMinutes, said: true };
  const step = pack.temper.standing.findLast(({ fromMonths }) => ageMonths >= fromMonths);
  return { minutes: step?.minutes ?? 60, said: false };
}

/** The signs that may be found in a zone (or on the whole dog for null), as the pack orders them. */
export const signsFor = (pack: SignPack, zone: string | null) =>
  pack.signs.filter((sign) =>
    zone === null
      ? sign.scope === 'dog'
      : sign.scope === 'zone' && (sign.at.length === 0 || sign.at.includes(zoneKindId(zone))),
  );
