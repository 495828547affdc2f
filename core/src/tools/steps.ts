import type { ToolPack, ToolPolicy } from '../packs/tools.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from './drawer.ts';

/** A blade counts as one longer from this share up, and as one shorter from its inverse down. */
const LONGER = 1.15;
/** Below this the steps of the trade's blades are what an eye sees, mm (brief 9). */
const CLOSE_MM = 4;

/** Lengths of the trade's bare finishing blades and of its guard combs, shortest first, mm. */
function lengths(pack: Pick<ToolPack, 'kinds' | 'techniques'>): {
  readonly blades: readonly number[];
  readonly combs: readonly number[];
} {
  const of = (combs: boolean) =>
    pack.kinds
      .filter((kind) => techniqueKind(pack, kind.technique).onSkin && kind.carriers.length > 0 === combs)
      .filter((kind) => !kind.skipTooth && !kind.neverChosen && !kind.small)
      .flatMap(({ nominalMm }) => nominalMm ?? [])
      .sort((a, b) => a - b);
  return { blades: of(false), combs: of(true) };
}

/**
 * One blade longer than this length, mm; one comb longer where a comb does it, or no blade is longer. The same length
 * where nothing is longer.
 */
export function oneLongerMm(pack: ToolPack, mm: number, technique?: Technique): number {
  const { blades, combs } = lengths(pack);
  const longer = (list: readonly number[]) => list.find((length) => length >= mm * LONGER);
  const combed = technique !== undefined && techniqueKind(pack, technique).needsCombedCoat;
  return (combed ? longer(combs) : (longer(blades) ?? longer(combs))) ?? mm;
}

/** What an eye sees as another length, mm: `max(20 %, min(3 mm, half the length))` (brief 9). */
export const perceptibleStepMm = (
  { perceptibleStep: { share, mm: most, shareOfShort } }: ToolPolicy,
  mm: number,
) => Math.max(share * mm, Math.min(most, shareOfShort * mm));

/** The shortest that still is an answer to a wanted length, mm: one step, and in close hair one blade, shorter. */
export function shortestAnswerMm(
  pack: Pick<ToolPack, 'policy' | 'kinds' | 'techniques'>,
  mm: number,
): number {
  const step = mm - perceptibleStepMm(pack.policy, mm);
  if (mm >= CLOSE_MM) return step;
  const below = lengths(pack).blades.filter((length) => length <= mm / LONGER);
  return Math.max(step, below.at(-1) ?? 0);
}
