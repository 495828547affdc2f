import type { PartSync } from '../visit/syncSlice.ts';

/** How a part stands, in a word or two. */
export const SAVE_WORD: Readonly<Record<PartSync['state'], string>> = {
  saved: 'saved',
  changed: 'to be saved',
  sending: 'saving …',
  retrying: 'kept here, sent when the server is back',
  refused: 'not saved',
  clash: 'not saved: choose below',
  'signed-out': 'kept here: sign in to save',
};
