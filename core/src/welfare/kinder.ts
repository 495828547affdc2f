import type { TrimArea } from '../packs/breed.ts';
import type { ToolPack } from '../packs/tools.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { Welfare } from './restrictionsAt.ts';

/**
 * The shortest a place that is done one blade longer may be left, mm: what is nearer, by ratio, to the drawn length than to the longer one is no
 * answer. 0 where nothing asks for it, or nothing runs on the skin.
 */
export function kinderFloorMm(tools: ToolPack, welfare: Welfare, area: TrimArea): number {
  const [technique] = area.techniques;
  if (!welfare.oneLonger || technique === undefined || !techniqueKind(tools, technique).onSkin) return 0;
  const longerMm = oneLongerMm(tools, area.mm, technique);
  return longerMm > area.mm ? Math.sqrt(area.mm * longerMm) : 0;
}
