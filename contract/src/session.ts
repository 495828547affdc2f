import type { LengthUnit } from '@kurrel/core';
import type { InferType } from 'yup';
import { object } from 'yup';
import { text } from './text.ts';
import type { Role } from './roles.ts';
import type { Clock } from './salon.ts';

export const signInSchema = object({
  login: text().trim().max(60).required('Type your sign-in name.'),
  password: text().max(200).required('Type your password.'),
});
export type SignIn = InferType<typeof signInSchema>;

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

export interface Session {
  readonly person: Person;
  readonly salon: { readonly name: string; readonly unit: LengthUnit; readonly clock: Clock };
}

/** Shown on the sign-in page of the demo only. */
export interface DemoSignIn {
  readonly login: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}
