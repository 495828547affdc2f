/** The shape of `packs/words.json`: the small words of a typed finding that belong to no other pack. */
export interface WordPack {
  readonly mat: readonly string[];
  readonly burr: readonly string[];
  readonly sores: readonly string[];
  readonly grade: readonly string[];
  readonly stands: readonly string[];
  /** Of a number: the distance from a mat to the skin. */
  readonly toSkin: readonly string[];
  readonly left: readonly string[];
  readonly right: readonly string[];
  readonly both: readonly string[];
  readonly mild: readonly string[];
  readonly marked: readonly string[];
  /** What is not there, and what was there and is not any more. */
  readonly not: readonly string[];
  readonly gone: readonly string[];
  /** Words that join findings or say nothing. */
  readonly and: readonly string[];
  readonly or: readonly string[];
  readonly filler: readonly string[];
  /** Words for what the tape and the scales measure, by the measure's key. */
  readonly measures: Readonly<Record<string, readonly string[]>>;
}
