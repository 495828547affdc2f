/** The shape of `packs/views.json`: the dog in its views other than the side, as simple templates. */
import type { Source } from '../terms/source.ts';
import type { Side } from '../terms/zone.ts';
import type { EarStyle, Pair } from './archetypes.ts';

export interface ViewTemplate {
  readonly id: string;
  readonly name: string;
  /** Coordinates in heights at withers (y from the ground; seen from above x from the forechest), or in heads. */
  readonly unit: 'height' | 'head';
  /** Which coordinate changes sign from one side of the dog to the other. */
  readonly mirror: 'x' | 'y';
  /** The side of the dog where that coordinate is positive. */
  readonly plusIs: Side;
  /** In painting order; a paired one is drawn for the positive side and mirrored. */
  readonly shapes: readonly {
    readonly zone: string;
    readonly paired: boolean;
    /** A closed curve as x, y, x, y … */
    readonly curve: readonly number[];
    /** Only on dogs whose ears are carried so. */
    readonly ear?: readonly EarStyle['carriage'][];
  }[];
  readonly marks: readonly {
    readonly kind: 'eye' | 'nose';
    readonly at: Pair;
    readonly r: number;
    readonly paired: boolean;
  }[];
  readonly source: Source;
}

export interface ViewPack {
  /** The proportions the templates are drawn with. */
  readonly reference: {
    readonly chestWidth: number;
    readonly elbowHeight: number;
    readonly length: number;
  };
  readonly views: readonly ViewTemplate[];
}
