import type { Hands } from '@kurrel/core';
import { object } from 'yup';
import { text } from './text.ts';
import type { Consent } from './consent.ts';
import type { Dog } from './dog.ts';

/** An owner by the name on the dogs' cards. */
export const ownerSchema = object({
  owner: text().trim().max(80).required('Type the owner’s name as it stands on the dog’s card.'),
});

/** Everything a salon keeps about an owner, to be handed over on request. */
export interface OwnerExport {
  readonly format: 'kurrel-owner-1';
  readonly owner: string;
  readonly dogs: readonly (Dog & {
    readonly visits: readonly {
      readonly startsAt: string;
      readonly minutes: number;
      readonly what: string;
      readonly hands: Hands | null;
      readonly record: unknown;
      readonly consents: readonly Omit<Consent, 'id' | 'visitId' | 'planVersion'>[];
      readonly messages: readonly { readonly at: string; readonly subject: string; readonly text: string }[];
    }[];
  })[];
}

/** What was erased, and the free texts that still have a part of the name in them. */
export interface ErasedOwner {
  readonly dogs: number;
  readonly left: readonly { readonly dog: string; readonly place: string; readonly said: string }[];
}
