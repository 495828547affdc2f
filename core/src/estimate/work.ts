import type { Packs } from '../packs/packs.ts';
import { shareOf, zoneKind } from '../packs/zones.ts';
import type { Plan, PlannedForm, PlannedStep, ZonePlan } from '../plan/plan.ts';

/** One piece of the cut: a place by its own tool, or a step of its form there. */
export interface PieceOfWork {
  readonly zone: ZonePlan;
  /** Null where its tool does it in one go, by itself or in a run. */
  readonly step: { readonly form: PlannedForm; readonly step: PlannedStep } | null;
  /** Gives the place its shape and length; bulk, lines and what softens do not. */
  readonly shapes: boolean;
  /** The part of the visit it belongs to. */
  readonly part: string;
  /** Prior minutes, before what makes this dog quicker or slower. */
  readonly weight: number;
}

/**
 * Everything that is cut, piece by piece, with its prior minutes: m² of work × the rate of its technique × how careful the place
 * is. Behind a comb that took the bulk off the hand has a share of its minutes left; the steps of a form share those of a
 * place by their weights. A place that a mat takes or changes counts as it was drawn where that is more.
 */
export function workIn(plan: Plan, packs: Packs, workM2: number): readonly PieceOfWork[] {
  const { perM2, bulk, joinMinutes, regions } = packs.times;
  const at = stepsAt(plan.forms);
  const { id: joinsId } = packs.patterns.joins;
  return plan.zones.flatMap((zone): readonly PieceOfWork[] => {
    const kind = zoneKind(packs.zones, zone.zone);
    const part = regions[kind.region];
    const careM2 = workM2 * shareOf(zone, kind) * kind.care;
    const whole = zone.tool ? perM2[zone.tool.technique] : 0;
    const all = at.get(zone.zone) ?? [];
    const steps = all.filter(({ form }) => form.id !== joinsId);
    const byHand = steps.filter(({ step }) => step.do !== 'bulk');
    const isBulked = byHand.length < steps.length;
    const hand = isBulked ? bulk.handShare * whole : whole;
    const takenOff = isBulked ? bulk.perM2 : 0;
    const drawn = zone.chargedAs ? perM2[zone.chargedAs] : 0;
    const shares = byHand.reduce((sum, { step }) => sum + step.share, 0);
    const own = Math.max(hand, drawn - takenOff);
    const shaping = byHand.reduce<(typeof byHand)[number] | null>(
      (best, one) => (best && best.step.share >= one.step.share ? best : one),
      null,
    );
    const pieces =
      byHand.length === 0
        ? [{ zone, step: null, shapes: true, part, weight: careM2 * own }]
        : steps.map((step) => ({
            zone,
            step,
            shapes: step === shaping,
            part,
            weight: careM2 * (step.step.do === 'bulk' ? takenOff : (own * step.step.share) / shares),
          }));
    const joined = all
      .filter(({ form }) => form.id === joinsId)
      .map((step) => ({ zone, step, shapes: false, part, weight: joinMinutes }));
    return [...pieces, ...joined];
  });
}

/** The steps of all forms by place, in their order. */
function stepsAt(forms: readonly PlannedForm[]) {
  const at = new Map<string, { readonly form: PlannedForm; readonly step: PlannedStep }[]>();
  for (const form of forms)
    for (const step of form.steps)
      for (const zone of step.zones) {
        const steps = at.get(zone);
        if (steps) steps.push({ form, step });
        else at.set(zone, [{ form, step }]);
      }
  return at;
}
