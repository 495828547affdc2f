import type { BathChoices, Bottle, Dilution, TableAct, TableEvent } from '@kurrel/core';
import type { ObjectSchema, Schema } from 'yup';
import { array, boolean, lazy, number, object } from 'yup';
import { recordOf } from './record.ts';
import { text } from './text.ts';

const step = () => text().trim().max(80);

/** How a visit is worked: its bath, and the order of its steps. */
export interface Work {
  readonly bath: BathChoices;
  readonly order: {
    /** The groomer's own order, by step; null takes the one that is found. Steps it does not name go where they are found to go. */
    readonly own: readonly string[] | null;
    /** Steps that stay where they are when the order is found anew. */
    readonly pinned: readonly string[];
    /** Nothing is moved any more. */
    readonly locked: boolean;
    /** Minutes there are; null takes what was booked. */
    readonly boxMinutes: number | null;
    /** Steps left out by decision. */
    readonly dropped: readonly string[];
  };
}

const bottlesSchema = recordOf(text().max(60).required());

export const workSchema = object({
  bath: object({
    coatWet: boolean().required(),
    white: boolean().nullable().defined(),
    towels: number()
      .integer('Whole towels.')
      .min(0, 'Cannot be negative.')
      .max(8, 'At most 8 towels.')
      .required(),
    dryers: array(text().max(60).required()).max(4, 'At most 4 dryers at once.').required(),
    vet: object({
      contactMinutes: number()
        .typeError('Type the minutes on the label.')
        .min(0, 'Cannot be negative.')
        .max(60, 'More than an hour: read the label again.')
        .required('Type the minutes on the label.'),
    })
      .nullable()
      .default(undefined)
      .defined(),
    bottles: bottlesSchema,
  }).required(),
  order: object({
    own: array(step().required()).max(200).nullable().defined(),
    pinned: array(step().required()).max(200).required(),
    locked: boolean().required(),
    boxMinutes: number()
      .typeError('Type the minutes.')
      .min(5, 'At least 5 minutes.')
      .max(600, 'At most 600 minutes.')
      .nullable()
      .defined(),
    dropped: array(step().required()).max(200).required(),
  }).required(),
}) as unknown as Schema<Work>;

export interface SavedWork {
  readonly version: number;
  readonly savedBy: string;
  readonly savedAt: string;
}

const dilutionSchema = object({
  notation: text()
    .oneOf(['to-1', '1-in'] as const)
    .required(),
  n: number()
    .typeError('Type the parts on the label.')
    .min(1, 'At least 1 part.')
    .max(100, 'At most 100 parts: check the label.')
    .required('Type the parts on the label.'),
});

const ml = (what: string) =>
  number()
    .typeError(`Type ${what} in mL.`)
    .min(0, `${what} cannot be below nothing.`)
    .max(50_000, 'More than 50 litres: is this in mL?')
    .required(`Type ${what} in mL.`);

export const bottleSchema = object({
  kindId: text().trim().max(60).required('Choose the kind of product.'),
  label: text().trim().max(40, 'Keep the label under 40 letters.').required('Type the label you call it by.'),
  dilution: dilutionSchema.nullable().default(undefined).defined(),
  leftMl: ml('What is left'),
}) as unknown as ObjectSchema<BottleFacts>;

export interface BottleFacts {
  readonly kindId: string;
  readonly label: string;
  readonly dilution: Dilution | null;
  readonly leftMl: number;
}

export interface ShelfBottle extends Bottle {
  readonly version: number;
}

/** What is sent of an act: `doneBy` names who did it, where that is not whoever is signed in where it is sent from. */
export type SentEvent = TableAct & Pick<TableEvent, 'id' | 'at' | 'device'> & { readonly doneBy?: string };

