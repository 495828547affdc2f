import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { draftReducer } from '../screens/draft/draftSlice.ts';
import { handsReducer } from '../screens/hands/handsSlice.ts';
import { api } from './api.ts';
import { noticeReducer } from './noticeSlice.ts';
import { preferencesReducer } from './preferencesSlice.ts';

export function createStore() {
  return configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      draft: draftReducer,
      hands: handsReducer,
      notice: noticeReducer,
      preferences: preferencesReducer,
    },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}

type Store = ReturnType<typeof createStore>;
export type RootState = ReturnType<Store['getState']>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppSelector = useSelector.withTypes<RootState>();
