import type { Case } from '../case/resolveCase.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { ReasonRule } from '../terms/reason.ts';

/** What the owner's wish asks of a zone. */
export interface Asked {
  readonly mm: number;
  readonly rule: Extract<ReasonRule, 'wish-all-over' | 'wish-lean' | 'weeks-between'>;
  readonly about: string;
  /** Asked shorter than is done for a wish, mm; null otherwise. */
  readonly tooShortMm: number | null;
}

/** From this many weeks on a pet is cut nearer the short end of its trim, and at twice as many at it (trade prior). */
const LONG_WEEKS = 8;
/** Close lengths are close already, mm. */
const CLOSE_MM = 6;

/**
 * What is asked of a zone; null where the wish says nothing of it. One length all over is the whole dog, but for the
 * places a trim keeps as it has them; on a pet it goes no shorter than is done for a wish, unless mats or a vet ask for it.
 */
export function wished(visit: Case, zone: DogZone, area: TrimArea, mattedShort: boolean): Asked | null {
  const {
    packs,
    choices: { wish, purpose },
  } = visit;
  if (wish.allOverMm !== null && zone.kind.allOver === 'same') {
    const { shortestWish } = packs.safety;
    const free = purpose === 'show' || wish.vetAsks || mattedShort;
    const tooShort = !free && wish.allOverMm < shortestWish.mm;
    return {
      mm: tooShort ? shortestWish.mm : wish.allOverMm,
      rule: 'wish-all-over',
      about: '',
      tooShortMm: tooShort ? wish.allOverMm : null,
    };
  }
  if (area.stands) return null;
  const lean = (mm: number) => ({ mm, rule: 'wish-lean', about: wish.lean, tooShortMm: null }) as const;
  if (wish.lean === 'shorter') return lean(area.range[0]);
  if (wish.lean === 'longer') return lean(area.range[1]);
  if (purpose === 'pet' && wish.weeksBetween > LONG_WEEKS && area.mm > CLOSE_MM) {
    const share = Math.min(1, (wish.weeksBetween - LONG_WEEKS) / LONG_WEEKS);
    const mm = area.mm - (area.mm - area.range[0]) * share;
    return { mm, rule: 'weeks-between', about: `${wish.weeksBetween}`, tooShortMm: null };
  }
  return null;
}
