import type { Case } from '../case/resolveCase.ts';
import type { Form, FormStep } from '../packs/forms.ts';
import type { ToolRole } from '../packs/tools.ts';
import { shapeRank } from '../passes/shape.ts';
import { shapingStep } from '../packs/resolveForms.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Technique } from '../terms/tool.ts';
import type { Side } from '../terms/zone.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Bulk, Shaped } from './bulk.ts';
import { bulkOf } from './bulk.ts';
import type { PlannedForm, PlannedStep, StepTool, ZonePlan } from './plan.ts';
import type { Settled } from './applyOverride.ts';

/**
 * What a hand shapes on this dog, form by form: the steps of the trim's forms at the places that are done by hand, each with its
 * tool. The step that gives a place its shape is done with the place's own tool; the others with a tool of their shape.
 */
export function plannedForms(
  visit: Case,
  settled: readonly Settled[],
  zones: readonly ZonePlan[],
): readonly PlannedForm[] {
  const shaped = settled.flatMap((one, i): readonly Shaped[] => {
    const zone = zones[i];
    return zone && isByHand(visit, zone) ? [{ settled: one, zone }] : [];
  });
  const bulk = bulkOf(visit, shaped);
  const hands = handToolsOf(visit);
  const byKind = new Map<string, Shaped[]>();
  for (const one of shaped) {
    const { id } = one.settled.target.zone.kind;
    byKind.set(id, [...(byKind.get(id) ?? []), one]);
  }
  const forms = visit.derived.trim.forms.flatMap((form) => {
    const of = form.zones.flatMap((kind) => byKind.get(kind) ?? []);
    const sides: readonly (Side | null)[] = form.each === 'side' ? ['left', 'right', null] : [null];
    return sides.flatMap((side): readonly PlannedForm[] => {
      const here = form.each === 'side' ? of.filter(({ zone }) => zone.side === side) : of;
      if (here.length === 0) return [];
      const steps = form.steps.flatMap((step) => plannedSteps(visit, form, step, here, bulk, hands));
      const id = side === null ? form.id : `${form.id}.${side}`;
      return [{ id, form: form.id, name: form.name, side, zones: here.map(({ zone }) => zone.zone), steps }];
    });
  });
  return [...forms, ...joinsOf(visit, settled, zones, hands)];
}

const isByHand = ({ packs }: Case, { tool, lost }: ZonePlan): boolean =>
  tool !== null && !lost && techniqueKind(packs.tools, tool.technique).byHand;

/** A step of a form, once for every tool it takes. */
function plannedSteps(
  { packs }: Case,
  form: Form,
  step: FormStep,
  places: readonly Shaped[],
  bulk: readonly Bulk[],
  hands: readonly ToolOption[],
): readonly PlannedStep[] {
  const here = places.filter(({ settled: { target } }) => step.zones.includes(target.zone.kind.id));
  const { do: what, name, how, share, wholeDog } = step;
  const tools = new Map<string, { readonly tool: StepTool; readonly zones: string[] }>();
  for (const place of here) {
    const { zone } = place.zone;
    const tool =
      what === 'bulk'
        ? bulkTool(bulk, zone)
        : shapingStep(form, place.settled.target.zone.kind.id) === step
          ? ownTool(place.zone)
          : extraTool(step, place, hands);
    if (!tool) continue;
    const with_ = tools.get(tool.toolId) ?? { tool, zones: [] };
    with_.zones.push(zone);
    tools.set(tool.toolId, with_);
  }
  return [...tools.values()].map(({ tool, zones }): PlannedStep => {
    const strips = techniqueKind(packs.tools, tool.technique).needsStrippable;
    return strips
      ? { do: 'strip', name: null, zones, tool, how: null, share, wholeDog: false }
      : { do: what, name, zones, tool, how, share, wholeDog };
  });
}

const ownTool = ({ tool }: ZonePlan): StepTool | null => tool && stepTool(tool, tool.leavesMm);

function bulkTool(bulk: readonly Bulk[], zone: string): StepTool | null {
  const option = bulk.find(({ zones }) => zones.has(zone))?.option;
  return option ? { ...stepTool(option, option.leavesMm), direction: option.direction } : null;
}

const stepTool = (
  {
    toolId,
    label,
    technique,
    carrierLabel,
  }: Pick<ToolOption, 'toolId' | 'label' | 'technique' | 'carrierLabel'>,
  leavesMm: number | null,
): StepTool => ({
  toolId,
  label,
  technique,
  carrierLabel,
  direction: null,
  leavesMm,
});

