import type { Handling, LengthUnit, Schools } from '@kurrel/core';
import { HANDLING } from '@kurrel/core';
import type { InferType } from 'yup';
import { number, object } from 'yup';
import { recordOf } from './record.ts';
import { text } from './text.ts';

/** Answers by question; which answers there are, the packs say. */
export const schoolsSchema = recordOf(text().trim().max(40).required());

const money = (what: string) =>
  number()
    .typeError(`Type ${what} as a number.`)
    .min(0, `${what} cannot be below nothing.`)
    .max(1000, `${what} of more than 1000: check it.`)
    .required(`Type ${what}.`);

const room = (what: string) =>
  number()
    .typeError(`Type how many ${what} there are.`)
    .integer(`Whole ${what}.`)
    .min(1, `At least one of the ${what}.`)
    .max(40, `More than 40 ${what}: check it.`)
    .required(`Type how many ${what} there are.`);

/** What a salon charges, how far it goes, and what it has room for. */
export const policySchema = object({
  rates: object({
    perHour: money('The hourly rate'),
    least: money('The least price'),
    currency: text()
      .trim()
      .matches(/^[A-Z]{3}$/, 'A currency is three capital letters, like EUR.')
      .required('Type the currency.'),
  }).required(),
  mats: object({
    limitMinutes: number()
      .typeError('Type whole minutes.')
      .min(0, 'Cannot be negative.')
      .max(240, 'At most 240 minutes.')
      .required('Type the minutes.'),
    bladeFloorMm: number()
      .typeError('Type a length in mm.')
      .min(0.25, 'No blade leaves less than 0.25 mm.')
      .max(13, 'At most 13 mm.')
      .required('Type the length.'),
    feePerHour: money('The fee for mats'),
  }).required(),
  /** The hardest handling the salon still takes on. */
  handlingLimit: text().oneOf(HANDLING).required(),
  /** How many dogs can stand where at once. */
  places: object({ table: room('tables'), tub: room('tubs'), dryer: room('dryers') })
    .default({ table: 3, tub: 1, dryer: 2 })
    .required(),
});
export type Policy = InferType<typeof policySchema>;

const timeOfDay = () =>
  text()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'Type a time like 08:30.')
    .required('Type the time.');

/** When the salon is open, where its clock stands and how it is read. */
export const clockSchema = object({
  /** An IANA time zone. */
  zone: text()
    .trim()
    .required('Choose the time zone.')
    .test('zone', 'There is no such time zone.', (zone) => isTimeZone(zone)),
  hours: number()
    .oneOf([12, 24] as const)
    .required(),
  opens: timeOfDay(),
  closes: timeOfDay(),
}).test('open', 'Closing time must be after opening time.', ({ opens, closes }) => opens < closes);
export type Clock = InferType<typeof clockSchema>;

function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

export const salonSchema = object({
  schools: schoolsSchema as never,
  policy: policySchema.required(),
  clock: clockSchema.required(),
});

export interface SalonRules {
  readonly schools: Schools;
  readonly policy: Policy;
}

/** What the lead sets on the salon's page. */
export interface SalonSettings extends SalonRules {
  readonly clock: Clock;
}

export interface Salon extends SalonSettings {
  readonly name: string;
  readonly unit: LengthUnit;
  readonly version: number;
}

/** What a salon starts with; the lead changes it on the salon's page. */
export const FIRST_POLICY: Policy = {
  rates: { perHour: 48, least: 25, currency: 'EUR' },
  mats: { limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 54 },
  handlingLimit: 'fights' satisfies Handling,
  places: { table: 3, tub: 1, dryer: 2 },
};

export const FIRST_CLOCK: Clock = { zone: 'Europe/Amsterdam', hours: 24, opens: '08:30', closes: '18:00' };
