import type { Work } from '@kurrel/contract';
import { USUAL_BATH } from '@kurrel/core';
import type { Dispatch, PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import { historyOf } from './history.ts';

/** How one visit is bathed and ordered; every change can be undone. */
export interface OpenWork {
  readonly visitId: string | null;
  readonly work: Work | null;
}

/** Before anybody said anything. */
export const USUAL_WORK: Work = {
  bath: USUAL_BATH,
  order: { own: null, pinned: [], locked: false, boxMinutes: null, dropped: [] },
};

const workSlice = createSlice({
  name: 'visit/work',
  initialState: { visitId: null, work: null } as OpenWork,
  reducers: {
    open: (_state, action: PayloadAction<{ readonly visitId: string; readonly work: Work }>): OpenWork =>
      action.payload,
    /** Takes another value for the same visit; one step to undo. */
    takeWork: (state, action: PayloadAction<Work>): OpenWork => ({ ...state, work: action.payload }),
    setBath: (state, action: PayloadAction<Partial<Work['bath']>>): OpenWork =>
      state.work
        ? { ...state, work: { ...state.work, bath: { ...state.work.bath, ...action.payload } } }
        : state,
    setOrder: (state, action: PayloadAction<Partial<Work['order']>>): OpenWork =>
      state.work
        ? { ...state, work: { ...state.work, order: { ...state.work.order, ...action.payload } } }
        : state,
  },
});

export const workHistory = historyOf('visit/work');
export const workReducer = workHistory.undoable(workSlice.reducer);

const { open } = workSlice.actions;
export const { takeWork, setBath, setOrder } = workSlice.actions;

/** Starts on a visit with nothing to undo. */
export const openWork =
  (payload: { readonly visitId: string; readonly work: Work }) => (dispatch: Dispatch) => {
    dispatch(open(payload));
    dispatch(workHistory.clear());
  };
