import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';

export type HandsTab = 'place' | 'tape' | 'temper' | 'coat';

interface HandsView {
  /** The view of the dog: `left`, `front` … */
  readonly view: string;
  /** Zone in focus; null is the whole dog. */
  readonly zone: string | null;
  readonly tab: HandsTab;
}

const viewSlice = createSlice({
  name: 'hands/view',
  initialState: { view: 'left', zone: 'back', tab: 'place' } as HandsView,
  reducers: {
    lookAt: (state, action: PayloadAction<Partial<HandsView>>): HandsView => ({
      ...state,
      ...action.payload,
    }),
  },
});
export const { lookAt } = viewSlice.actions;

export const handsViewReducer = viewSlice.reducer;
