import type { Direction, Look, Rule, Source, Technique, ZonePack } from '@kurrel/core';
import { sideOf, zoneKind } from '@kurrel/core';

/** Short words used in sentences and on more than one screen. */
export const directionWord: Readonly<Record<Direction, string>> = {
  with: 'with the lay',
  against: 'against the lay',
  across: 'across the lay',
};

export const sourceWord: Readonly<Record<Source | 'owner' | 'groomer' | 'measured', string>> = {
  standard: 'standard',
  custom: 'custom',
  prior: 'usual figure, not measured here',
  owner: 'owner',
  groomer: 'groomer',
  measured: 'measured',
};

/** Rules that have a figure of their own. */
const WITH_FIGURES: readonly Rule['kind'][] = [
  'maxLength',
  'minLength',
  'ratio',
  'slope',
  'parallel',
  'shape',
];

/** Where a rule of a breed comes from: "standard (AKC); the figures are ours". */
export function ruleSourceWord({ kind, source, whose = [], figures }: Rule): string {
  if (source !== 'standard') return sourceWord[source];
  const ours = WITH_FIGURES.includes(kind) && figures !== 'standard';
  return `standard (${whose.join(', ')})${ours ? '; the figures are ours' : ''}`;
}

/** What a technique is done with. */
export const techniqueWord: Readonly<Record<Technique, string>> = {
  clip: 'a blade',
  comb: 'a guard comb',
  scissor: 'shears',
  thin: 'thinners',
  strip: 'a knife, stone or fingers',
  leave: 'nothing',
};

export const lookWord: Readonly<Record<Look, string>> = {
  body: 'body',
  legs: 'legs',
  underline: 'underline',
  face: 'face',
  top: 'top of the head',
  ears: 'ears',
  tail: 'tail',
};

/** `ear-outside.left` → “left ear, outside”. @throws MisuseError for a zone the pack does not have. */
export function placeWord(zones: ZonePack, zone: string): string {
  const { name } = zoneKind(zones, zone);
  const side = sideOf(zone);
  return side === null ? name : `${side} ${name}`;
}

export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** With a capital and a full stop, where it has none. */
export const fullSentence = (text: string): string => sentence(/[.!?]$/.test(text) ? text : `${text}.`);

/** “a, b and c”. */
export function listWord(words: readonly string[]): string {
  const last = words.at(-1) ?? '';
  return words.length < 2 ? last : `${words.slice(0, -1).join(', ')} and ${last}`;
}
