/** The shape of `packs/coats.json`: what hair is, how it lies, curls and grows (brief: coat types). */
import type { Source } from '../breeds/source.ts';

export interface CoatType {
  readonly id: string;
  readonly name: string;
  /** Coats in one class share tool calibrations. */
  readonly class: string;
  readonly rateMmPerMonth: number;
  /** Terminal length on the body in mm; null where the hair keeps growing. */
  readonly fullMm: number | null;
  /** Share of the full length that a zone's hair reaches, by zone kind; 1 where none is named. A spitz has a short face. */
  readonly fullShares: Readonly<Record<string, number>>;
  /** Angle of the prepared coat to the skin. */
  readonly layDeg: number;
  /** Reverted length over stretched length. */
  readonly curl: number;
  readonly holdMlPerL: number;
  readonly matting: number;
  /** May the jacket be clipped at all: freely, at a cost to the coat, or not without the double-coat talk. */
  readonly clipping: 'yes' | 'softens' | 'double' | 'no-need' | 'ends-only' | 'no';
  readonly strips: boolean;
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
      'rateMmPerMonth' | 'fullMm' | 'layDeg' | 'curl' | 'clipping' | 'strips' | 'texture' | 'class'
    >
  >;
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
