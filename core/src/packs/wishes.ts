/** The shape of `packs/wishes.json`: what owners ask for, by place and by job, and their words for it. */
import type { Source } from '../terms/source.ts';

/** What an owner asks of a place, other than a length. */
export type PlaceAsk = 'very-short' | 'short' | 'long' | 'as-it-is' | 'without';

/** A part of the dog as an owner names it. Of two that name a zone the smaller counts. */
export interface WishPlace {
  readonly id: string;
  readonly name: string;
  readonly words: readonly string[];
  /** Zone kinds. */
  readonly zones: readonly string[];
  /** “None” takes it to what the trim draws at this zone kind; null where none cannot be asked for. */
  readonly without: string | null;
}

/** Something that is asked for and priced by itself. */
export interface Job {
  readonly id: string;
  readonly name: string;
  /** Zone kinds that are cut for it. */
  readonly zones: readonly string[];
  /** Steps that are on every dog and belong to it; those of no job are always done. */
  readonly tasks: readonly string[];
  /** The dog is brushed out, bathed and dried, and its mats are dealt with. */
  readonly washes: boolean;
}

export interface WishPack {
  readonly places: readonly WishPlace[];
  readonly asks: readonly {
    readonly id: PlaceAsk;
    readonly name: string;
    readonly words: readonly string[];
  }[];
  /** Words that say nothing. */
  readonly filler: readonly string[];
  /** “Very short” is this share of the shortest that the trim draws. */
  readonly veryShortShare: number;
  readonly jobs: readonly Job[];
  /** Jobs that are asked for together, by a name; none: the whole groom. */
  readonly scopes: readonly {
    readonly id: string;
    readonly name: string;
    readonly jobs: readonly string[];
  }[];
  readonly source: Source;
}
