import type { Packs } from '../packs/packs.ts';
import type { Meaning } from './vocabulary.ts';
import { vocabulary } from './vocabulary.ts';

/** A piece of a typed finding. Lengths are kept as typed: the one length parser reads them once it is known what they measure. */
export type Token =
  | { readonly kind: 'word'; readonly text: string; readonly means: Meaning }
  | { readonly kind: 'size'; readonly a: string; readonly b: string; readonly unit: string }
  | { readonly kind: 'length'; readonly text: string }
  | { readonly kind: 'amount'; readonly value: number; readonly unit: 'kg' | 'min' }
  | { readonly kind: 'break' }
  | { readonly kind: 'unknown'; readonly text: string };

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = String.raw`(?:\d+[\s-]+)?\d+\s*/\s*\d+|\d*\s*[½¼¾⅛⅜⅝⅞⅓⅔]`;
const UNIT = String.raw`(?:mm|cm|inches|inch|in|"|″|”)`;
const SIZE = new RegExp(String.raw`^(${NUMBER})\s*(?:x|×|\*|by)\s*(${NUMBER})\s*(${UNIT})?(?![\w])`);
const AMOUNT = new RegExp(String.raw`^(${NUMBER})\s*(kg|min|mins|minutes)(?![\w])`);
const LENGTH = new RegExp(String.raw`^(?:${FRACTION}|${NUMBER})(?:\s*${UNIT}(?![\w]))?`);
const BREAK = /^(?:[;+&]|,(?!\d)|\.(?!\d))/;
const WORD = /^(?:[\p{L}\p{N}'’/-]+|.)/u;

/** Cuts a typed finding into words of the field, numbers and breaks; what is none of them stays as it was typed. */
export function tokensOf(typed: string, packs: Packs): readonly Token[] {
  const words = vocabulary(packs);
  const tokens: Token[] = [];
  let rest = typed.toLowerCase().trim();
  const take = (length: number, token: Token) => {
    tokens.push(token);
    rest = rest.slice(length).trimStart();
  };
  while (rest !== '') {
    const size = SIZE.exec(rest);
    const amount = AMOUNT.exec(rest);
    const length = LENGTH.exec(rest);
    const broken = BREAK.exec(rest);
    const word = words.find(({ text }) => startsWith(rest, text));
    if (word) take(word.text.length, { kind: 'word', text: word.text, means: word.means });
    else if (size)
      take(size[0].length, { kind: 'size', a: size[1] ?? '', b: size[2] ?? '', unit: size[3] ?? '' });
    else if (amount) {
      const value = Number((amount[1] ?? '').replace(',', '.'));
      take(amount[0].length, { kind: 'amount', value, unit: amount[2] === 'kg' ? 'kg' : 'min' });
    } else if (length) take(length[0].length, { kind: 'length', text: length[0].trim() });
    else if (broken) take(broken[0].length, { kind: 'break' });
    else {
      const text = WORD.exec(rest)?.[0] ?? rest;
      take(text.length, { kind: 'unknown', text });
    }
  }
  return tokens;
}

/** The whole word, not the beginning of a longer one. */
const startsWith = (rest: string, word: string): boolean =>
  rest.startsWith(word) && !/^[\p{L}\p{N}]/u.test(rest.slice(word.length));
