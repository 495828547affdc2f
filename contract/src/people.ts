import type { InferType } from 'yup';
import { object } from 'yup';
import { text } from './text.ts';
import type { Person } from './session.ts';
import { ROLES } from './roles.ts';

/** Sign-in names are the same however they are typed; this is how they are stored and asked for. */
export const foldedLogin = (typed: string): string => typed.normalize('NFKC').trim().toLowerCase();

/** Long rather than odd: no capital, digit or sign is asked for. */
export const LEAST_PASSWORD = 10;

/** What everybody tries first, folded; nothing shorter than the least length. */
const COMMON = new Set(
  (
    '1234567890 0123456789 12345678910 123456789a a123456789 1234567891 9876543210 0987654321 1111111111 0000000000 ' +
    '1q2w3e4r5t qwertyuiop qwertyuiop1 1qaz2wsx3edc qwerty1234 qwerty12345 qwerty123456 asdfghjkl1 zaq12wsxcde3 ' +
    'password12 password123 password1234 password12345 passwordpassword passw0rd123 p@ssw0rd123 mypassword letmein123 ' +
    'letmein1234 iloveyou12 iloveyou123 iloveyou1234 ilovemydog welcome123 welcome1234 welcome2024 welcome2025 ' +
    'welcome2026 administrator admin12345 admin123456 superman123 sunshine123 princess123 football123 baseball123 ' +
    'dragon12345 monkey12345 abcdefghij abcdefghijk abcdefghijkl abc1234567 abcd123456 abcde12345 changeme123 ' +
    'secret1234 computer123 whatever123 trustno1234 doggrooming doggroomer grooming123 groomer123 dogs123456 ' +
    'summer2025 summer2026 winter2025 winter2026 september2026 november2026'
  ).split(' '),
);

/**
 * What is wrong with a password for this person, or null.
 * Length counts, not composition; a common one, one character over and over, and the person's own name are refused.
 */
export function passwordProblem(password: string, person: { login: string; name: string }): string | null {
  const folded = password.normalize('NFKC').toLowerCase();
  if ([...password].length < LEAST_PASSWORD)
    return `At least ${LEAST_PASSWORD} characters: a few words do well.`;
  if (new Set(folded).size < 4) return 'Too few different characters.';
  if (COMMON.has(folded)) return 'This is one of the first that is tried: choose another.';
  const own = [person.login, ...person.name.split(' ')].map(foldedLogin).filter(({ length }) => length > 3);
  const rest = own.reduce((left, word) => left.replaceAll(word, ''), folded);
  if (rest.length < 6) return 'Mostly your own name: choose another.';
  return null;
}

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
