import type { MeasureKey } from '../terms/measure.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { Handling, Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import { memoizeByObject } from '../terms/memoizeByObject.ts';

/** What a word of the field means on the sheet of findings. */
export type Meaning =
  | { readonly kind: 'zone'; readonly id: string; readonly paired: boolean; readonly sides: readonly Side[] }
  | { readonly kind: 'sign'; readonly id: string }
  | { readonly kind: 'structure'; readonly id: string }
  | { readonly kind: 'modifier'; readonly id: string }
  | { readonly kind: 'handling'; readonly id: Handling }
  | { readonly kind: 'measure'; readonly id: MeasureKey }
  | { readonly kind: 'tightness'; readonly grade: Tightness }
  | { readonly kind: 'level'; readonly level: Severity }
  | { readonly kind: 'side'; readonly side: 'left' | 'right' | 'both' }
  | { readonly kind: 'mat' }
  | { readonly kind: 'stands' }
  | { readonly kind: 'burr' | 'sores' | 'grade' | 'to-skin' | 'not' | 'gone' | 'and' | 'or' | 'filler' };

export interface Word {
  readonly text: string;
  readonly means: Meaning;
}

/** Every word a typed finding may hold, longest first, so that "back of thigh" is not read as "back". */
export const vocabulary = memoizeByObject((packs: Packs): readonly Word[] => {
  const words: Word[] = [];
  const add = (texts: readonly string[], means: Word['means']) => {
    for (const text of texts) words.push({ text: text.toLowerCase(), means });
  };
  for (const zone of packs.zones.zones) {
    const { id, paired } = zone;
    const names = [zone.name, id.replaceAll('-', ' '), ...zone.words];
    const plurals = [...plural(names), ...names.filter((one) => paired && one.endsWith('s'))];
    if (paired) add(plurals, { kind: 'zone', id, paired, sides: ['left', 'right'] });
    add(names, { kind: 'zone', id, paired, sides: [] });
    if (!paired) continue;
    // “behind the L ear”, “back of left thigh”: a side stands before the last word.
    for (const name of [...names, ...plurals].filter((one) => one.includes(' '))) {
      const cut = name.lastIndexOf(' ');
      const sided = (word: string) => `${name.slice(0, cut)} ${word}${name.slice(cut)}`;
      add(packs.words.left.map(sided), { kind: 'zone', id, paired, sides: ['left'] });
      add(packs.words.right.map(sided), { kind: 'zone', id, paired, sides: ['right'] });
      add(packs.words.both.map(sided), { kind: 'zone', id, paired, sides: ['left', 'right'] });
    }
  }
  for (const sign of packs.signs.signs) add([sign.name, ...sign.words], { kind: 'sign', id: sign.id });
  for (const finding of packs.findings.findings) {
    add([finding.name, ...finding.words], { kind: 'structure', id: finding.id });
  }
  for (const modifier of packs.coats.modifiers) {
    add([modifier.name, ...modifier.words], { kind: 'modifier', id: modifier.id });
  }
  for (const level of packs.signs.temper.handling) {
    add([level.name, ...level.words], { kind: 'handling', id: level.id });
  }
  const small = packs.words;
  for (const { key } of MEASURES) add(small.measures[key] ?? [], { kind: 'measure', id: key });
  for (const kind of [
    'mat',
    'burr',
    'sores',
    'grade',
    'stands',
    'not',
    'gone',
    'and',
    'or',
    'filler',
  ] as const) {
    add(small[kind], { kind });
  }
  add(small.toSkin, { kind: 'to-skin' });
  for (const side of ['left', 'right', 'both'] as const) add(small[side], { kind: 'side', side });
  for (const level of ['mild', 'marked'] as const) add(small[level], { kind: 'level', level });
  packs.mats.words.forEach((texts, index) =>
    add(texts, { kind: 'tightness', grade: (index + 1) as Tightness }),
  );
  // Last: a word of its own comes before a plural.
  for (const sign of packs.signs.signs)
    add(plural([sign.name, ...sign.words]), { kind: 'sign', id: sign.id });
  return words.sort((a, b) => b.text.length - a.text.length);
});

const plural = (names: readonly string[]): readonly string[] =>
  names
    .filter((name) => !name.endsWith('s'))
    .map((name) => (name.endsWith('foot') ? name.replace(/foot$/, 'feet') : `${name}s`));
