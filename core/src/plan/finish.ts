import type { Draft } from './draft.ts';
import { overrideReason } from './override.ts';
import type { PlannedTool, ZonePlan } from './plan.ts';
import { byId } from '../failure.ts';
import type { Coat } from '../coat/hair.ts';
import { visibleAlong } from '../coat/hair.ts';
import type { RunnerUp, ToolChoice } from '../tools/pick.ts';
import type { PlanInput } from './input.ts';
import type { Conflict, Reason } from './reason.ts';
import { conflict } from './target.ts';

export function finish(
  draft: Draft,
  coat: Coat,
  input: PlanInput,
  choice: ToolChoice | undefined,
  second: RunnerUp | undefined,
  conflicts: Conflict[],
): ZonePlan {
  const { zone, area, limits, demand, targetMm, override } = draft;
  const hairMm = input.hairMm[zone.id] ?? null;
  const reasons = [...draft.reasons];
  if (override?.toolId != null && choice) {
    reasons.push(overrideReason('override-tool', override, toolEffect(choice, targetMm)));
  }
  if (!demand) reasons.push(drawerReason('left-alone', '', { kind: 'note' }));
  else if (!choice) {
    reasons.push(drawerReason('nothing-fits', '', { kind: 'note' }));
    conflicts.push(conflict('nothing-in-drawer', zone, null, targetMm, area.techniques.join(', ')));
  } else {
    const rule = choice.option.leavesMm === null ? 'hand-work' : 'nearest-tool';
    reasons.push(
      drawerReason(rule, choice.option.label, toolEffect(choice, targetMm), choice.option.calibration.n),
    );
    if (choice.option.technique === 'comb') {
      reasons.push(
        drawerReason('comb-needs-combed-coat', choice.option.carrierLabel ?? '', { kind: 'note' }),
      );
    }
  }
  const leftMm = choice?.leavesMm ?? hairMm ?? targetMm;
  const cautionTexts = zone.kind.cautions.map((id) => byId('caution', input.packs.safety.cautions, id).text);
  const breedTexts = input.breed.cautions.filter((c) => c.zones.includes(zone.kind.id)).map((c) => c.text);
  return {
    zone: zone.id,
    name: zone.kind.name,
    side: zone.side,
    targetMm,
    toleranceMm: draft.toleranceMm,
    leftMm,
    visibleMm: visibleAlong(coat, leftMm),
    hairMm,
    tool: choice ? planned(choice) : null,
    runnerUp: second
      ? { ...planned(second), extraCost: second.extraCost, toolsDelta: second.toolsDelta }
      : null,
    leftAlone: demand === null,
    overridden: override !== null,
    cautions: [...new Set([...limits.texts, ...(demand ? [...cautionTexts, ...breedTexts] : [])])],
    reasons,
    shape: area.shape ?? null,
    layDeg: area.layDeg ?? null,
  };
}

function planned({ option, leavesMm, sdMm }: ToolChoice): PlannedTool {
  return {
    toolId: option.toolId,
    label: option.label,
    technique: option.technique,
    direction: option.direction,
    leavesMm,
    sdMm,
    measurements: option.calibration.n,
    carrierLabel: option.carrierLabel,
  };
}

function toolEffect(choice: ToolChoice, targetMm: number): Reason['effect'] {
  const { label, direction } = choice.option;
  return { kind: 'tool', label, direction, offMm: choice.leavesMm - targetMm };
}

/** Measured only where the groomer's own after-measures stand behind the length. */
function drawerReason(
  rule: Reason['rule'],
  about: string,
  effect: Reason['effect'],
  measurements = 0,
): Reason {
  return {
    stage: 'drawer',
    rule,
    about,
    source: measurements > 0 ? 'measured' : 'prior',
    effect,
    overruled: false,
  };
}
