import type { LengthUnit } from '@kurrel/core';
import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';

const KEY = 'kurrel.unit';
const slice = createSlice({
  name: 'preferences',
  initialState: (): { readonly unit: LengthUnit } => ({
    unit: localStorage.getItem(KEY) === 'in' ? 'in' : 'mm',
  }),
  reducers: {
    setUnit(_state, action: PayloadAction<LengthUnit>) {
      localStorage.setItem(KEY, action.payload);
      return { unit: action.payload };
    },
  },
});

export const { setUnit } = slice.actions;
export const preferencesReducer = slice.reducer;
