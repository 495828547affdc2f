import type { Case } from '../case/resolveCase.ts';
import type { FormKind } from '../packs/tasks.ts';
import { otherSide, sideOf, zoneKindId } from '../terms/zone.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { merged, withGoesTogether, withMerged } from './merged.ts';
import type { Draft } from './plainTask.ts';
import { stageFinder } from './stages.ts';

/** Longer than this hand work is not one step, min; stripping is, for a jacket is stripped in one go. */
const LONGEST_MINUTES = 20;

/**
 * Steps with what a hand shapes together as one: a leg by itself, else both sides of the dog; what is left over of a leg
 * with its like on the others, as feet that are cut with another tool. Triggers among other places are a step of their own, so
 * that they can wait.
 */
export function asForms(visit: Case, steps: readonly Draft[]): readonly Draft[] {
  const { forms } = visit.packs.tasks;
  const first = (kind: string) => forms.find(({ zones }) => zones.includes(kind)) ?? null;
  const last = (kind: string): FormKind => {
    const form = forms.findLast(({ zones }) => zones.includes(kind));
    return form && form !== first(kind) ? form : { id: kind, name: '', each: 'dog', zones: [kind] };
  };
  const shaped = inForms(visit, inForms(visit, steps, first), last);
  const there = withGoesTogether(visit, shaped);
  const ids = new Set(there.map(({ id }) => id));
  // The same leg on the other side, where it is one step as well.
  return there.map((step) => {
    const pair = step.id.startsWith('form:') && sideOf(step.id) !== null ? otherSide(step.id) : step.pair;
    return { ...step, pair: pair !== null && ids.has(pair) && pair !== step.id ? pair : null };
  });
}

/** Hand work of one form with one tool as one step, the longest first to have the form's name. */
function inForms(
  visit: Case,
  steps: readonly Draft[],
  formOf: (kind: string) => FormKind | null,
): readonly Draft[] {
  const stageOf = stageFinder(visit);
  const groups = new Map<string, { readonly form: FormKind; readonly steps: Draft[] }>();
  for (const step of steps) {
    const { again, zone, zones, direction, technique } = step;
    if (again !== null || zone === null || zones.length > 1 || direction !== null || technique === null)
      continue;
    const form = formOf(zoneKindId(zone));
    if (!form) continue;
    const side = form.each === 'side' ? step.side : null;
    // An order of work that takes feet before legs takes them apart.
    const key = [form.id, side, step.toolId, technique, step.phase, step.trigger, stageOf(step)].join('|');
    const group = groups.get(key) ?? { form, steps: [] };
    group.steps.push(step);
    groups.set(key, group);
  }
  const into = new Map<string, Draft>();
  const taken = new Set(steps.map(({ id }) => id));
  const longestFirst = [...groups.values()].sort((a, b) => minutesOf(b.steps) - minutesOf(a.steps));
  for (const { form, steps: shaped } of longestFirst) {
    const [first, ...others] = shaped;
    if (!first || others.length === 0 || isTooLong(visit, shaped)) continue;
    const side = form.each === 'side' ? first.side : null;
    const end = side === null ? '' : `.${side}`;
    const whole = `form:${form.id}${end}`;
    const id = taken.has(whole) ? `form:${form.id}.${zoneKindId(first.zone ?? '')}${end}` : whole;
    if (taken.has(id)) continue;
    taken.add(id);
    const name = id !== whole || isOnePlace(shaped) ? first.name : form.name;
    const step = merged(visit, [first, ...others], { id, name, side });
    for (const one of shaped) into.set(one.id, step);
  }
  return withMerged(steps, into);
}

const minutesOf = (steps: readonly Draft[]): number => steps.reduce((sum, { minutes }) => sum + minutes, 0);

const isOnePlace = (steps: readonly Draft[]): boolean =>
  new Set(steps.map(({ zone }) => zoneKindId(zone ?? ''))).size === 1;

const isTooLong = ({ packs }: Case, steps: readonly Draft[]): boolean =>
  minutesOf(steps) > LONGEST_MINUTES &&
  !steps.every(
    ({ technique }) => technique !== null && techniqueKind(packs.tools, technique).needsStrippable,
  );
