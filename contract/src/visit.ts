import type {
  Hand,
  Hands,
  Happening,
  LoggedPart,
  Override,
  PlaceWish,
  PlanRecord,
  SeenSign,
  SideAnswer,
  SignedShave,
  Stretch,
} from '@kurrel/core';
import type { InferType, ObjectSchema, Schema } from 'yup';
import { array, boolean, date, number, object } from 'yup';
import { recordOf } from './record.ts';
import { text } from './text.ts';
import type { ConsentLine } from './consent.ts';
import type { Dog } from './dog.ts';
import type { SalonRules } from './salon.ts';
import { schoolsSchema } from './salon.ts';
import type { StopLine } from './stops.ts';
import type { ShelfBottle, Work } from './work.ts';
import type { Tool } from './drawer.ts';

const isOnce = (ids: readonly string[]) => new Set(ids).size === ids.length;

const lengthMm = () => number().moreThan(0, 'Enter a length above 0.').max(400, 'No more than 400 mm.');

export const overrideSchema = object({
  zone: text().max(60).required(),
  targetMm: lengthMm().nullable().defined(),
  toolId: text().max(80).nullable().defined(),
  direction: text()
    .oneOf(['with', 'across', 'against'] as const)
    .nullable()
    .defined(),
  reason: text().trim().max(200, 'Keep the reason under 200 letters.').defined(),
  acknowledged: boolean().required(),
});

/** What the owner asks of a place, by its id in the packs. */
const placeWishSchema = object({
  place: text().max(40).required(),
  ask: text()
    .oneOf(['very-short', 'short', 'long', 'as-it-is', 'without', 'length'] as const)
    .required(),
  mm: lengthMm()
    .nullable()
    .defined()
    .test(
      'a-length',
      'Say how long.',
      (mm, { parent }) => (parent as { ask?: unknown }).ask !== 'length' || mm !== null,
    ),
});

const placesSchema = array(placeWishSchema.required())
  .max(20)
  .default([])
  .required()
  .test('once', 'A place is asked for once.', (places) => isOnce(places.map(({ place }) => place)));
const scopeSchema = array(text().max(40).required())
  .max(20)
  .default([])
  .required()
  .test('once', 'A job is asked for once.', isOnce);

/** By the zone that was lost: whether the other side is brought to match. */
const sidesSchema = recordOf(
  text()
    .oneOf(['match', 'leave'] as const)
    .required(),
);

const overridesSchema = array(overrideSchema.required()).max(60).required();

/** What the groomer and the owner decided; with the dog and the drawer it makes the plan. */
export const choicesSchema = object({
  trimId: text().max(60).required(),
  purpose: text()
    .oneOf(['pet', 'show'] as const)
    .required(),
  wish: object({
    lean: text()
      .oneOf(['shorter', 'as-drawn', 'longer'] as const)
      .required(),
    allOverMm: lengthMm().nullable().defined(),
    weeksBetween: number()
      .integer('Whole weeks.')
      .min(1, 'At least one week.')
      .max(52, 'At most a year.')
      .required(),
    /** By place, each once. */
    places: placesSchema as unknown as Schema<readonly PlaceWish[]>,
    /** A vet has asked for it. */
    vetAsks: boolean().required().default(false),
  }).required(),
  /** This dog's own answers where they differ from the salon's. */
  schools: schoolsSchema as unknown as ObjectSchema<Record<string, string>>,
  sides: sidesSchema as unknown as ObjectSchema<Record<string, SideAnswer>>,
  overrides: overridesSchema as unknown as Schema<readonly Override[]>,
  /** The jobs asked for, by their ids in the packs; none: the whole groom. */
  scope: scopeSchema as unknown as Schema<readonly string[]>,
});
export type Choices = InferType<typeof choicesSchema>;

const startsAt = () =>
  date()
    .typeError('Type the day and time.')
    .min(new Date(Date.UTC(2000, 0, 1)), 'Check the year.')
    .max(new Date(Date.UTC(2100, 0, 1)), 'Check the year.')
    .required('Type the day and time.');
const visitMinutes = () =>
  number()
    .typeError('Type the minutes.')
    .integer('Whole minutes.')
    .min(10, 'At least 10 minutes.')
    .max(480, 'At most 480 minutes.')
    .required('Type the minutes.');

export const bookingSchema = object({
  startsAt: startsAt(),
  minutes: visitMinutes(),
  what: text().trim().max(80).required('Say what is to be done.'),
  /** The jobs asked for; none: the whole groom. */
  scope: scopeSchema as unknown as Schema<readonly string[]>,
});
export type Booking = InferType<typeof bookingSchema>;

