import type { PlaceWish } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { WishPlace } from '../packs/wishes.ts';
import { byId } from '../terms/failure.ts';
import type { ReasonRule } from '../terms/reason.ts';
import { isAmong } from '../terms/zone.ts';
import { techniqueKind } from '../tools/drawer.ts';

/** What the owner's wish asks of a zone. */
export interface Asked {
  readonly mm: number;
  readonly rule: Extract<ReasonRule, 'wish-all-over' | 'wish-place' | 'wish-lean' | 'weeks-between'>;
  readonly about: string;
  /** Asked shorter than is done for a wish, mm; null otherwise. */
  readonly tooShortMm: number | null;
  /** A length of its own, for a machine, whatever the trim does here. */
  readonly ownLength: boolean;
  /** What cannot be followed of it is said here, once. */
  readonly saidHere: boolean;
}

/** From this many weeks on a pet is cut nearer the short end of its trim, and at twice as many at it (trade prior). */
const LONG_WEEKS = 8;
/** Close lengths are close already, mm. */
const CLOSE_MM = 6;

/** What the owner asks of a zone by the name of its place; null where nothing. Of two places that name it the smaller counts. */
export function placeWishAt(
  { packs, choices }: Pick<Case, 'packs' | 'choices'>,
  zoneId: string,
): { readonly wish: PlaceWish; readonly place: WishPlace } | null {
  const named = choices.wish.places
    .map((wish) => ({ wish, place: byId('place', packs.wishes.places, wish.place) }))
    .filter(({ place }) => isAmong(place.zones, zoneId));
  return named.reduce<(typeof named)[number] | null>(
    (best, one) => (best && best.place.zones.length <= one.place.zones.length ? best : one),
    null,
  );
}

/**
 * What is asked of a zone; null where the wish says nothing of it. What is asked of a place goes before what is asked of the dog. One length all
 * over is the whole dog, but for the places a trim keeps as it has them; on a pet no wish goes shorter than is done for a wish,
 * unless mats or a vet ask for it.
 */
export function wished(visit: Case, zone: DogZone, area: TrimArea, mattedShort: boolean): Asked | null {
  const {
    packs,
    choices: { wish, purpose },
  } = visit;
  const { shortestWish } = packs.safety;
  const free = purpose === 'show' || wish.vetAsks || mattedShort;
  const noShorter = (mm: number, leastMm = shortestWish.mm) => {
    const tooShort = !free && mm < leastMm;
    return { mm: tooShort ? leastMm : mm, tooShortMm: tooShort ? mm : null };
  };
  const ofPlace = placeWishAt(visit, zone.id);
  if (ofPlace && ofPlace.wish.ask !== 'as-it-is') return askedOfPlace(visit, area, ofPlace, noShorter);
  if (ofPlace) return null;
  if (wish.allOverMm !== null && zone.kind.allOver === 'same') {
    const saidHere = zone.kind.role === 'body-length';
    return { ...noShorter(wish.allOverMm), rule: 'wish-all-over', about: '', ownLength: true, saidHere };
  }
  if (area.stands) return null;
  const softly = { tooShortMm: null, ownLength: false, saidHere: false } as const;
  const lean = (mm: number) => ({ mm, rule: 'wish-lean', about: wish.lean, ...softly }) as const;
  if (wish.lean === 'shorter') return lean(area.range[0]);
  if (wish.lean === 'longer') return lean(area.range[1]);
  if (purpose === 'pet' && wish.weeksBetween > LONG_WEEKS && area.mm > CLOSE_MM) {
    const share = Math.min(1, (wish.weeksBetween - LONG_WEEKS) / LONG_WEEKS);
    const mm = area.mm - (area.mm - area.range[0]) * share;
    return { mm, rule: 'weeks-between', about: `${wish.weeksBetween}`, ...softly };
  }
  return null;
}

/** Asked against what the trim draws: it is worked as the trim has it. */
const LEANS: readonly PlaceWish['ask'][] = ['short', 'long'];

/** A place's length as it is asked for: in figures, against what the trim draws, or as another place of it is drawn. */
function askedOfPlace(
  { packs, derived }: Case,
  area: TrimArea,
  { wish, place }: NonNullable<ReturnType<typeof placeWishAt>>,
  noShorter: (mm: number, leastMm: number) => Pick<Asked, 'mm' | 'tooShortMm'>,
): Asked {
  const [shortMm, longMm] = area.range;
  const likeMm = place.without === null ? shortMm : (derived.trim.areas[place.without]?.mm ?? shortMm);
  const mm = {
    length: wish.mm ?? area.mm,
    'very-short': packs.wishes.veryShortShare * shortMm,
    short: shortMm,
    long: longMm,
    'as-it-is': area.mm,
    without: Math.min(area.mm, likeMm),
  }[wish.ask];
  const isCut = area.techniques.some((technique) => techniqueKind(packs.tools, technique).cuts);
  return {
    // What a trim has closer than any wish may have it stays as close.
    ...noShorter(mm, Math.min(area.mm, packs.safety.shortestWish.mm)),
    rule: 'wish-place',
    about: place.name,
    ownLength: !isCut || !LEANS.includes(wish.ask),
    saidHere: true,
  };
}
