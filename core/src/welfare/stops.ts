import { byId } from '../terms/failure.ts';
import type { Hands } from '../hands/hands.ts';
import { byRole } from '../packs/roles.ts';
import type { MatPack } from '../packs/mats.ts';
import type { SafetyPack, StopKind } from '../packs/safety.ts';
import type { SignPack } from '../packs/signs.ts';
import type { Handling } from '../terms/dog.ts';
import { HANDLING } from '../terms/dog.ts';

/** Something that keeps the work from starting until it is cleared or referred. */
export interface Stop {
  /** The same stop in the same place keeps its key from one look to the next. */
  readonly key: string;
  readonly stop: StopKind;
  readonly zone: string | null;
}

/**
 * The stops in what was found. `handlingLimit` is the hardest handling the salon's rule still takes on.
 * @throws MisuseError for a sign the packs lack.
 */
export function stopsOf(
  found: Pick<Hands, 'signs' | 'mats' | 'temper'>,
  packs: { readonly signs: SignPack; readonly safety: SafetyPack; readonly mats: MatPack },
  handlingLimit: Handling,
): readonly Stop[] {
  const stops = new Map<string, Stop>();
  const add = (stop: StopKind, zone: string | null) => {
    const key = zone === null ? stop.id : `${stop.id}@${zone}`;
    if (!stops.has(key)) stops.set(key, { key, stop, zone });
  };
  for (const { sign, zone } of found.signs) {
    const { stop } = byId('sign', packs.signs.signs, sign);
    if (stop !== null) add(byId('stop', packs.safety.stops, stop), zone);
  }
  const sores = byRole('stop', packs.safety.stops, 'sores-under-mat');
  for (const mat of found.mats) if (mat.sores && mat.tightness >= packs.mats.feltGrade) add(sores, mat.zone);
  if (HANDLING.indexOf(found.temper.handling) > HANDLING.indexOf(handlingLimit)) {
    add(byRole('stop', packs.safety.stops, 'beyond-handling'), null);
  }
  return [...stops.values()];
}

/** An entry in the log of stops: seen, answered by somebody, or lifted because what stopped the work was taken off the sheet. */
interface LoggedStop {
  readonly key: string;
  readonly action: 'found' | 'cleared' | 'referred' | 'lifted';
}

/**
 * The stops whose last entry does not say cleared or referred; one that was lifted and is found again is open again. One that was found stays
 * until it is answered or lifted, whatever the card or another visit says now.
 */
export function openStops(
  stops: readonly Stop[],
  log: readonly LoggedStop[],
  { stops: kinds }: Pick<SafetyPack, 'stops'>,
): readonly Stop[] {
  const open = ({ key }: Stop) => ['found', 'lifted', undefined].includes(lastAction(log, key));
  const logged = [...new Set(log.map(({ key }) => key))].flatMap((key): Stop[] => {
    if (stops.some((stop) => stop.key === key) || lastAction(log, key) !== 'found') return [];
    const [id, zone] = key.split('@');
    const stop = kinds.find((kind) => kind.id === id);
    return stop ? [{ key, stop, zone: zone ?? null }] : [];
  });
  return [...stops.filter(open), ...logged];
}

/** Keys of stops that are found and that no entry speaks of yet: what a log has to be told. */
export const unloggedStops = (stops: readonly Stop[], log: readonly LoggedStop[]): readonly string[] =>
  stops.map(({ key }) => key).filter((key) => (lastAction(log, key) ?? 'lifted') === 'lifted');

/** Keys of stops that were there, answered or not, or were answered, and are no longer found: taking a sign away lifts its stop. */
export const liftedStops = (
  before: readonly Stop[],
  after: readonly Stop[],
  log: readonly LoggedStop[],
): readonly string[] => {
  const answered = log.map(({ key }) => key).filter((key) => lastAction(log, key) !== 'lifted');
  const were = new Set([...before.map(({ key }) => key), ...answered]);
  return [...were].filter((key) => !after.some((stop) => stop.key === key));
};

const lastAction = (log: readonly LoggedStop[], key: string) =>
  log.findLast((entry) => entry.key === key)?.action;
