import type { Packs } from '../packs/packs.ts';
import type { Meaning } from './vocabulary.ts';
import { vocabulary } from './vocabulary.ts';

export interface SizeToken {
  readonly kind: 'size';
  readonly a: string;
  readonly b: string;
  readonly unit: string;
  /** Its “in” stands before a place: it may say where, and no unit. */
  readonly maybeIn: boolean;
}
export interface LengthToken {
  readonly kind: 'length';
  readonly text: string;
  /** The number without its unit. */
  readonly alone: string;
  readonly maybeIn: boolean;
}

/** A piece of a typed finding. Lengths are kept as typed: the one length parser reads them once it is known what they measure. */
export type Token =
  | { readonly kind: 'word'; readonly text: string; readonly means: Meaning }
  | SizeToken
  | LengthToken
  | { readonly kind: 'amount'; readonly value: number; readonly unit: 'kg' | 'min' }
  | { readonly kind: 'break'; readonly link: 'apart' | 'comma' | 'and' }
  | { readonly kind: 'unknown'; readonly text: string };

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = String.raw`(?:\d+(?:\s+|-))?\d+\s*/\s*\d+|\d*\s*[½¼¾⅛⅜⅝⅞⅓⅔]`;
const UNIT = String.raw`(?:mm|cm|inches|inch|in|"|″|”)`;
const SIZE = new RegExp(
  String.raw`^(${FRACTION}|${NUMBER})\s*(${UNIT})?\s*(?:x|×|\*|by)\s*(${FRACTION}|${NUMBER})\s*(${UNIT})?(?!\w)`,
);
const AMOUNT = new RegExp(String.raw`^(${NUMBER})\s*(kg|lb|min)(?!\w)`);
export const LENGTH = new RegExp(String.raw`^(${FRACTION}|${NUMBER})(?:\s*(${UNIT})(?!\w))?`);
const BREAK = /^(?:[;+&\n]|,(?!\d)|\.(?!\d))/;
const WORD = /^(?:[\p{L}\p{N}'’/-]+|.)/u;
const KG_PER_LB = 0.45359237;

/** Units and numbers as they are spoken, and as the length parser reads them. */
const SPOKEN: readonly (readonly [RegExp, string])[] = [
  [/\b(?:an?|one) inch and a half\b/g, '1 1/2 in'],
  [/\b(\d+) and a half inch(?:es)?\b/g, '$1 1/2 in'],
  [/\b(?:a )?half (?:an |a )?inch\b/g, '1/2 in'],
  [/\b(?:a )?half (?:a )?(?:cm|centimet(?:er|re))\b/g, '0.5 cm'],
  [/\b(?:a )?quarter (?:of )?(?:an )?inch\b/g, '1/4 in'],
  [/\bthree[ -]quarters? (?:of )?(?:an )?inch\b/g, '3/4 in'],
  [/\b(?:an?|one) inch\b/g, '1 in'],
  [/\bhalf an hour\b/g, '30 min'],
  [/\bone (?=mm|cm|inch|min)/g, '1 '],
  [/\btwo (?=mm|cm|inch|min)/g, '2 '],
  [/\bthree (?=mm|cm|inch|min)/g, '3 '],
  [/\bfour (?=mm|cm|inch|min)/g, '4 '],
  [/\bfive (?=mm|cm|inch|min)/g, '5 '],
  [/\bmil(?:limet(?:er|re))?s?\b/g, 'mm'],
  [/\bcentimet(?:er|re)s?\b/g, 'cm'],
  [/(\d)\s*(?:kgs|kilos?|kilograms?)\b/g, '$1 kg'],
  [/(\d)\s*(?:lbs|pounds?)\b/g, '$1 lb'],
  [/(\d)\s*(?:mins|minutes?)\b/g, '$1 min'],
];

/** Numbers and units as the length parser reads them: “half an inch” is 1/2 in. */
export const inFigures = (typed: string): string =>
  SPOKEN.reduce((text, [spoken, plain]) => text.replace(spoken, plain), typed.toLowerCase().trim());

/** Cuts a typed finding into words of the field, numbers and breaks; what is none of them stays as it was typed. */
export function tokensOf(typed: string, packs: Packs): readonly Token[] {
  const words = vocabulary(packs);
  const tokens: Token[] = [];
  let rest = inFigures(typed);
  const take = (length: number, token: Token) => {
    tokens.push(token);
    rest = rest.slice(length).replace(/^[^\S\n]+/, '');
  };
  while (rest !== '') {
    const size = SIZE.exec(rest);
    const amount = AMOUNT.exec(rest);
    const length = LENGTH.exec(rest);
    const broken = BREAK.exec(rest);
    const word = words.find(({ text }) => startsWith(rest, text));
    if (word) take(word.text.length, { kind: 'word', text: word.text, means: word.means });
    else if (size) {
      const unit = size[4] ?? size[2] ?? '';
      const maybeIn = size[4] === 'in';
      take(size[0].length, { kind: 'size', a: size[1] ?? '', b: size[3] ?? '', unit, maybeIn });
    } else if (amount) {
      const value = Number((amount[1] ?? '').replace(',', '.'));
      const unit = amount[2] === 'min' ? 'min' : 'kg';
      take(amount[0].length, { kind: 'amount', value: amount[2] === 'lb' ? value * KG_PER_LB : value, unit });
    } else if (length) {
      const alone = (length[1] ?? '').trim();
      take(length[0].length, { kind: 'length', text: length[0].trim(), alone, maybeIn: length[2] === 'in' });
    } else if (broken) {
      const link = broken[0] === ',' ? 'comma' : broken[0] === '+' || broken[0] === '&' ? 'and' : 'apart';
      take(broken[0].length, { kind: 'break', link });
    } else {
      const text = WORD.exec(rest)?.[0] ?? rest;
      take(text.length, { kind: 'unknown', text });
    }
  }
  const mat = saysMat(tokens);
  return tokens.map((token, at) => {
    if ('maybeIn' in token) return { ...token, maybeIn: token.maybeIn && placeNext(tokens, at) };
    // Sores are of the mat that is named, or a sign of their own.
    if (token.kind !== 'word' || token.means.kind !== 'sores' || mat) return token;
    const sign = words.find(({ text, means }) => text === token.text && means.kind === 'sign');
    return sign ? { ...token, means: sign.means } : token;
  });
}

/** Whether a mat is spoken of: only mats have a size of two numbers. */
export const saysMat = (tokens: readonly Token[]): boolean =>
  tokens.some((token) => token.kind === 'size' || (token.kind === 'word' && token.means.kind === 'mat'));

/** Whether a place or a side stands right after, over words that say nothing. */
function placeNext(tokens: readonly Token[], at: number): boolean {
  const next = tokens.slice(at + 1).find((token) => token.kind !== 'word' || token.means.kind !== 'filler');
  return next?.kind === 'word' && (next.means.kind === 'zone' || next.means.kind === 'side');
}

/** The whole word at the beginning, not the beginning of a longer one. */
export const startsWith = (rest: string, word: string): boolean =>
  rest.startsWith(word) && !(/[\p{L}\p{N}]$/u.test(word) && /^[\p{L}\p{N}]/u.test(rest.slice(word.length)));