/** The drawer's hand tools that make a shape. */
const handToolsOf = ({ derived: { options } }: Case): readonly ToolOption[] =>
  options.filter(({ leavesMm, roles }) => leavesMm === null && roles.length > 0);

/** What a step beside the shaping one is done with: shears of its shape where shears do the place, thinners where they may. */
function extraTool(
  { roles, do: what }: FormStep,
  { settled, zone }: Shaped,
  hands: readonly ToolOption[],
): StepTool | null {
  const { demand, override } = settled;
  const own = hands.find(({ toolId }) => toolId === zone.tool?.toolId);
  if (!own || !demand || override?.toolId != null || demand.gentlest) return null;
  const tool = handToolFor(hands, roles, settled, zone.leftMm, what === 'soften' ? null : own.technique);
  // What is softened with the place's own tool is that already.
  return tool && (what !== 'soften' || tool.toolId !== own.toolId) ? stepTool(tool, zone.leftMm) : null;
}

/** The best hand tool of a wanted shape that may do a place, of one technique where it is named. */
function handToolFor(
  hands: readonly ToolOption[],
  roles: readonly ToolRole[],
  { target: { forbidden, welfare } }: Settled,
  mm: number,
  technique: Technique | null = null,
): ToolOption | null {
  let best: ToolOption | null = null;
  let leastCost = Infinity;
  for (const option of hands) {
    const rank = shapeRank(roles, option, mm);
    if (rank >= roles.length || (technique !== null && option.technique !== technique)) continue;
    if (forbidden.includes(option.technique) || welfare.forbidden.includes(option.technique)) continue;
    const cost = 10 * rank + Number(option.dull) + Number(option.wrongHand) + option.effort / 10;
    if (cost < leastCost) [best, leastCost] = [option, cost];
  }
  return best;
}

/** Joins between places are softened last, as one thing. */
function joinsOf(
  { packs }: Case,
  settled: readonly Settled[],
  zones: readonly ZonePlan[],
  hands: readonly ToolOption[],
): readonly PlannedForm[] {
  const { id, name, how, roles } = packs.patterns.joins;
  const steps = new Map<string, { readonly tool: StepTool; readonly zones: string[] }>();
  zones.forEach((zone, i) => {
    const one = settled[i];
    if (!one || one.demand?.gentlest || !zone.joins.some(({ kind }) => kind !== 'runs-on')) return;
    const option = handToolFor(hands, roles, one, zone.leftMm);
    if (!option || one.override?.toolId != null) return;
    const step = steps.get(option.toolId) ?? { tool: stepTool(option, zone.leftMm), zones: [] };
    step.zones.push(zone.zone);
    steps.set(option.toolId, step);
  });
  if (steps.size === 0) return [];
  const planned = [...steps.values()].map(({ tool, zones: at }): PlannedStep => ({
    do: 'soften',
    name: null,
    zones: at,
    tool,
    how,
    share: 1,
    wholeDog: false,
  }));
  return [{ id, form: id, name, side: null, zones: planned.flatMap((step) => step.zones), steps: planned }];
}

/** Shapes for which the drawer has no tool, each said once, with what does them instead and what kind would. */
export function lackingShapes(
  visit: Case,
  settled: readonly Settled[],
  zones: readonly ZonePlan[],
): readonly Conflict[] {
  const said = new Map<ToolRole, Conflict>();
  const hands = handToolsOf(visit);
  settled.forEach(({ demand, override }, i) => {
    const tool = zones[i]?.tool;
    const option = hands.find(({ toolId }) => toolId === tool?.toolId);
    const [wanted] = demand?.roles ?? [];
    if (!demand || !option || wanted === undefined || override?.toolId != null || said.has(wanted)) return;
    if (shapeRank(demand.roles, option, demand.handMm) === 0) return;
    // One that is there but does not suit the length is not lacking.
    if (
      visit.derived.options.some(
        ({ roles, technique }) => roles.includes(wanted) && technique === option.technique,
      )
    )
      return;
    const kinds = visit.packs.tools.kinds.filter(
      ({ roles, technique }) => roles.includes(wanted) && technique === option.technique,
    );
    if (kinds.length === 0) return;
    const lack = { what: 'tool', kinds: kinds.map(({ name }) => name) } as const;
    said.set(
      wanted,
      conflict('lacks-shape', demand.id, null, null, wanted, { alternatives: [option.label], lack }),
    );
  });
  return [...said.values()];
}
