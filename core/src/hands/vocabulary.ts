import type { MeasureKey } from '../body/measures.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { Handling, Severity, Tightness } from '../terms/dog.ts';
import { once } from '../terms/once.ts';

/** What a word of the field means on the sheet of findings. */
export type Meaning =
  | { readonly kind: 'zone'; readonly id: string; readonly paired: boolean; readonly both: boolean }
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
  | { readonly kind: 'burr' | 'sores' | 'grade' | 'not' | 'gone' | 'and' | 'filler' };

export interface Word {
  readonly text: string;
  readonly means: Meaning;
}

/** Every word a typed finding may hold, longest first, so that "back of thigh" is not read as "back". */
export const vocabulary = once((packs: Packs): readonly Word[] => {
  const words: Word[] = [];
  const add = (texts: readonly string[], means: Word['means']) => {
    for (const text of texts) words.push({ text: text.toLowerCase(), means });
  };
  for (const zone of packs.zones.zones) {
    const { id, paired } = zone;
    const names = [zone.name, id.replaceAll('-', ' '), ...zone.words];
    add(names, { kind: 'zone', id, paired, both: false });
    if (paired) {
      const plurals = names.filter((name) => !name.endsWith('s')).map((name) => `${name}s`);
      add(plurals, { kind: 'zone', id, paired, both: true });
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
  for (const kind of ['mat', 'burr', 'sores', 'grade', 'stands', 'not', 'gone', 'and', 'filler'] as const) {
    add(small[kind], { kind });
  }
  for (const side of ['left', 'right', 'both'] as const) add(small[side], { kind: 'side', side });
  for (const level of ['mild', 'marked'] as const) add(small[level], { kind: 'level', level });
  packs.mats.words.forEach((texts, index) =>
    add(texts, { kind: 'tightness', grade: (index + 1) as Tightness }),
  );
  return words.sort((a, b) => b.text.length - a.text.length);
});
