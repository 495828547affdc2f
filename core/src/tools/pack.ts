/** The shape of `packs/tools.json`: tools by kind. What a salon owns and measured is its drawer (`drawer.ts`). */
import type { Source } from '../breeds/source.ts';

export type Technique = 'clip' | 'comb' | 'scissor' | 'thin' | 'strip' | 'leave';
export type Direction = 'with' | 'against' | 'across';
/** What a finished surface looks like. */
export type Finish = 'close' | 'smooth' | 'even' | 'crafted' | 'soft' | 'harsh' | 'natural' | 'rough';

export interface ToolKind {
  readonly id: string;
  readonly name: string;
  readonly technique: Technique;
  /** What it leaves with the lay by the trade's table; null for tools cut to any length by hand. */
  readonly nominalMm: number | null;
  readonly finish: Finish;
  /** Wide gaps: never on folds, flews, armpits, tucks, thin skin. */
  readonly skipTooth: boolean;
  /** Guard combs ride on one of these blades. */
  readonly carriers: readonly string[];
  /** Relative work of a zone done with it; a clipper pass is 0. */
  readonly effort: number;
  /** Never chosen by the plan (surgical blades). */
  readonly neverChosen: boolean;
  readonly use: string;
  readonly source: Source;
}

export interface ToolPolicy {
  /** Cost of having one more tool in hand, in the cost units of a zone (1 = being off by twice the tolerance). */
  readonly changeoverCost: number;
  /** Irritation of an against-the-lay pass on ordinary skin, and across. */
  readonly irritation: { readonly with: number; readonly across: number; readonly against: number };
  readonly finishMismatchCost: number;
  readonly source: Source;
}

export interface ToolPack {
  readonly kinds: readonly ToolKind[];
  readonly policy: ToolPolicy;
}
