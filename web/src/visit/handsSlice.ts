import type { Find, FindKey, Hands, Mat, MeasureKey } from '@kurrel/core';
import { withFind, withMat, withoutFind } from '@kurrel/core';
import type { Dispatch, PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import { historyOf } from './history.ts';

/** The sheet of findings of one visit; every change can be undone. */
export interface OpenHands {
  readonly visitId: string | null;
  readonly hands: Hands | null;
}

const sheetSlice = createSlice({
  name: 'visit/hands',
  initialState: { visitId: null, hands: null } as OpenHands,
  reducers: {
    open: (_state, action: PayloadAction<{ readonly visitId: string; readonly hands: Hands }>): OpenHands =>
      action.payload,
    /** Takes another sheet for the same visit; one step to undo. */
    takeHands: (state, action: PayloadAction<Hands>): OpenHands => ({ ...state, hands: action.payload }),
    /** Finds made in one gesture (a run of the gauge, one typed line) are undone together. */
    putFinds: (
      state,
      action: PayloadAction<{ readonly finds: readonly Find[]; readonly gesture?: string }>,
    ): OpenHands =>
      state.hands ? { ...state, hands: action.payload.finds.reduce(withFind, state.hands) } : state,
    dropFind: (state, action: PayloadAction<FindKey>): OpenHands =>
      state.hands ? { ...state, hands: withoutFind(state.hands, action.payload) } : state,
    changeMat: (
      state,
      action: PayloadAction<{ readonly id: string; readonly change: Partial<Omit<Mat, 'id'>> }>,
    ): OpenHands =>
      state.hands
        ? { ...state, hands: withMat(state.hands, action.payload.id, action.payload.change) }
        : state,
    /** A measurement unusual for the breed, taken twice. */
    confirmMeasure: (
      state,
      action: PayloadAction<{ readonly key: MeasureKey; readonly value: number }>,
    ): OpenHands => {
      if (!state.hands) return state;
      const { key, value } = action.payload;
      const measured = withFind(state.hands, { kind: 'measure', key, value });
      return { ...state, hands: { ...measured, confirmed: [...measured.confirmed, key] } };
    },
    setStanding: (state, action: PayloadAction<number | null>): OpenHands =>
      state.hands
        ? {
            ...state,
            hands: { ...state.hands, temper: { ...state.hands.temper, standingMinutes: action.payload } },
          }
        : state,
  },
});

export const handsHistory = historyOf('visit/hands');
export const handsReducer = handsHistory.undoable(sheetSlice.reducer);

const { open } = sheetSlice.actions;
export const { takeHands, putFinds, dropFind, changeMat, confirmMeasure, setStanding } = sheetSlice.actions;

/** Starts on a visit with nothing to undo. */
export const openHands =
  (payload: { readonly visitId: string; readonly hands: Hands }) => (dispatch: Dispatch) => {
    dispatch(open(payload));
    dispatch(handsHistory.clear());
  };