/** What was decided and saved. The plan itself is not sent: the same choices make it again. */
export interface SavedPlan {
  /** Counts up with every save; the `If-Match` of the next. */
  readonly version: number;
  readonly choices: Choices;
  readonly savedBy: string;
  readonly savedAt: string;
}

/** A saved plan as it was made and kept, with the versions of packs and core that made it. */
export interface KeptPlan extends SavedPlan {
  readonly plan: PlanRecord;
}

/** Everything a plan is made from. */
export interface VisitSheet {
  readonly visit: {
    readonly id: string;
    readonly startsAt: string;
    readonly minutes: number;
    readonly what: string;
    readonly groomer: string;
    readonly startedAt: string | null;
    readonly finishedAt: string | null;
  };
  readonly dog: Dog;
  readonly ageMonths: number;
  readonly salon: SalonRules;
  readonly drawer: readonly Tool[];
  /** What the hands found; a fresh sheet with version 0 until somebody saves one. */
  readonly hands: Hands;
  readonly handsVersion: number;
  readonly stopLog: readonly StopLine[];
  /** Stretched hair by zone id grown from the last record, mm. */
  readonly predictedMm: Readonly<Record<string, number>>;
  readonly lastVisit: {
    readonly on: string;
    readonly note: string;
    readonly signs: readonly SeenSign[];
    /** What happened then: nicks, mats found, what would not pass, what was left. */
    readonly happened: readonly Happening[];
  } | null;
  /** Past parts of visits: this dog's, and this groomer's on other dogs. */
  readonly history: { readonly dog: readonly LoggedPart[]; readonly groomer: readonly LoggedPart[] };
  readonly groomerIsTrainee: boolean;
  /** The hand the groomer cuts with. */
  readonly groomerHand: Hand;
  /** The shave-down this visit's owner has signed for; null where nobody has. */
  readonly shave: SignedShave | null;
  /** The signed consents of this visit, the latest first. */
  readonly consents: readonly ConsentLine[];
  /** How it is worked; null until somebody says so, then `workVersion` counts the saves. */
  readonly work: Work | null;
  readonly workVersion: number;
  readonly shelf: readonly ShelfBottle[];
  /** What past baths of this dog took out of bottles, against what was planned, mL. */
  readonly usedBefore: readonly {
    readonly kindId: string;
    readonly ml: number;
    readonly plannedMl: number;
  }[];
  /** What the booking says of trim and wish, if anything. */
  readonly asked: Choices | null;
  /** Null until somebody saves a plan. */
  readonly saved: SavedPlan | null;
}

export interface TodayLine {
  readonly visitId: string;
  readonly dogId: string;
  readonly dog: string;
  readonly breedId: string;
  readonly breedCalled: string;
  readonly startsAt: string;
  readonly minutes: number;
  readonly what: string;
  readonly groomer: string;
  readonly groomerId: string;
  readonly planVersion: number | null;
  readonly remember: readonly string[];
  /** Working minutes at table, tub and dryer, as the saved plan has them; null until one is saved. */
  readonly stretches: readonly Stretch[] | null;
  readonly startedAt: string | null;
  /** It did not come. */
  readonly absentAt: string | null;
  /** It has gone home, or nothing is left to do. */
  readonly finishedAt: string | null;
  /** Of the steps done at the table: what they were planned to take, what they took, when the last was. */
  readonly doneMinutes: number;
  readonly tookMinutes: number;
  readonly lastActAt: string | null;
}

/** What of a booking is changed by moving it. */
export const moveSchema = object({
  startsAt: startsAt(),
  minutes: visitMinutes(),
  /** Who takes it; null leaves it with whom it is. */
  groomerId: text().max(60).nullable().default(null).defined(),
});
export type Move = InferType<typeof moveSchema>;

export const absentSchema = object({ absent: boolean().required('Say whether it came.') });

/** A word to the owner that it will be later. */
export const lateSchema = object({
  minutes: number()
    .typeError('Type the minutes.')
    .integer('Whole minutes.')
    .min(5, 'At least 5 minutes.')
    .max(600, 'At most 600 minutes.')
    .required('Type the minutes.'),
});

/** What was sent to an owner: kept as a standard message. */
export interface OutboxLine {
  readonly id: string;
  readonly visitId: string;
  readonly dog: string;
  readonly subject: string;
  readonly text: string;
  readonly at: string;
  readonly by: string;
}
