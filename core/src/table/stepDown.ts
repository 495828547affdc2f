import type { Case } from '../case/resolveCase.ts';
import type { Plan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { bladesAt } from '../welfare/mayEnter.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';

/** A blade to try where the one before would not pass. */
export interface StepDown {
  readonly toolId: string;
  readonly label: string;
  readonly leavesMm: number;
  readonly direction: Direction;
}

/**
 * What may be tried where a blade or comb does not pass, one step at a time: every shorter blade that this skin allows, with the lay,
 * down to the higher of its floor and the salon's. Empty where nothing may: then it is left, or cut by hand.
 * @throws MisuseError for a zone the dog has not.
 */
export function stepDown(visit: Case, plan: Plan, zoneId: string): readonly StepDown[] {
  const zone = byId('zone', visit.derived.zones, zoneId);
  const planned = plan.zones.find((one) => one.zone === zoneId);
  const welfare = restrictionsAt(visit, zone);
  if (!planned?.tool || planned.protectedBy !== null || welfare.leaveAlone !== null) return [];
  const { tools } = visit.packs;
  const floorMm = Math.max(planned.floorMm, visit.derived.matPolicy.bladeFloorMm);
  // What will not pass is as good as matted.
  const blades = bladesAt(zone.kind, true);
  const { leavesMm: nowMm } = planned.tool;
  const able = (technique: Technique) =>
    techniqueKind(tools, technique).passesMat && !welfare.forbidden.includes(technique);
  return (
    visit.derived.options
      .flatMap((option) => (option.leavesMm === null ? [] : [{ ...option, leavesMm: option.leavesMm }]))
      .filter(
        ({ kindId, technique, direction, skipTooth, dull, leavesMm }) =>
          able(technique) &&
          direction === 'with' &&
          (welfare.skipTooth || !skipTooth) &&
          (blades?.includes(kindId) ?? true) &&
          (!dull || leavesMm >= tools.policy.dull.closeMm) &&
          leavesMm < nowMm &&
          leavesMm >= floorMm,
      )
      // Of two that leave the same, the one that feeds a thick coat.
      .sort((a, b) => b.leavesMm - a.leavesMm || Number(b.skipTooth) - Number(a.skipTooth))
      .filter(({ leavesMm }, i, all) => leavesMm !== all[i - 1]?.leavesMm)
      .map(({ toolId, label, leavesMm, direction }) => ({ toolId, label, leavesMm, direction }))
  );
}
