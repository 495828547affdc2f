import type { LengthUnit } from '../units/length.ts';
import type { Packs } from '../packs/packs.ts';
import type { Choose, Clause } from './clause.ts';
import type { Absent, Find } from './hands.ts';

/** Why a typed finding is not read. The sentence is made where it is shown. */
export type TypedProblem =
  | { readonly kind: 'empty' | 'where-is-the-mat' | 'what-is-there' }
  | { readonly kind: 'not-understood'; readonly words: readonly string[] }
  | { readonly kind: 'which-side' | 'how-much'; readonly about: string }
  | { readonly kind: 'where' | 'twice'; readonly about: string }
  | { readonly kind: 'not-there'; readonly about: string; readonly zones: readonly string[] }
  | { readonly kind: 'left-over'; readonly words: readonly string[] }
  | {
      readonly kind: 'out-of-bounds';
      readonly what: 'hair' | 'lump' | 'measure' | 'mat-size' | 'mat-grade' | 'to-skin' | 'standing';
      readonly lo: number;
      readonly hi: number;
      readonly unit: 'mm' | 'cm' | 'kg' | 'min' | '';
    }
  /** It can be meant in several ways: each is offered, none is taken. */
  | { readonly kind: 'which'; readonly readings: readonly (readonly Find[])[] };

/** What was typed: finds to put on the sheet, or what is not understood; then nothing of it is put. */
export type Typed =
  | { readonly ok: true; readonly finds: readonly Find[] }
  | { readonly ok: false; readonly problem: TypedProblem };

export interface Reader {
  readonly packs: Packs;
  readonly unit: LengthUnit;
  readonly choose: Choose;
}

export const ok = (...finds: readonly Find[]): Typed => ({ ok: true, finds });
export const no = (problem: TypedProblem): Typed => ({ ok: false, problem });
export const outside = (
  what: Extract<TypedProblem, { kind: 'out-of-bounds' }>['what'],
  lo: number,
  hi: number,
  unit: 'mm' | 'cm' | 'kg' | 'min' | '',
): Typed => no({ kind: 'out-of-bounds', what, lo, hi, unit });

/** A finding that is gone comes off the sheet; one that was not seen changes nothing there, and says so. */
export const absent = ({ said }: Clause, what: Absent): Find => ({
  kind: said === 'gone' ? 'absent' : 'not-seen',
  what,
});

/** All numbers and levels of a finding that takes none of them. */
export function leftOver({ lengths, places, level }: Clause): Typed {
  const words = [lengths, ...places.map((place) => place.lengths)].flat().map(({ text }) => text);
  return no({ kind: 'left-over', words: [...words, ...(level === null ? [] : [level])] });
}

export const numberIn = (text: string | undefined): number | null => {
  const value = Number((text ?? '').replace(',', '.'));
  return text !== undefined && Number.isFinite(value) ? value : null;
};
