import type { Choices } from '../case/choices.ts';
import type { Trim } from '../packs/breed.ts';
import type { Plan, StepTool } from '../plan/plan.ts';
import type { TableAct } from '../table/events.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import { zoneKindId } from '../terms/zone.ts';
import { isSaidOf } from './places.ts';

/** One stroke as it is planned or was done: with what, on which carrier, which way, leaving what, where. */
export interface Stroke {
  readonly place: string;
  /** Of the drawer; null for what is in no drawer. */
  readonly toolId: string | null;
  /** The blade a comb rides on; null for a bare blade and for hands. */
  readonly carrier: string | null;
  /** Null for hands. */
  readonly direction: Direction | null;
  readonly mm: number | null;
  /** What the trim draws there; null where a mat or a vet's instruction has taken its place, or nobody knows. */
  readonly drawn: { readonly mm: number; readonly techniques: readonly Technique[] } | null;
  /** Somebody has read the warning at this place. */
  readonly acknowledged: boolean;
}

/** A finished plan as a flat list of strokes: the tool of every place, what blocks it in, and the blades under mats. */
export function strokesOf(
  plan: Plan,
  choices: Pick<Choices, 'overrides' | 'wish'>,
  trim: Trim,
): readonly Stroke[] {
  const restyled = plan.conflicts.some(({ kind }) => kind === 'mat-changes-trim');
  const acknowledged = (place: string) =>
    choices.overrides.some((one) => isSaidOf(one.zone, place) && one.acknowledged);
  const strokes: Stroke[] = [];
  for (const { zone: place, tool, passes, lost, reasons } of plan.zones) {
    const area = trim.areas[zoneKindId(place)];
    // A house rule may take a place from another trim of the breed; a side that is matched is as long as the lost one.
    const borrowed = reasons.some(
      ({ rule, effect }) => rule === 'matched-side' || (rule === 'school' && effect.kind === 'target'),
    );
    const drawn = !area || lost || restyled || borrowed || choices.wish.vetAsks ? null : area;
    const add = (used: Pick<StepTool, 'toolId' | 'carrierLabel' | 'direction' | 'leavesMm'>) =>
      strokes.push({
        place,
        toolId: used.toolId,
        carrier: used.carrierLabel,
        direction: used.direction,
        mm: used.leavesMm,
        drawn,
        acknowledged: acknowledged(place),
      });
    if (tool) add(tool);
    for (const pass of passes) if (pass.tool) add(pass.tool);
    for (const { do: what, zones, tool: used } of plan.forms.flatMap(({ steps }) => steps))
      if (what === 'bulk' && zones.includes(place)) add(used);
  }
  for (const { mat, blade } of plan.mats?.mats ?? []) {
    if (!blade) continue;
    const { toolId, leavesMm: mm } = blade;
    const carrier = null;
    strokes.push({
      place: mat.zone,
      toolId,
      carrier,
      direction: 'with',
      mm,
      drawn: null,
      acknowledged: false,
    });
  }
  return strokes;
}

/**
 * A step that was done at the table as strokes, one in each of its places; none where nothing was cut. `carrier`: the blade
 * under it, where it is a comb.
 */
export function strokesOfAct(act: TableAct, carrier: string | null = null): readonly Stroke[] {
  if (act.kind !== 'done' || act.zone === null || act.toolId === null) return [];
  const { toolId, direction, leavesMm, zone, zones = [zone], lengths = [], tools = [] } = act;
  return zones.map((place, i) => ({
    place,
    toolId: tools[i]?.toolId ?? toolId,
    carrier,
    direction,
    mm: lengths[i] ?? leavesMm,
    drawn: null,
    acknowledged: false,
  }));
}
