import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import type { LogState } from './acts.ts';

export interface OpenTable extends LogState {
  readonly visitId: string | null;
}

const EMPTY: LogState = { events: [], waiting: 0, refused: [], state: 'sent' };

const slice = createSlice({
  name: 'visit/table',
  initialState: { visitId: null, ...EMPTY } as OpenTable,
  reducers: {
    openedTable: (state, action: PayloadAction<string>): OpenTable =>
      state.visitId === action.payload ? state : { visitId: action.payload, ...EMPTY },
    showLog: (
      state,
      action: PayloadAction<{ readonly visitId: string; readonly log: LogState }>,
    ): OpenTable =>
      state.visitId === action.payload.visitId
        ? { visitId: action.payload.visitId, ...action.payload.log }
        : state,
  },
});

export const { openedTable, showLog } = slice.actions;
export const tableReducer = slice.reducer;
