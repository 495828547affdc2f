/** The shape of `packs/signs.json`: what hands, comb and eyes can find on a dog, in the field's words. */
import type { Handling, Severity } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';

export interface Sign {
  readonly id: string;
  readonly name: string;
  readonly group: string;
  /** Found somewhere, or true of the whole dog. */
  readonly scope: 'zone' | 'dog';
  /** Other words groomers say or type for it. */
  readonly words: readonly string[];
  /** Zone kinds it belongs to; empty means any. */
  readonly at: readonly string[];
  /** Mild or marked is worth saying. */
  readonly levels: boolean;
  /** Has a size in mm. */
  readonly sized: boolean;
  /** Kept on the dog from visit to visit. */
  readonly stays: boolean;
  /** The restriction and the stop it brings. */
  readonly restriction: string | null;
  readonly stop: string | null;
  /** The hair here is left this much longer, or shorter within the trim's range; null for no change. */
  readonly lengthShare: Readonly<Record<Severity, number>> | null;
  /** Only where a blade runs on the skin. */
  readonly onClippedSkin: boolean;
  /** Says that the coat is dense here: guard combs ride up on it. */
  readonly dense: boolean;
  /** Asks for a rough clip before the bath. */
  readonly roughClip: boolean;
  readonly source: Source;
}

export interface HandlingLevel {
  readonly id: Handling;
  readonly name: string;
  /** Minutes are multiplied by this. */
  readonly factor: number;
  /** The restriction that handling like this brings. */
  readonly restriction: string | null;
  readonly words: readonly string[];
}

export interface SignPack {
  readonly groups: readonly { readonly id: string; readonly name: string }[];
  readonly signs: readonly Sign[];
  readonly temper: {
    readonly handling: readonly HandlingLevel[];
    /** Minutes a dog of this age stands before a break, from the oldest step it has reached. */
    readonly standing: readonly { readonly fromMonths: number; readonly minutes: number }[];
    readonly source: Source;
  };
}
