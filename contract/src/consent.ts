import type { ConsentStatement, Estimate, ProposalKind } from '@kurrel/core';
import type { InferType } from 'yup';
import { mixed, number, object } from 'yup';
import { text } from './text.ts';
import { choicesSchema } from './visit.ts';

/** A statement as it was signed: what it is about, and the sentence that was read. */
export interface SignedStatement {
  readonly about: ConsentStatement['about'] | 'mats' | 'double-coat' | 'health';
  readonly text: string;
}

const MOST_STROKES = 400;
const MOST_NUMBERS = 4000;

/** Every stroke a list of places on or a little beside the largest pad: looked at number by number, not schema by schema. */
const areStrokes = (strokes: readonly unknown[]): boolean =>
  strokes.length <= MOST_STROKES &&
  strokes.every(
    (stroke) =>
      Array.isArray(stroke) &&
      stroke.length >= 2 &&
      stroke.length <= MOST_NUMBERS &&
      stroke.every((at: unknown) => typeof at === 'number' && at >= -50 && at <= 4050),
  );

/** Strokes of a pen as [x, y, x, y, …] on a pad of a known size; on one of 1 × 1 none: the typed name is the signature. */
export const signatureSchema = object({
  width: number().min(1).max(4000).required(),
  height: number().min(1).max(4000).required(),
  strokes: mixed<number[][]>((value): value is number[][] => Array.isArray(value))
    .typeError('The owner signs on the pad first.')
    .required('The owner signs on the pad first.')
    .test('strokes', 'Sign again on the pad: this is no signature.', (strokes) => areStrokes(strokes))
    .test('signed', 'The owner signs on the pad first.', (strokes, { parent }) => {
      const { width, height } = parent as { width: unknown; height: unknown };
      const typed = width === 1 && height === 1;
      return typed ? strokes.length === 0 : strokes.length > 0;
    }),
});
export type Signature = InferType<typeof signatureSchema>;

/** What the owner picked and signed. The text is the server's: it comes from the plan, not from the screen. */
export const signConsentSchema = object({
  kind: text()
    .oneOf(['wish', 'nearest', 'easy', 'welfare', 'swapped'] as const satisfies readonly ProposalKind[])
    .required(),
  choices: choicesSchema.required(),
  /** In which the owner read the lengths: it is kept as it was read. */
  unit: text()
    .oneOf(['mm', 'in'] as const)
    .default('mm'),
  signedBy: text().trim().max(80, 'Keep the name under 80 letters.').required('Type the name of who signs.'),
  signature: signatureSchema.required('The owner signs on the pad first.'),
});
export type SignConsent = InferType<typeof signConsentSchema>;

/** A consent by its name. */
export interface ConsentLine {
  readonly id: string;
  readonly planVersion: number;
  readonly trimName: string;
  readonly signedBy: string;
}

/** As it was signed; never changed afterwards. */
export interface Consent {
  readonly id: string;
  readonly visitId: string;
  readonly planVersion: number;
  readonly kind: ProposalKind;
  readonly dog: string;
  readonly breed: string;
  readonly trimName: string;
  readonly statements: readonly SignedStatement[];
  readonly minutes: Estimate['minutes'];
  readonly price: Estimate['price'];
  readonly signedBy: string;
  readonly signature: Signature;
  readonly witness: string;
  readonly signedAt: string;
  /** HMAC-SHA-256 over everything above that was signed, in canonical form, under the installation's secret. */
  readonly fingerprint: string;
  /** The owner asked for their name to be removed: name and signature are gone, the rest is as it was signed. */
  readonly erased?: true;
}

/** A consent as it is read again, with whether it is still what was signed; null where that cannot be told. */
export interface CheckedConsent extends Consent {
  readonly unchanged: boolean | null;
  /** The plan as it was saved last, where that was after the signature. */
  readonly changedLater: { readonly version: number; readonly by: string; readonly at: string } | null;
}
