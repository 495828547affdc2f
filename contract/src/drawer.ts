import type { DrawerMeasure } from '@kurrel/core';
import type { InferType } from 'yup';
import { boolean, number, object } from 'yup';
import { text } from './text.ts';

export const toolSchema = object({
  kindId: text().trim().max(60).required('Choose the kind of tool.'),
  label: text().trim().max(30, 'Keep the label under 30 letters.').required('Type the label you call it by.'),
  lengthMm: number()
    .typeError('Type a length, like 13 or 1/2.')
    .moreThan(0, 'Enter a length above 0.')
    .max(200, 'No comb leaves more than 200 mm.')
    .nullable()
    .defined(),
  dull: boolean().required().default(false),
  atHand: boolean().required().default(true),
  /** The hand it is made for; null where it fits both or nobody said. */
  hand: text()
    .oneOf(['left', 'right'] as const)
    .nullable()
    .defined()
    .default(null),
});
export type ToolFacts = InferType<typeof toolSchema>;

export interface Tool extends ToolFacts {
  readonly id: string;
  readonly version: number;
  readonly measures: readonly DrawerMeasure[];
  /** At the table, as the logs have it. */
  readonly workedMinutes: number;
}

/** An after-measure: what was found on the dog where this tool went. */
export const measureSchema = object({
  coatType: text().trim().max(60).required('Choose the coat it was measured on.'),
  /** On a dense coat: what rides up leaves more, and that is not the tool's own. */
  dense: boolean().required().default(false),
  direction: text()
    .oneOf(['with', 'across', 'against'] as const)
    .required('Choose the direction.'),
  measuredMm: number()
    .typeError('Type the measured length, like 13 or 1/2.')
    .moreThan(0, 'Type what you measured; it cannot be nothing.')
    .max(200, 'More than 200 mm: check the rule.')
    .required('Type the measured length.'),
  /** A reading beyond what the tool is expected to leave was asked about, and is so. */
  confirmed: boolean().default(false),
});
export type Measure = InferType<typeof measureSchema>;

/** One reading of a tool, to be looked at and taken out. */
export interface TakenMeasure extends DrawerMeasure {
  readonly id: string;
  readonly takenAt: string;
}
