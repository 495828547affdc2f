import type { Form, FormStep } from '../packs/forms.ts';
import type { ToolRole } from '../packs/tools.ts';

/** The step of a form in which a place gets its shape: of the hand's there, the weightiest. */
export const shapingStep = ({ steps }: Pick<Form, 'steps'>, kind: string): FormStep | null =>
  steps
    .filter((step) => step.do !== 'bulk' && step.zones.includes(kind))
    .reduce<FormStep | null>((best, step) => (best && best.share >= step.share ? best : step), null);

/** What shape of tool a place is shaped with, the first wanted before the next. */
export const rolesAt = (forms: readonly Form[], kind: string): readonly ToolRole[] =>
  forms.flatMap((form) => shapingStep(form, kind)?.roles ?? []);
