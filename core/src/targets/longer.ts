import type { ToolPack } from '../packs/tools.ts';
import { once } from '../terms/once.ts';
import { techniqueKind } from '../tools/drawer.ts';

/** A blade counts as one longer from this share up. */
const LONGER = 1.15;

/** Lengths of the trade's bare finishing blades, shortest first, mm. */
const bladeLengths = once((pack: ToolPack): readonly number[] =>
  pack.kinds
    .filter((kind) => techniqueKind(pack, kind.technique).onSkin && kind.carriers.length === 0)
    .filter((kind) => !kind.skipTooth && !kind.neverChosen)
    .flatMap(({ nominalMm }) => nominalMm ?? [])
    .sort((a, b) => a - b),
);

/** One blade longer than this length, mm; the same length where no blade is longer. */
export const oneLongerMm = (pack: ToolPack, mm: number): number =>
  bladeLengths(pack).find((length) => length >= mm * LONGER) ?? mm;
