import type { ThunkAction, UnknownAction } from '@reduxjs/toolkit';
import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { draftViewReducer } from '../screens/draft/draftView.ts';
import { handsViewReducer } from '../screens/hands/handsView.ts';
import { Acts } from '../visit/acts.ts';
import { choicesReducer } from '../visit/choicesSlice.ts';
import { actWorld } from '../visit/table.ts';
import { tableReducer } from '../visit/tableSlice.ts';
import { workReducer } from '../visit/workSlice.ts';
import { handsReducer } from '../visit/handsSlice.ts';
import { Sync } from '../visit/sync.ts';
import { opened, syncReducer } from '../visit/syncSlice.ts';
import type { Dispatch } from '../visit/world.ts';
import { browserWorld } from '../visit/world.ts';
import { api } from './api/ask.ts';
import { personOf } from './api/session.ts';
import { noticeReducer } from './noticeSlice.ts';
import { preferencesReducer } from './preferencesSlice.ts';
import { timersReducer } from './timersSlice.ts';

const reducer = {
  [api.reducerPath]: api.reducer,
  /** The open visit: its parts, each with a history of its own, and how they stand to the server. */
  visit: combineReducers({
    hands: handsReducer,
    choices: choicesReducer,
    work: workReducer,
    table: tableReducer,
    sync: syncReducer,
  }),
  draftView: draftViewReducer,
  handsView: handsViewReducer,
  notice: noticeReducer,
  preferences: preferencesReducer,
  timers: timersReducer,
};

export function createStore() {
  const dispatch = ((action: UnknownAction) => store.dispatch(action)) as Dispatch;
  const sync = new Sync(browserWorld(dispatch));
  const acts = new Acts(actWorld(dispatch));
  window.addEventListener('pagehide', () => sync.keepNow());
  const store = configureStore({
    reducer,
    middleware: (defaults) =>
      defaults({
        serializableCheck: false,
        immutableCheck: false,
        thunk: { extraArgument: { sync, acts } },
      }).concat(api.middleware),
  });
  let before = store.getState().visit;
  let person = '';
  store.subscribe(() => {
    const state = store.getState();
    const now = personOf(state);
    if (now !== person) {
      person = now;
      sync.close();
      store.dispatch(opened(null));
      if (now !== '') {
        void sync.resume(now);
        void acts.resume();
      }
    }
    const { hands, choices } = state.visit;
    if (hands.present !== before.hands.present && hands.present.visitId !== null && hands.present.hands) {
      sync.change(now, hands.present.visitId, 'hands', hands.present.hands);
    }
    if (
      choices.present !== before.choices.present &&
      choices.present.visitId !== null &&
      choices.present.choices
    ) {
      sync.change(now, choices.present.visitId, 'choices', choices.present.choices);
    }
    const { work } = state.visit;
    if (work.present !== before.work.present && work.present.visitId !== null && work.present.work) {
      sync.change(now, work.present.visitId, 'work', work.present.work);
    }
    before = state.visit;
  });
  return store;
}

type Store = ReturnType<typeof createStore>;
export type RootState = ReturnType<Store['getState']>;
export type AppThunk<Result> = ThunkAction<
  Result,
  RootState,
  { readonly sync: Sync; readonly acts: Acts },
  UnknownAction
>;
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>();
export const useAppStore = useStore.withTypes<Store>();
export const useAppSelector = useSelector.withTypes<RootState>();
