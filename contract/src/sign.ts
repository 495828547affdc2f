import { number, object } from 'yup';
import { text } from './text.ts';

/** Something found on the dog, and where. */
export const signSchema = object({
  sign: text().trim().max(80).required(),
  zone: text().trim().max(60).nullable().defined(),
  level: text()
    .oneOf(['mild', 'marked'] as const)
    .nullable()
    .defined(),
  sizeMm: number()
    .typeError('Type the size in mm.')
    .min(0, 'A size is 0 mm or more.')
    .max(300, 'More than 300 mm: check the number.')
    .nullable()
    .defined(),
  note: text().trim().max(200, 'Keep the note under 200 letters.').defined(),
});
