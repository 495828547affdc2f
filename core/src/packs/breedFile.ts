/** The shape of `packs/breeds/*.json` and `packs/patterns.json` as they are written; `resolveBreed.ts` makes a breed of them. */
import type { Source } from '../terms/source.ts';
import type { HeadForm, BreedPack, ClipLine, Fallback, Rule, Trim, TrimArea } from './breed.ts';
import type { RunRow } from './runs.ts';

/**
 * A row of a pattern or trim: what it says of some zones or groups of zones (`*`: all). Rows are laid over each other in order, and what a
 * row does not say stays as it was; `null` takes a shape, lay or reason away again.
 */
export type AreaRow = { readonly zones: readonly string[] } & Partial<TrimArea>;

/** A recurring way of clipping, with its lengths as defaults. */
export interface Pattern {
  readonly id: string;
  readonly name: string;
  readonly areas: readonly AreaRow[];
  /** How its places run together under a machine, where that is not the usual way. */
  readonly runs?: readonly RunRow[];
  readonly source: Source;
}

export interface PatternPack {
  /** How places run together under a machine where no pattern and no trim says otherwise. */
  readonly runs: readonly RunRow[];
  readonly patterns: readonly Pattern[];
}

export interface TrimFile extends Omit<Trim, 'areas' | 'head' | 'runs'> {
  readonly head?: HeadForm;
  /** Patterns it is built from, laid over each other in order. */
  readonly patterns: readonly string[];
  readonly areas: readonly AreaRow[];
  readonly runs?: readonly RunRow[];
}

export interface BreedFile extends Omit<BreedPack, 'trims' | 'fallbacks' | 'lines' | 'rules'> {
  /** What all trims of the breed share, laid over their patterns. */
  readonly areas?: readonly AreaRow[];
  readonly trims: readonly TrimFile[];
  readonly fallbacks?: readonly (Omit<Fallback, 'areas'> & { readonly areas: readonly AreaRow[] })[];
  readonly lines: readonly ClipLine[];
  readonly rules: readonly Rule[];
}
