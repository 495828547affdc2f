/** The shape of a form in the packs: what a hand shapes as one thing, and the steps it takes (brief 9). */
import type { ToolRole } from './tools.ts';

/** What is done in a step: all but the first by hand. */
export type StepKind = 'bulk' | HandStep;
export type HandStep = 'open' | 'lines' | 'shape' | 'round' | 'soften' | 'edges';
/** Whatever the form says, a coat that is pulled is pulled. */
export type WorkedStep = StepKind | 'strip';

export interface FormStep {
  readonly do: StepKind;
  /** Of bulk: what it is called; bulk of one name that is taken with one comb is taken in one go. */
  readonly name: string | null;
  /** Zone kinds, some of the form's or all. */
  readonly zones: readonly string[];
  /** What tool it wants: the first, else the next. */
  readonly roles: readonly ToolRole[];
  readonly how: string | null;
  /** Its weight in the minutes of a place, beside the other steps there. */
  readonly share: number;
  /** Done on the whole dog, with what else is, before any form is finished. */
  readonly wholeDog: boolean;
}

/** What a hand shapes as one thing: by itself on each side, or once on the dog. */
export interface Form {
  readonly id: string;
  readonly name: string;
  readonly each: 'side' | 'dog';
  /** Zone kinds in the order in which they are worked. */
  readonly zones: readonly string[];
  readonly steps: readonly FormStep[];
}

/** A form as packs write it; zones may name groups, a step that names none is for all of them. */
export type FormRow = Pick<Form, 'id' | 'name' | 'each' | 'zones'> & {
  readonly steps: readonly (Pick<FormStep, 'do'> & Partial<FormStep>)[];
};

/** Which tools a step wants where it does not say so itself. */
export type UsualRoles = Readonly<Record<HandStep, readonly ToolRole[]>>;
