import type { Areas } from './breed.ts';
import type { Form, FormRow, FormStep, UsualRoles } from './forms.ts';
import { MisuseError } from '../terms/failure.ts';

/**
 * The forms of a trim: of the rows in their order, a later one takes the places it names out of those before it, and one with
 * the id of an earlier one takes its place. Forms and steps that keep no place are left out.
 */
export function formsOf(
  rows: readonly FormRow[],
  roles: UsualRoles,
  spelledOut: (names: readonly string[]) => readonly string[],
): readonly Form[] {
  let forms: readonly Form[] = [];
  for (const row of rows) {
    const zones = spelledOut(row.zones);
    const before = forms
      .filter(({ id }) => id !== row.id)
      .map((form) => ({ ...form, zones: form.zones.filter((kind) => !zones.includes(kind)) }));
    const steps = row.steps.map((step): FormStep => {
      const own = { name: null, how: null, share: 1, wholeDog: false, ...step };
      return {
        ...own,
        zones: step.zones ? spelledOut(step.zones) : zones,
        roles: step.roles ?? (step.do === 'bulk' ? [] : roles[step.do]),
      };
    });
    forms = [...before, { ...row, zones, steps }];
  }
  return forms.flatMap((form): readonly Form[] => {
    const kept = (step: FormStep) => step.zones.filter((kind) => form.zones.includes(kind));
    const steps = form.steps
      .map((step) => ({ ...step, zones: kept(step) }))
      .filter(({ zones }) => zones.length > 0);
    return form.zones.length > 0 ? [{ ...form, steps }] : [];
  });
}

/**
 * A hand knows what it does anywhere: every place that a trim draws is shaped by a step of one form.
 * @throws MisuseError naming the trim and the place that no form shapes, or the step that shapes a place outside its form.
 */
export function requireForms(forms: readonly Form[], areas: Areas, where: string): void {
  for (const kind of Object.keys(areas)) {
    const of = forms.filter(({ zones }) => zones.includes(kind));
    const shaped = of.some(({ steps }) =>
      steps.some((step) => step.do !== 'bulk' && step.zones.includes(kind)),
    );
    if (of.length !== 1 || !shaped) throw new MisuseError(`${where}: "${kind}" is in no form that shapes it`);
  }
}

/** The step of a form in which a place gets its shape: of the hand's there, the weightiest. */
export const shapingStep = ({ steps }: Pick<Form, 'steps'>, kind: string): FormStep | null =>
  steps
    .filter((step) => step.do !== 'bulk' && step.zones.includes(kind))
    .reduce<FormStep | null>((best, step) => (best && best.share >= step.share ? best : step), null);

/** Areas that want the shape of tool their form shapes them with, behind what they want themselves. */
export const withRoles = (areas: Areas, forms: readonly Form[]): Areas =>
  Object.fromEntries(
    Object.entries(areas).map(([kind, area]) => {
      const shaped = forms.flatMap((form) => shapingStep(form, kind)?.roles ?? []);
      return [kind, { ...area, roles: [...new Set([...area.roles, ...shaped])] }];
    }),
  );
