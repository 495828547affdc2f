import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';

/** A short word after something was done, with the way back where there is one. */
export interface Notice {
  readonly text: string;
  readonly undo?: { readonly kind: 'tool' | 'dog'; readonly id: string };
}

const slice = createSlice({
  name: 'notice',
  initialState: null as Notice | null,
  reducers: {
    notify: (_state, action: PayloadAction<Notice>) => action.payload,
    dismiss: () => null,
  },
});

export const { notify, dismiss } = slice.actions;
export const noticeReducer = slice.reducer;
