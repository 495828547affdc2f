import type { ToolPack } from '../packs/tools.ts';
import { techniqueKind } from '../tools/drawer.ts';

/** A blade counts as one longer from this share up. */
const LONGER = 1.15;

const known = new WeakMap<ToolPack, readonly number[]>();

/** Lengths of the trade's bare finishing blades, shortest first, mm. */
function bladeLengths(pack: ToolPack): readonly number[] {
  const before = known.get(pack);
  if (before) return before;
  const lengths = pack.kinds
    .filter((kind) => techniqueKind(pack, kind.technique).onSkin && kind.carriers.length === 0)
    .filter((kind) => !kind.skipTooth && !kind.neverChosen)
    .flatMap(({ nominalMm }) => nominalMm ?? [])
    .sort((a, b) => a - b);
  known.set(pack, lengths);
  return lengths;
}

/** One blade longer than this length, mm; the same length where no blade is longer. */
export const oneLongerMm = (pack: ToolPack, mm: number): number =>
  bladeLengths(pack).find((length) => length >= mm * LONGER) ?? mm;
