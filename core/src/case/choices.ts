import type { Schools } from '../packs/schools.ts';
import type { PlaceAsk } from '../packs/wishes.ts';
import type { Purpose } from '../terms/dog.ts';
import type { Direction } from '../terms/tool.ts';

/** What the owner asks of one place, by its id in the packs. */
export interface PlaceWish {
  readonly place: string;
  readonly ask: PlaceAsk | 'length';
  /** Of a length, mm; else null. */
  readonly mm: number | null;
}

/** What the owner asks for. */
export interface Wish {
  readonly lean: 'shorter' | 'as-drawn' | 'longer';
  /** One length all over, the way owners ask for "short"; null when they do not. */
  readonly allOverMm: number | null;
  readonly weeksBetween: number;
  /** By place; what a place is asked for goes before what the whole dog is. */
  readonly places: readonly PlaceWish[];
  /** A vet has asked for it: what no owner's wish brings about may be done. */
  readonly vetAsks: boolean;
}

/** A groomer's own decision for one zone; survives every re-plan. A length changes the length, a tool the tool. */
export interface Override {
  readonly zone: string;
  readonly targetMm: number | null;
  readonly toolId: string | null;
  readonly direction: Direction | null;
  readonly reason: string;
  /** The groomer has read the warning; without it an unsafe override is not followed. */
  readonly acknowledged: boolean;
}

/** What becomes of the sound side where the other one was lost. */
export type SideAnswer = 'match' | 'leave';

/** What is chosen for a visit. */
export interface Choices {
  readonly trimId: string;
  readonly purpose: Purpose;
  readonly wish: Wish;
  /** This dog's own answers, where they differ from the salon's. */
  readonly schools: Schools;
  /** By the zone that was lost. */
  readonly sides: Readonly<Record<string, SideAnswer>>;
  readonly overrides: readonly Override[];
  /** The jobs asked for, by their ids in the packs; none: the whole groom. */
  readonly scope: readonly string[];
}

/** A breed's first trim as it is drawn, for a pet where it is for pets too. */
export const firstTrimAsDrawn = ([trim]: readonly {
  readonly id: string;
  readonly purposes: readonly Purpose[];
}[]): Choices => ({
  trimId: trim?.id ?? '',
  purpose: trim?.purposes.includes('pet') === false ? 'show' : 'pet',
  wish: AS_DRAWN,
  schools: {},
  sides: {},
  overrides: [],
  scope: [],
});

export const AS_DRAWN: Wish = {
  lean: 'as-drawn',
  allOverMm: null,
  weeksBetween: 8,
  places: [],
  vetAsks: false,
};
