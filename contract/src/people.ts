import type { InferType } from 'yup';
import { object } from 'yup';
import { text } from './text.ts';
import type { Person } from './session.ts';
import { ROLES } from './roles.ts';

/** Sign-in names are the same however they are typed; this is how they are stored and asked for. */
export const foldedLogin = (typed: string): string => typed.normalize('NFKC').trim().toLowerCase();

/** Long rather than odd: no capital, digit or sign is asked for. */
export const LEAST_PASSWORD = 10;

const password = () => text().max(200, 'At most 200 characters.').required('Type the password.');

/** What a lead says of somebody of the salon. */
export const personSchema = object({
  name: text().trim().max(80, 'Keep the name under 80 letters.').required('Type the name.'),
  role: text().oneOf(ROLES).required('Choose what they may do.'),
  hand: text()
    .oneOf(['left', 'right'] as const)
    .required('Choose the hand that holds the shears.'),
});
export type PersonFacts = InferType<typeof personSchema>;

export const newPersonSchema = personSchema.shape({
  login: text()
    .transform((typed: unknown) => (typeof typed === 'string' ? foldedLogin(typed) : typed))
    .matches(/^[\p{L}\p{N}][\p{L}\p{N}._-]{1,39}$/u, 'Two to 40 letters, digits, dots or dashes.')
    .required('Choose a sign-in name.'),
  password: password(),
});
export type NewPerson = PersonFacts & { readonly login: string; readonly password: string };

/** A password set by the lead for somebody else. */
export const resetPasswordSchema = object({ password: password() });

/** One's own password, with the one that is left behind. */
export const changePasswordSchema = object({ old: password(), password: password() });

/** Somebody of the salon, as the lead sees them. */
export interface Member extends Person {
  readonly login: string;
  readonly hand: 'left' | 'right';
  readonly disabled: boolean;
  readonly version: number;
}

/** One of one's own open sessions. */
export interface OpenSession {
  readonly id: string;
  readonly startedAt: string;
  readonly seenAt: string;
  /** What the browser says it is. */
  readonly agent: string;
  /** The one that is asking. */
  readonly here: boolean;
}

export type SecurityEvent =
  | 'signed-in'
  | 'sign-in-failed'
  | 'signed-out'
  | 'sessions-ended'
  | 'password-changed'
  | 'password-reset'
  | 'person-added'
  | 'person-changed'
  | 'person-disabled'
  | 'person-enabled'
  | 'owner-exported'
  | 'owner-erased';

export interface SecurityLine {
  readonly at: string;
  readonly event: SecurityEvent;
  readonly by: string | null;
  readonly about: string | null;
  readonly address: string;
}
