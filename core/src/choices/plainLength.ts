/** Lengths an owner can picture; each says up to how many mm it holds. */
const PICTURES: readonly (readonly [upToMm: number, words: string])[] = [
  [1.3, 'clean, skin shows'],
  [2.5, 'like velvet'],
  [5, 'a grain of rice lying flat'],
  [9, 'a pea'],
  [15, 'a fingernail'],
  [22, 'a thumb’s width'],
  [40, 'two fingers'],
  [70, 'half a hand'],
  [Infinity, 'a hand or more'],
];

/** A length in plain words. */
export function plainLength(mm: number): string {
  return PICTURES.find(([upToMm]) => mm <= upToMm)?.[1] ?? '';
}
