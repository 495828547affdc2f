import type { Problem } from '@kurrel/contract';
import type { Merged } from '@kurrel/core';
import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import type { Base, Part } from './part.ts';

/** Where a part stands between the screen and the server. */
export interface PartSync {
  readonly state: 'saved' | 'changed' | 'sending' | 'retrying' | 'refused' | 'clash' | 'signed-out';
  /** Why it is not saved, where something said so. */
  readonly problem: Problem | null;
  /** What somebody else saved meanwhile, merged with mine but for the entries that clash. */
  readonly clash: { readonly merged: Merged; readonly theirs: Base } | null;
  /** Edits from before what is saved now: shown as a difference, put in only when asked. */
  readonly offer: Merged | null;
}

const CLEAN: PartSync = { state: 'saved', problem: null, clash: null, offer: null };

interface SyncState {
  readonly visitId: string | null;
  readonly hands: PartSync;
  readonly choices: PartSync;
  readonly work: PartSync;
}

const slice = createSlice({
  name: 'visit/sync',
  initialState: { visitId: null, hands: CLEAN, choices: CLEAN, work: CLEAN } as SyncState,
  reducers: {
    opened: (_state, action: PayloadAction<string | null>): SyncState => ({
      visitId: action.payload,
      hands: CLEAN,
      choices: CLEAN,
      work: CLEAN,
    }),
    stands: (
      state,
      action: PayloadAction<{
        readonly visitId: string;
        readonly part: Part;
        readonly sync: Partial<PartSync>;
      }>,
    ): SyncState => {
      const { visitId, part, sync } = action.payload;
      return state.visitId === visitId ? { ...state, [part]: { ...state[part], ...sync } } : state;
    },
  },
});

export const { opened, stands } = slice.actions;
export const syncReducer = slice.reducer;
