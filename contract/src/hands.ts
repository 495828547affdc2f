import type { Hands, Mat, MeasureKey, SeenSign } from '@kurrel/core';
import { HANDLING, MEASURES } from '@kurrel/core';
import type { Schema } from 'yup';
import { array, boolean, number, object } from 'yup';
import { recordOf } from './record.ts';
import { text } from './text.ts';
import { findingSchema, measurementsSchema } from './dog.ts';
import { signSchema } from './sign.ts';

const size = (what: string) =>
  number()
    .typeError(`Type the ${what} of the mat in cm.`)
    .moreThan(0, `The ${what} of a mat must be above 0.`)
    .max(60, 'A mat is at most 60 cm: is this in mm?')
    .required(`Type the ${what} of the mat.`);

export const matSchema = object({
  id: text().trim().max(20).required(),
  zone: text().trim().max(60).required('Say where the mat is.'),
  lengthCm: size('length'),
  widthCm: size('width'),
  tightness: number()
    .oneOf([1, 2, 3, 4] as const, 'Tightness goes from 1, loose, to 4, felted.')
    .required('Say how tight the mat is.'),
  toSkinMm: number()
    .typeError('Type the distance to the skin in mm.')
    .min(0, 'The distance to the skin is 0 mm or more.')
    .max(100, 'More than 100 mm off the skin: check the number.')
    .required('Type the distance to the skin.'),
  burr: boolean().required(),
  sores: boolean().required(),
});

const lengthSchema = object({
  mm: number()
    .typeError('Type a length in mm.')
    .moreThan(0, 'Hair is longer than nothing.')
    .max(400, 'More than 400 mm: check the rule.')
    .required(),
  sdMm: number().min(0).nullable().defined(),
  readings: number().integer().min(1).max(10_000).required(),
  by: text()
    .oneOf(['rule', 'gauge'] as const)
    .required(),
});

/** Lengths by zone id; each entry is held against the same schema. */
const lengthsSchema = recordOf(lengthSchema.required());

/** What the hands found, as the core has it. */
export const handsSchema = object({
  measurements: measurementsSchema.required(),
  confirmed: array(
    text()
      .oneOf(MEASURES.map(({ key }) => key) as MeasureKey[])
      .required(),
  ).required(),
  findings: array(findingSchema.required()).max(40).required(),
  coatType: text().trim().max(80).required('Choose the coat this dog has.'),
  coatModifiers: array(text().trim().max(80).required()).max(8).required(),
  dense: boolean().required(),
  signs: array(signSchema.required()).max(120, 'At most 120 findings on one dog.').required(),
  mats: array(matSchema.required()).max(60, 'At most 60 mats: say one for a matted zone.').required(),
  lengths: lengthsSchema,
  lastCut: object({
    weeks: number()
      .typeError('Type the weeks since it was cut.')
      .min(0)
      .max(520, 'At most ten years.')
      .required(),
    mm: number().typeError('Type how short it was cut.').min(0.1).max(400, 'At most 400 mm.').required(),
  })
    .nullable()
    .default(null),
  temper: object({
    handling: text().oneOf(HANDLING).required(),
    standingMinutes: number()
      .typeError('Type the minutes it stands.')
      .min(1, 'At least a minute.')
      .max(240, 'At most 240 minutes.')
      .nullable()
      .defined(),
  }).required(),
}) as unknown as Schema<Hands>;

export const saveHandsSchema = object({
  hands: handsSchema as never,
  /** The version of the dog's card the sheet was made from. */
  dogVersion: number().integer().min(1).max(2_147_483_646, 'There is no such version.').required(),
}) as unknown as Schema<SaveHands>;

export interface SaveHands {
  readonly hands: Hands;
  readonly dogVersion: number;
}

export interface SavedHands {
  readonly version: number;
  readonly dogVersion: number;
  readonly savedBy: string;
  readonly savedAt: string;
}

export type { Hands, Mat, SeenSign };
