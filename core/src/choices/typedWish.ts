import type { PlaceWish } from '../case/choices.ts';
import { inFigures, LENGTH, startsWith } from '../hands/tokens.ts';
import type { WishPack } from '../packs/wishes.ts';
import { memoizeByObject } from '../terms/memoizeByObject.ts';
import type { LengthUnit } from '../units/length.ts';
import { parseLength } from '../units/length.ts';

/** Why nothing of a typed wish is taken. */
export type WishProblem =
  | { readonly kind: 'empty' }
  | { readonly kind: 'not-understood'; readonly words: readonly string[] }
  | { readonly kind: 'how' | 'where' | 'twice' | 'no-length' | 'cannot-be-none'; readonly about: string };

export type TypedWish =
  | { readonly ok: true; readonly places: readonly PlaceWish[] }
  | { readonly ok: false; readonly problem: WishProblem };

type Ask = Pick<PlaceWish, 'ask' | 'mm'> & { readonly text: string };
type Word =
  | { readonly kind: 'place'; readonly id: string }
  | { readonly kind: 'ask'; readonly ask: Exclude<PlaceWish['ask'], 'length'> }
  | { readonly kind: 'joined' | 'apart' | 'filler' };

const JOINED = ['and', '&', '+'];
const APART = /^[,;.\n]/;
const STRANGE = /^(?:[\p{L}\p{N}'’/-]+|.)/u;

/** Every word an owner's wish may hold, longest first. */
const vocabulary = memoizeByObject(
  ({ places, asks, filler }: WishPack): readonly { readonly text: string; readonly word: Word }[] =>
    [
      ...places.flatMap(({ id, words }) =>
        words.map((text) => ({ text, word: { kind: 'place', id } as const })),
      ),
      ...asks.flatMap(({ id, words }) =>
        words.map((text) => ({ text, word: { kind: 'ask', ask: id } as const })),
      ),
      ...JOINED.map((text) => ({ text, word: { kind: 'joined' } as const })),
      ...filler.map((text) => ({ text, word: { kind: 'filler' } as const })),
    ].sort((a, b) => b.text.length - a.text.length),
);

/**
 * Reads what an owner asks for by place: `body very short, legs 1/2 in, no skirt, ears natural`. What is asked stands before its places or
 * behind them; places joined by “and” share it. Bare lengths are in `unit`. All of it is understood, or none of it is taken.
 */
export function readWish(typed: string, pack: WishPack, unit: LengthUnit = 'mm'): TypedWish {
  const reader = new Reader(pack);
  let rest = inFigures(typed);
  if (rest === '') return no({ kind: 'empty' });
  const strange: string[] = [];
  while (rest !== '') {
    const known = vocabulary(pack).find(({ text }) => startsWith(rest, text));
    const length = known ? null : LENGTH.exec(rest);
    let taken: string;
    if (known) {
      taken = known.text;
      reader.take(known.word, known.text);
    } else if (length) {
      taken = length[0];
      const parsed = parseLength(taken.trim(), unit);
      if (!parsed.ok) return no({ kind: 'no-length', about: taken.trim() });
      reader.ask({ ask: 'length', mm: parsed.mm, text: taken.trim() });
    } else if (APART.test(rest)) {
      taken = rest.charAt(0);
      reader.take({ kind: 'apart' }, taken);
    } else {
      taken = STRANGE.exec(rest)?.[0] ?? rest;
      strange.push(taken);
    }
    rest = rest.slice(taken.length).trimStart();
  }
  return strange.length > 0 ? no({ kind: 'not-understood', words: strange }) : reader.read();
}

const no = (problem: WishProblem): TypedWish => ({ ok: false, problem });

/** Puts places and what is asked of them together, word by word. */
class Reader {
  private readonly found: PlaceWish[] = [];
  private problem: WishProblem | null = null;
  private places: string[] = [];
  private asked: Ask | null = null;
  /** Of the places before, for one more that is joined to them. */
  private lastAsked: Ask | null = null;
  private isJoined = false;

  constructor(private readonly pack: WishPack) {}

  take(word: Word, text: string): void {
    if (word.kind === 'place') this.place(word.id);
    else if (word.kind === 'ask') this.ask({ ask: word.ask, mm: null, text });
    else if (word.kind === 'joined') this.isJoined = true;
    else if (word.kind === 'apart') this.close(false);
  }

  ask(asked: Ask): void {
    if (this.asked && this.places.length === 0) this.fail({ kind: 'where', about: this.asked.text });
    if (this.asked) this.close(false);
    this.asked = asked;
    this.isJoined = false;
  }

  read(): TypedWish {
    this.close(true);
    if (this.problem) return no(this.problem);
    const said = new Map<string, PlaceWish>();
    for (const wish of this.found) {
      const before = said.get(wish.place);
      if (before && (before.ask !== wish.ask || before.mm !== wish.mm))
        return no({ kind: 'twice', about: this.nameOf(wish.place) });
      said.set(wish.place, wish);
    }
    return said.size === 0 ? no({ kind: 'empty' }) : { ok: true, places: [...said.values()] };
  }

  private place(id: string): void {
    // “no skirt and ears natural”: another place may share what was asked, or have its own behind it.
    if (this.asked && this.places.length > 0) {
      const { isJoined } = this;
      this.close(false);
      if (!isJoined) this.lastAsked = null;
    }
    this.places.push(id);
    this.isJoined = false;
  }

  /** What stands so far is complete; places without more wait for what is asked behind the comma. */
  private close(atEnd: boolean): void {
    const asked = this.asked ?? (atEnd ? this.lastAsked : null);
    const [first] = this.places;
    if (first === undefined) {
      if (this.asked && atEnd) this.fail({ kind: 'where', about: this.asked.text });
      return;
    }
    if (asked === null) {
      if (atEnd) this.fail({ kind: 'how', about: this.nameOf(first) });
      return;
    }
    for (const id of this.places) {
      const place = this.pack.places.find((one) => one.id === id);
      if (asked.ask === 'without' && place?.without === null)
        this.fail({ kind: 'cannot-be-none', about: place.name });
      this.found.push({ place: id, ask: asked.ask, mm: asked.mm });
    }
    this.places = [];
    this.asked = null;
    this.lastAsked = asked;
  }

  private nameOf = (id: string): string => this.pack.places.find((one) => one.id === id)?.name ?? id;

  private fail(problem: WishProblem): void {
    this.problem ??= problem;
  }
}
