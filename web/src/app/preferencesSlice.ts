import type { LengthUnit } from '@kurrel/core';
import type { PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';

const UNIT = 'kurrel.unit';
const SOUND = 'kurrel.sound';

interface Preferences {
  readonly unit: LengthUnit;
  /** Timers may be heard. */
  readonly sound: boolean;
}

const slice = createSlice({
  name: 'preferences',
  initialState: (): Preferences => ({
    unit: localStorage.getItem(UNIT) === 'in' ? 'in' : 'mm',
    sound: localStorage.getItem(SOUND) === 'on',
  }),
  reducers: {
    setUnit(state, action: PayloadAction<LengthUnit>): Preferences {
      localStorage.setItem(UNIT, action.payload);
      return { ...state, unit: action.payload };
    },
    setSound(state, action: PayloadAction<boolean>): Preferences {
      localStorage.setItem(SOUND, action.payload ? 'on' : 'off');
      return { ...state, sound: action.payload };
    },
  },
});

export const { setUnit, setSound } = slice.actions;
export const preferencesReducer = slice.reducer;
