import type { Case } from '../case/resolveCase.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { Asked } from './wished.ts';
import { wished } from './wished.ts';

/** What trim and wish make of a zone before anything is known of the dog. */
export interface Drawn {
  readonly mm: number;
  /** The owner asked something of this zone, followed or not. */
  readonly wished: boolean;
  /** A length of its own was asked for, and is followed here. */
  readonly allOver: boolean;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
}

interface DrawnBy {
  /** The trim or fallback that draws the zone. */
  readonly name: string;
  readonly mattedShort: boolean;
}

/**
 * The trim's length, or the wish's where it wins: for show never beyond the trim's range; one length all over not where shaving is
 * declined, unless a vet asks.
 */
export function asDrawn(visit: Case, zone: DogZone, area: TrimArea, { name, mattedShort }: DrawnBy): Drawn {
  const {
    choices: { purpose },
  } = visit;
  const effect = { kind: 'target', mm: area.mm, range: area.range } as const;
  const trim = reason('standard', 'trim', name, area.source, effect);
  const asked = wished(visit, zone, area, mattedShort);
  if (!asked) return { mm: area.mm, wished: false, allOver: false, reasons: [trim], conflicts: [] };

  const standardWins = purpose === 'show' && (asked.mm < area.range[0] || asked.mm > area.range[1]);
  const declined =
    asked.ownLength && visit.derived.shaving.answer === 'declined' && !visit.choices.wish.vetAsks;
  const wins = !standardWins && !declined;
  const wish = reason('wish', asked.rule, asked.about, purpose === 'show' ? 'groomer' : 'owner', {
    kind: 'target',
    mm: asked.mm,
  });
  const standard = standardWins ? [conflict('standard-over-wish', zone.id, area.mm, asked.mm, name)] : [];
  return {
    mm: wins ? asked.mm : insteadMm(asked, area, declined),
    wished: true,
    allOver: asked.ownLength && wins,
    reasons: [
      { ...trim, overruled: wins && asked.mm !== area.mm },
      { ...wish, overruled: !wins },
    ],
    conflicts: [...standard, ...shortConflicts(visit, zone, area, asked, declined)],
  };
}

/** What is left where the wish does not win: a place of a coat no machine goes over comes as near as the trim has it by hand. */
const insteadMm = (
  { rule, mm }: Asked,
  { mm: drawnMm, range: [lo, hi] }: TrimArea,
  declined: boolean,
): number => (declined && rule === 'wish-place' ? Math.min(hi, Math.max(lo, mm)) : drawnMm);

/** Why the dog is not shaved, or not so short: said once, where the length of the body is. */
function shortConflicts(
  { packs: { safety }, derived: { shaving } }: Case,
  { id }: DogZone,
  area: TrimArea,
  asked: Asked,
  declined: boolean,
): readonly Conflict[] {
  if (!asked.saidHere) return [];
  if (declined && shaving.policy) {
    const { text, alternatives } = shaving.policy;
    const why = shaving.never ? 'shaving-never' : 'shaving-declined';
    return [conflict(why, id, area.mm, asked.tooShortMm ?? asked.mm, text, { alternatives })];
  }
  if (asked.tooShortMm === null || declined) return [];
  return [conflict('wish-too-short', id, asked.mm, asked.tooShortMm, safety.shortestWish.text)];
}
