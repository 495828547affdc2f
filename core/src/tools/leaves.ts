import { requireNumber } from '../terms/failure.ts';
import type { Calibration } from './calibrate.ts';
import { UNCALIBRATED } from './calibrate.ts';
import type { ToolKind } from '../packs/tools.ts';
import type { Direction } from '../terms/tool.ts';

export interface ToolUse {
  readonly direction: Direction;
  /** Lay angle of the prepared coat to the skin, degrees. */
  readonly layDeg: number;
  readonly dense: boolean;
  readonly calibration?: Calibration;
}

/** The share of its length a tool leaves in this direction: `f` of the tool-length formula, 0.5 to 1. */
export function directionFactor(direction: Direction, layDeg: number): number {
  if (direction === 'with') return 1;
  const against = Math.min(0.9, Math.max(0.5, 0.5 + 0.01 * (layDeg - 30)));
  return direction === 'against' ? against : (1 + against) / 2;
}

/**
 * What a blade or comb leaves on this coat, stretched, in mm, and the sd of that:
 * `left = nominal × f(direction, lay) × g(tool, density) × k`, g the tool's `denseFactor` on a dense coat, else 1. The sd is that
 * of the calibration, carried to mm.
 * @throws MisuseError for a nominal length that is not positive, or a lay outside 0 to 90 degrees.
 */
export function leaves(
  tool: Pick<ToolKind, 'denseFactor'> & { readonly nominalMm: number },
  use: ToolUse,
): { readonly mm: number; readonly sdMm: number } {
  requireNumber('nominalMm', tool.nominalMm, Number.MIN_VALUE);
  requireNumber('layDeg', use.layDeg, 0, 90);
  const { k, sd } = use.calibration ?? UNCALIBRATED;
  const g = use.dense ? tool.denseFactor : 1;
  const mm = tool.nominalMm * directionFactor(use.direction, use.layDeg) * g * k;
  return { mm, sdMm: mm * sd };
}
