import type { TrimArea } from '../packs/breed.ts';
import type { ToolPack } from '../packs/tools.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { Welfare } from './restrictionsAt.ts';

/**
 * The shortest that a tender or new dog's place may be left, mm: as drawn where no wish shortens it; where a machine does it, one blade longer, and
 * what is nearer (by ratio) to the drawn length than to the longer one is no answer. 0 where nothing asks for it.
 */
export function kinderFloorMm(tools: ToolPack, { oneLonger, noWish }: Welfare, area: TrimArea): number {
  const drawnMm = noWish ? area.mm : 0;
  const [technique] = area.techniques;
  if (!oneLonger || technique === undefined || !techniqueKind(tools, technique).onSkin) return drawnMm;
  const longerMm = oneLongerMm(tools, area.mm, technique);
  return Math.max(drawnMm, longerMm > area.mm ? Math.sqrt(area.mm * longerMm) : 0);
}