const zone = () => text().max(60);
const minutes = () => number().min(0).max(600).required();
const mm = () => number().moreThan(0, 'Enter a length above 0.').max(400, 'No more than 400 mm.');
const tool = () => text().max(80).nullable().defined();

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;
const DIRECTIONS = ['with', 'across', 'against'] as const;
const ACTS: Readonly<Record<TableEvent['kind'], Record<string, unknown>>> = {
  done: {
    task: step().required(),
    part: text().max(60).nullable().defined(),
    zone: zone().nullable().defined(),
    zones: array(zone().required()).min(1).max(80).optional(),
    lengths: array(mm().nullable().defined()).min(1).max(80).optional(),
    tools: array(
      object({ toolId: tool(), tool: text().max(80).defined() })
        .noUnknown()
        .required(),
    )
      .min(1)
      .max(80)
      .optional(),
    toolId: tool(),
    tool: text().max(80).defined(),
    direction: text().oneOf(DIRECTIONS).nullable().defined(),
    leavesMm: mm().nullable().defined(),
    minutes: minutes(),
    plannedMinutes: minutes(),
    stress: number().min(0).max(20).required(),
  },
  undone: { task: step().required() },
  skipped: {
    task: step().required(),
    reason: text().trim().max(120).required('Say why it is skipped.'),
    name: text().trim().max(120).optional(),
  },
  rested: { minutes: minutes() },
  note: { task: step().nullable().defined(), text: text().trim().max(300).required('Type the note.') },
  measured: {
    zone: zone().required(),
    mm: mm().required('Type what you measured.'),
    toolId: tool(),
    read: text()
      .oneOf(['rule', 'gauge'] as const)
      .required(),
  },
  'mat-found': { zone: zone().nullable().defined() },
  'would-not-pass': { zone: zone().required(), toolId: tool(), takenId: tool() },
  hurt: {
    zone: zone().nullable().defined(),
    what: text()
      .oneOf(['nick', 'redness'] as const)
      .required(),
  },
  stopped: { text: text().trim().max(200).required('Say what stops the work.') },
  'stop-named': {
    stop: text().matches(UUID, 'Say which stop.').required(),
    text: text().trim().max(200).required('Say what stops the work.'),
  },
  'went-on': {
    stop: text().matches(UUID, 'Say which stop is answered.').required('Say which stop is answered.'),
  },
  ended: { text: text().trim().max(200).required('Say why it ends here.') },
  swapped: { toolId: text().max(80).required() },
  'left-out': {
    tasks: array(step().required()).max(200).required(),
    another: array(step().required()).max(200).required(),
  },
  counted: { part: text().max(60).required(), counts: boolean().required() },
  bathed: {
    used: array(
      object({
        bottleId: text().max(60).nullable().defined(),
        kindId: text().max(60).required(),
        ml: number().min(0).max(20_000).required(),
        plannedMl: number().min(0).max(20_000).required(),
      }).required(),
    )
      .max(40)
      .required(),
  },
};
export const EVENT_KINDS = Object.keys(ACTS) as TableEvent['kind'][];

const eventOf = (kind: TableEvent['kind'] | null) =>
  object({
    id: text().matches(UUID, 'Name each act by a UUID of its own.').required(),
    at: text()
      .matches(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/, 'Give the time as an ISO time in UTC.')
      .required(),
    device: text().trim().max(60).required(),
    doneBy: text().matches(UUID, 'Say who did it.').optional(),
    kind: text().oneOf(EVENT_KINDS).required(),
    ...(kind ? (ACTS[kind] as object) : {}),
  }).noUnknown('This act has a field nobody knows.');
/** Made once for each kind of act. */
const EVENTS = new Map(EVENT_KINDS.map((kind) => [kind, eventOf(kind)]));
const UNKNOWN_EVENT = eventOf(null);
const eventSchema = lazy((value: unknown) => {
  const kind = typeof value === 'object' && value !== null && 'kind' in value ? value.kind : undefined;
  return EVENTS.get(kind as TableEvent['kind']) ?? UNKNOWN_EVENT;
});

/** Acts at the table as they are sent: those that are there already are passed over, so a batch may be sent again. */
export const logSchema = object({
  events: array(eventSchema)
    .min(1, 'Send at least one act.')
    .max(200, 'At most 200 acts at once.')
    .required(),
}) as unknown as Schema<{ readonly events: readonly SentEvent[] }>;

/** Whether a dog has gone home. */
export const finishSchema = object({ finished: boolean().required('Say whether it is finished.') });
