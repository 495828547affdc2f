import type { MeasureKey } from '../body/measures.ts';
import type { Packs } from '../packs.ts';
import type { Handling } from './pack.ts';

/** A word of the field, and what it means on the sheet of findings. */
export interface Word {
  readonly text: string;
  readonly means:
    | { readonly kind: 'zone'; readonly id: string; readonly paired: boolean; readonly both: boolean }
    | { readonly kind: 'sign'; readonly id: string }
    | { readonly kind: 'structure'; readonly id: string }
    | { readonly kind: 'modifier'; readonly id: string }
    | { readonly kind: 'handling'; readonly id: Handling }
    | { readonly kind: 'measure'; readonly id: MeasureKey };
}

/** Words for what the tape measures. */
const TAPE: readonly (readonly [MeasureKey, readonly string[]])[] = [
  ['heightMm', ['height', 'height at withers', 'withers', 'tall']],
  ['lengthMm', ['length of body', 'body length']],
  ['chestDepthMm', ['chest depth', 'depth']],
  ['chestWidthMm', ['chest width']],
  ['elbowHeightMm', ['elbow height']],
  ['neckMm', ['neck length']],
  ['headMm', ['head length']],
  ['muzzleMm', ['muzzle length']],
  ['earMm', ['ear length']],
  ['hockHeightMm', ['hock height']],
  ['loinMm', ['loin length']],
  ['tailMm', ['tail length']],
  ['footWidthMm', ['foot length']],
  ['weightKg', ['weight', 'weighs']],
];

/** Every word a line may hold, longest first, so that "back of thigh" is not read as "back". */
export function vocabulary(packs: Packs): readonly Word[] {
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
  for (const [key, texts] of TAPE) add(texts, { kind: 'measure', id: key });
  return words.sort((a, b) => b.text.length - a.text.length);
}
