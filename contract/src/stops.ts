import type { InferType } from 'yup';
import { object } from 'yup';
import { text } from './text.ts';

/** A stop answered: cleared by somebody who may, or referred to a vet or a behaviour plan. */
export const stopAnswerSchema = object({
  key: text().trim().max(120).required(),
  action: text()
    .oneOf(['cleared', 'referred'] as const)
    .required('Clear it or refer it.'),
  note: text()
    .trim()
    .max(300, 'Keep the note under 300 letters.')
    .required('Say why it is cleared, or to whom it is referred.'),
});
export type StopAnswer = InferType<typeof stopAnswerSchema>;

/** One line of the log; lines are never changed. */
export interface StopLine extends Omit<StopAnswer, 'action'> {
  /** Found: seen on the sheet, and open until it is answered. Lifted: taken off the sheet; found again, it stops again. */
  readonly action: StopAnswer['action'] | 'found' | 'lifted';
  readonly by: string;
  readonly at: string;
}
