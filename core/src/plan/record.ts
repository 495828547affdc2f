import type { ConflictKind } from '../terms/conflict.ts';
import type { ReasonRule } from '../terms/reason.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import type { Plan, PlannedForm, PlannedRun, ZonePlan } from './plan.ts';

/**
 * What is kept of a plan that is saved, signed or started: what was decided, with what, why, and the versions it was decided by.
 * What else there was follows from the choices that are kept beside it. Plain JSON of some 20 kB; it only grows by
 * optional parts, so that a visit of long ago still opens.
 */
export interface PlanRecord {
  readonly coreVersion: number;
  readonly packsVersion: string;
  readonly breed: string;
  readonly trim: string;
  readonly coat: string;
  readonly tools: readonly RecordedTool[];
  readonly zones: readonly RecordedZone[];
  readonly runs: readonly RecordedRun[];
  readonly forms: readonly RecordedForm[];
  readonly conflicts: readonly {
    readonly kind: ConflictKind;
    readonly zone: string;
    readonly about: string;
    readonly wonMm: number | null;
    readonly askedMm: number | null;
  }[];
  /** What became of each mat, by its place. */
  readonly mats: readonly { readonly zone: string; readonly decision: string }[];
}

interface RecordedTool {
  readonly id: string;
  readonly label: string;
  readonly technique: Technique;
  readonly carrier: string | null;
}

interface RecordedZone {
  readonly zone: string;
  readonly leftMm: number;
  /** Null where it is left alone. */
  readonly toolId: string | null;
  readonly direction: Direction | null;
  /** Why, in the order it was settled, without what was overruled. */
  readonly because: readonly (readonly [rule: ReasonRule, about: string])[];
}

type RecordedRun = Pick<PlannedRun, 'id' | 'name' | 'zones' | 'from' | 'to'>;

interface RecordedForm extends Pick<PlannedForm, 'id' | 'name'> {
  readonly steps: readonly {
    readonly do: string;
    readonly toolId: string;
    readonly zones: readonly string[];
  }[];
}

/** What is kept of a plan. */
export function recordOfPlan(plan: Plan): PlanRecord {
  return {
    coreVersion: plan.coreVersion,
    packsVersion: plan.packsVersion,
    breed: plan.breed,
    trim: plan.trim,
    coat: plan.coat.name,
    tools: toolsIn(plan),
    zones: plan.zones.map(({ zone, leftMm, tool, reasons }): RecordedZone => ({
      zone,
      leftMm: tenth(leftMm),
      toolId: tool?.toolId ?? null,
      direction: tool?.direction ?? null,
      because: reasons.flatMap(({ stage, rule, about, overruled }) =>
        overruled || stage === 'drawer' ? [] : [[rule, about] as const],
      ),
    })),
    runs: (plan.runs ?? []).map(({ id, name, zones, from, to }) => ({ id, name, zones, from, to })),
    forms: (plan.forms ?? []).map(({ id, name, steps }) => ({
      id,
      name,
      steps: steps.map(({ do: what, tool, zones }) => ({ do: what, toolId: tool.toolId, zones })),
    })),
    conflicts: plan.conflicts.map(({ kind, zone, about, wonMm, askedMm }) => ({
      kind,
      zone,
      about,
      wonMm,
      askedMm,
    })),
    mats: (plan.mats?.mats ?? []).map(({ mat, decision }) => ({ zone: mat.zone, decision })),
  };
}

/** Whole plans were kept up to version 8 of core. */
type Kept = PlanRecord | Plan;

/** A plan as it was kept, whichever version kept it. */
export const openPlanRecord = (kept: Kept): PlanRecord => (isWhole(kept) ? recordOfPlan(kept) : kept);

const isWhole = (kept: Kept): kept is Plan => typeof kept.coat !== 'string';

const tenth = (mm: number): number => Math.round(mm * 10) / 10;

function toolsIn({ zones, forms }: Plan): readonly RecordedTool[] {
  const used: readonly Pick<
    NonNullable<ZonePlan['tool']>,
    'toolId' | 'label' | 'technique' | 'carrierLabel'
  >[] = [
    ...zones.flatMap(({ tool }) => tool ?? []),
    ...(forms ?? []).flatMap(({ steps }) => steps.map(({ tool }) => tool)),
  ];
  const tools = new Map(
    used.map(({ toolId, label, technique, carrierLabel }) => [
      toolId,
      { id: toolId, label, technique, carrier: carrierLabel },
    ]),
  );
  return [...tools.values()];
}
