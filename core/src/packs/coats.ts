/** The shape of `packs/coats.json`: what hair is, how it lies, curls and grows (brief: coat types). */
import type { Clipping } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { HairClass } from '../terms/zone.ts';

export interface CoatType {
  readonly id: string;
  readonly name: string;
  /** Coats in one class share tool calibrations. */
  readonly class: string;
  readonly rateMmPerMonth: number;
  /** Terminal length on the body in mm; null where the hair keeps growing. */
  readonly fullMm: number | null;
  /** What such dogs come with where nobody has measured, on the body in mm, of a coat that keeps growing; null where it has a full length. */
  readonly grownMm: number | null;
  /** How far off a guess of the hair may be: the spread of its logarithm. */
  readonly guessSpread: number;
  /**
   * Share of the full length that a class of hair reaches, and a zone kind's own where it differs from its class; 1 where
   * neither is named. A terrier's beard outgrows its jacket; a spitz has a short face.
   */
  readonly fullShares: Readonly<Partial<Record<HairClass, number>>>;
  readonly fullSharesAt: Readonly<Record<string, number>>;
  /** Angle of the prepared coat to the skin. */
  readonly layDeg: number;
  /** Reverted length over stretched length. */
  readonly curl: number;
  readonly holdMlPerL: number;
  /** Minutes to brush it out, and to dry it under the brush on top of what the water takes, per m² of work and mm of hair. */
  readonly brushMinutes: number;
  readonly dryMinutes: number;
  readonly matting: number;
  /** May the jacket be clipped at all. */
  readonly clipping: Clipping;
  readonly strips: boolean;
  /** A comb may take the bulk off before a hand shapes it: not silk, feather or an undercoat. */
  readonly bulk: boolean;
  /** How the drawing shows it. */
  readonly texture: 'curl' | 'wave' | 'crisp' | 'falling' | 'harsh' | 'standing' | 'lying' | 'sleek' | 'cord';
  /** Whether groomers finish and judge it stretched or with the curl back. */
  readonly shown: 'stretched' | 'reverted';
  readonly source: Source;
}

/** A condition seen on the dog that changes its coat row. */
export interface CoatModifier {
  readonly id: string;
  readonly name: string;
  readonly changes: Partial<
    Pick<
      CoatType,
      | 'rateMmPerMonth'
      | 'fullMm'
      | 'layDeg'
      | 'curl'
      | 'holdMlPerL'
      | 'matting'
      | 'clipping'
      | 'strips'
      | 'texture'
      | 'class'
    >
  >;
  /** Full length times this, where the coat has one. */
  readonly fullShare: number;
  /** Every length the trim draws times this. */
  readonly lengthShare: number;
  /** Lay at least this much more upright than the row's, degrees. */
  readonly layAddDeg: number;
  /** Only for these coat types; empty means any. */
  readonly appliesTo: readonly string[];
  readonly effect: string;
  /** The restriction a coat like this brings. */
  readonly restriction: string | null;
  /** Asks for a rough clip before the bath. */
  readonly roughClip: boolean;
  /** Other words groomers say or type for it. */
  readonly words: readonly string[];
  readonly source: Source;
}

export interface CoatPack {
  readonly types: readonly CoatType[];
  readonly modifiers: readonly CoatModifier[];
}
