/** The three places of a salon where a dog takes up room. */
export type SalonPlace = 'table' | 'tub' | 'dryer';
export const SALON_PLACES: readonly SalonPlace[] = ['table', 'tub', 'dryer'];

/** A run of minutes of one dog at one station. */
export interface Stretch {
  readonly station: SalonPlace;
  readonly minutes: number;
}

/** A dog of the day: when it comes, what it takes where in that order, and what has already been done. */
export interface DayDog {
  readonly visitId: string;
  /** Minutes from any start of the day. */
  readonly comesAt: number;
  readonly groomer: string;
  readonly stretches: readonly Stretch[];
}

export interface PlacedStretch extends Stretch {
  readonly from: number;
  readonly to: number;
  /** Minutes it waited for the station, or for its groomer. */
  readonly waits: number;
}

export interface PlacedDog {
  readonly visitId: string;
  readonly stretches: readonly PlacedStretch[];
  readonly readyAt: number;
  readonly waits: number;
}

export interface PlacedDay {
  readonly dogs: readonly PlacedDog[];
  /** Working minutes at each station over what it has in the opening hours: over 1 it cannot be done. */
  readonly load: Readonly<Record<SalonPlace, number>>;
  /** What dogs wait longest for; null where nobody waits. */
  readonly bottleneck: WaitedFor | null;
  /** Minutes dogs wait in all: for a station to be free, and for their groomer's hands where a station is. */
  readonly waited: Readonly<Record<WaitedFor, number>>;
}

export type WaitedFor = SalonPlace | 'hands';
const WAITED_FOR: readonly WaitedFor[] = [...SALON_PLACES, 'hands'];

/**
 * The day as it will go: dogs in the order they come take the first free table, tub and dryer, each stretch after the one before it; a
 * groomer's hands are at one table or tub at a time, a dog that dries needs none. No dog is hurried and none is moved: what does not fit shows as
 * waiting.
 */
export function placeDay(
  dogs: readonly DayDog[],
  places: Readonly<Record<SalonPlace, number>>,
  openMinutes: number,
): PlacedDay {
  const free: Record<SalonPlace, number[]> = {
    table: Array.from({ length: places.table }, () => -Infinity),
    tub: Array.from({ length: places.tub }, () => -Infinity),
    dryer: Array.from({ length: places.dryer }, () => -Infinity),
  };
  const hands = new Map<string, number>();
  const waited: Record<WaitedFor, number> = { table: 0, tub: 0, dryer: 0, hands: 0 };
  const state = [...dogs]
    .sort((a, b) => a.comesAt - b.comesAt || a.visitId.localeCompare(b.visitId))
    .map((dog) => ({ dog, at: dog.comesAt, next: 0, placed: [] as PlacedStretch[] }));
  for (;;) {
    // The dog whose next stretch could have begun first goes first.
    const turn = state
      .filter(({ dog, next }) => next < dog.stretches.length)
      .sort((a, b) => a.at - b.at || a.dog.comesAt - b.dog.comesAt)[0];
    if (!turn) break;
    const stretch = turn.dog.stretches[turn.next];
    if (!stretch) break;
    const { station, minutes } = stretch;
    const slots = free[station];
    const slot = slots.indexOf(Math.min(...slots));
    const held = station === 'dryer' ? -Infinity : (hands.get(turn.dog.groomer) ?? -Infinity);
    const room = Math.max(turn.at, slots[slot] ?? -Infinity);
    const from = Math.max(room, held);
    const to = from + minutes;
    slots[slot] = to;
    if (station !== 'dryer') hands.set(turn.dog.groomer, to);
    waited[station] += room - turn.at;
    waited.hands += from - room;
    turn.placed.push({ station, minutes, from, to, waits: from - turn.at });
    turn.at = to;
    turn.next++;
  }
  const load = Object.fromEntries(
    SALON_PLACES.map((station) => {
      const minutes = dogs.flatMap(({ stretches }) => stretches).filter((one) => one.station === station);
      const whole = minutes.reduce((sum, one) => sum + one.minutes, 0);
      return [station, whole / (places[station] * openMinutes)];
    }),
  ) as Record<SalonPlace, number>;
  const longest = [...WAITED_FOR].sort((a, b) => waited[b] - waited[a])[0];
  return {
    dogs: state.map(({ dog, at, placed }) => ({
      visitId: dog.visitId,
      stretches: placed,
      readyAt: at,
      waits: placed.reduce((sum, { waits }) => sum + waits, 0),
    })),
    load,
    bottleneck: longest !== undefined && waited[longest] > 0 ? longest : null,
    waited,
  };
}

/** What of the stretches is left when so many of their minutes are done. */
export function stretchesLeft(stretches: readonly Stretch[], doneMinutes: number): readonly Stretch[] {
  let gone = doneMinutes;
  return stretches.flatMap(({ station, minutes }) => {
    const left = Math.max(0, minutes - gone);
    gone = Math.max(0, gone - minutes);
    return left > 0 ? [{ station, minutes: left }] : [];
  });
}
