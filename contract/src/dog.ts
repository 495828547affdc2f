import type { Happening, MeasureKey } from '@kurrel/core';
import { MEASURES } from '@kurrel/core';
import type { InferType, NumberSchema } from 'yup';
import { array, boolean, date, number, object } from 'yup';
import { text } from './text.ts';
import type { ConsentLine } from './consent.ts';
import { signSchema } from './sign.ts';

const id = () => text().trim().max(80);

/** A measurement a dog can have; anything beyond is a slip of the tape. */
export const measurementsSchema = object(
  Object.fromEntries(
    MEASURES.map(({ key, lo, hi }) => {
      const unit = key === 'weightKg' ? 'kg' : 'mm';
      const schema = number()
        .typeError(`Type a number of ${unit}.`)
        .min(lo, `Less than ${lo} ${unit}: check the tape.`)
        .max(hi, `More than ${hi} ${unit}: check the tape.`);
      return [key, schema];
    }),
  ) as Record<MeasureKey, NumberSchema<number | undefined>>,
);

export const findingSchema = object({
  finding: id().required(),
  severity: text()
    .oneOf(['mild', 'marked'] as const)
    .required(),
  side: text()
    .oneOf(['left', 'right'] as const)
    .nullable()
    .defined()
    .default(null),
});

export const dogSchema = object({
  name: text().trim().max(60, 'Keep the name under 60 letters.').required('Every dog has a name: type it.'),
  breedId: id().required('Choose a breed.'),
  /** What the owner calls the breed, where a generic pack stands in for it. */
  breedCalled: text().trim().max(60).defined().default(''),
  owner: text().trim().max(80).defined().default(''),
  bornOn: date()
    .typeError('Type the birthday as a date.')
    .max(new Date(Date.UTC(2100, 0, 1)), 'Check the year.')
    .min(new Date(Date.UTC(1990, 0, 1)), 'Check the year.')
    .required('Type the birthday; a guess will do.'),
  coatType: id().required('Choose the coat this dog has.'),
  coatModifiers: array(id().required()).max(6).required().default([]),
  dense: boolean().required().default(false),
  measurements: measurementsSchema.required(),
  /** Measurements unusual for the breed that were taken twice and are stood by. */
  confirmed: array(
    text()
      .oneOf(MEASURES.map(({ key }) => key) as MeasureKey[])
      .required(),
  )
    .required()
    .default([]),
  findings: array(findingSchema.required()).max(30).required().default([]),
  /** What stays on the dog from visit to visit: health, lumps, pigment, trigger spots. */
  signs: array(signSchema.required()).max(60).required().default([]),
  /** Up to three; lines left blank are dropped. */
  remember: array(text().trim().max(120, 'Keep it under 120 letters.').required())
    .transform((lines: unknown) =>
      Array.isArray(lines) ? lines.filter((line) => String(line ?? '').trim() !== '') : lines,
    )
    .max(3, 'Three things to remember at most.')
    .required()
    .default([]),
});
export type DogFacts = InferType<typeof dogSchema>;

export interface Dog extends Omit<DogFacts, 'bornOn' | 'confirmed'> {
  readonly id: string;
  readonly version: number;
  /** YYYY-MM-DD */
  readonly bornOn: string;
  readonly archived: boolean;
}

/** Dogs in a list, a page at a time. */
export interface DogPage {
  readonly dogs: readonly Dog[];
  readonly more: boolean;
}

export interface VisitLine {
  readonly id: string;
  readonly startsAt: string;
  readonly minutes: number;
  readonly what: string;
  readonly groomer: string;
  readonly note: string;
  readonly happened: readonly Happening[];
  readonly done: boolean;
  /** Labels of the tools it was done with. */
  readonly tools: readonly string[];
  /** What was signed for it, the latest first. */
  readonly consents: readonly ConsentLine[];
}

export interface DogWithVisits {
  readonly dog: Dog;
  readonly visits: readonly VisitLine[];
}
