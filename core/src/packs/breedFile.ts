/** The shape of `packs/breeds/*.json` and `packs/patterns.json` as they are written; `resolveBreed.ts` makes a breed of them. */
import type { Purpose } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { HeadForm, BreedPack, ClipLine, Fallback, Rule, Trim, TrimArea } from './breed.ts';
import type { Form, FormRow, UsualRoles } from './forms.ts';
import type { RunRow } from './runs.ts';
import type { ToolRole } from './tools.ts';
import type { Split } from './zones.ts';

/**
 * A row of a pattern or trim: what it says of some zones or groups of zones (`*`: all). Rows are laid over each other in order, and what a
 * row does not say stays as it was; `null` takes a shape, lay or reason away again. What is said of a part of a divided place goes over what
 * is said of all of it, in whatever order.
 */
export type AreaRow = { readonly zones: readonly string[] } & Partial<Omit<TrimArea, 'stands'>>;

/** A recurring way of clipping, with its lengths as defaults. */
export interface Pattern {
  readonly id: string;
  readonly name: string;
  readonly areas: readonly AreaRow[];
  /** How its places run together under a machine, where that is not the usual way. */
  readonly runs?: readonly RunRow[];
  /** What a hand shapes as one thing, where that is not the usual way. */
  readonly forms?: readonly FormRow[];
  /** Places that a line divides, on trims that draw the line. */
  readonly splits?: readonly Split[];
  readonly source: Source;
}

export interface PatternPack {
  /** How places run together under a machine where no pattern and no trim says otherwise. */
  readonly runs: readonly RunRow[];
  /** What a hand shapes as one thing, where no pattern and no trim says otherwise. */
  readonly forms: readonly FormRow[];
  readonly roles: UsualRoles;
  /** What dogs are trimmed for on which a machine takes the bulk off. */
  readonly bulkFor: readonly Purpose[];
  /** What is done on all the dog as one thing: setting its lines before any form, softening its joins after all. */
  readonly lines: Pick<Form, 'id' | 'name'> & { readonly how: string };
  readonly joins: Pick<Form, 'id' | 'name'> & { readonly how: string; readonly roles: readonly ToolRole[] };
  readonly patterns: readonly Pattern[];
}

export interface TrimFile extends Omit<Trim, 'areas' | 'head' | 'runs' | 'forms' | 'splits'> {
  readonly head?: HeadForm;
  /** Patterns it is built from, laid over each other in order. */
  readonly patterns: readonly string[];
  readonly areas: readonly AreaRow[];
  readonly runs?: readonly RunRow[];
  readonly forms?: readonly FormRow[];
  readonly splits?: readonly Split[];
}

export interface BreedFile extends Omit<BreedPack, 'trims' | 'fallbacks' | 'lines' | 'rules' | 'version'> {
  /** What all trims of the breed share, laid over their patterns. */
  readonly areas?: readonly AreaRow[];
  readonly trims: readonly TrimFile[];
  readonly fallbacks?: readonly (Omit<Fallback, 'areas'> & { readonly areas: readonly AreaRow[] })[];
  readonly lines: readonly ClipLine[];
  readonly rules: readonly Rule[];
}
