import { number, object, string } from 'yup';

/** Something found on the dog, and where. */
export const signSchema = object({
  sign: string().trim().max(80).required(),
  zone: string().trim().max(60).nullable().defined(),
  level: string()
    .oneOf(['mild', 'marked'] as const)
    .nullable()
    .defined(),
  sizeMm: number()
    .typeError('Type the size in mm.')
    .min(0, 'A size is 0 mm or more.')
    .max(300, 'More than 300 mm: check the number.')
    .nullable()
    .defined(),
  note: string().trim().max(200, 'Keep the note under 200 letters.').defined(),
});
