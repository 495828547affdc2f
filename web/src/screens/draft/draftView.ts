import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import type { ViewId } from '@kurrel/core';

export type SideMode = 'both' | 'left' | 'right';

interface DraftView {
  /** Zone kind: `rib`. */
  readonly selected: string;
  readonly side: SideMode;
  /** From where the dog is looked at. */
  readonly view: ViewId;
  readonly curlBack: boolean;
  readonly compare: boolean;
  readonly panel: 'zone' | 'all';
  readonly gesture: boolean;
  /** The finding without which the outline is laid over the dog. */
  readonly without: string | null;
  /** The rule of the standard whose measured lines are shown, by its id. */
  readonly rule: string | null;
}

const viewSlice = createSlice({
  name: 'draft/view',
  initialState: {
    selected: 'back',
    side: 'both',
    view: 'side',
    curlBack: false,
    compare: false,
    panel: 'zone',
    gesture: false,
    without: null,
    rule: null,
  } as DraftView,
  reducers: {
    look: (state, action: PayloadAction<Partial<DraftView>>): DraftView => ({ ...state, ...action.payload }),
  },
});
export const { look } = viewSlice.actions;

export const draftViewReducer = viewSlice.reducer;
