import type { TableAct } from '@kurrel/core';
import { v4 } from 'uuid';
import { problemOf } from '../app/api/problem.ts';
import { sessionApi } from '../app/api/session.ts';
import { visitApi } from '../app/api/visit.ts';
import type { AppThunk } from '../app/store.ts';
import type { ActPorts } from './acts.ts';
import { keptActs } from './kept.ts';
import { openedTable, showLog } from './tableSlice.ts';
import type { Dispatch } from './world.ts';
import { pause } from './world.ts';

const DEVICE = 'kurrel device';

/** This browser's own name, the same after a reload. */
function deviceName(): string {
  try {
    const known = localStorage.getItem(DEVICE);
    if (known !== null) return known;
    const name = `device ${v4().slice(0, 8)}`;
    localStorage.setItem(DEVICE, name);
    return name;
  } catch {
    return 'a device';
  }
}

export const DEVICE_NAME = deviceName();

/** The log's world in a browser. */
export const actWorld = (dispatch: Dispatch): ActPorts => ({
  send: async (visitId, events) => {
    const answer = await dispatch(visitApi.endpoints.sendLog.initiate({ visitId, key: v4(), events }));
    return 'data' in answer && answer.data ? { log: answer.data } : { refused: problemOf(answer.error) };
  },
  kept: keptActs,
  newId: v4,
  now: Date.now,
  device: DEVICE_NAME,
  pause,
  show: (visitId, log) => dispatch(showLog({ visitId, log })),
});

/** Opens a dog's log: from this device at once, from the server when it answers. */
export const openTable =
  (visitId: string): AppThunk<Promise<void>> =>
  async (dispatch, _getState, { acts }) => {
    dispatch(openedTable(visitId));
    await acts.open(visitId);
    await dispatch(readLog(visitId));
  };

/** Reads the log anew: somebody else acted. */
export const readLog =
  (visitId: string): AppThunk<Promise<void>> =>
  async (dispatch, _getState, { acts }) => {
    const { data } = await dispatch(visitApi.endpoints.readLog.initiate(visitId, { track: false }));
    if (data) await acts.receiveLog(visitId, data);
  };

/** One touch at the table. */
export const actAtTable =
  (act: TableAct): AppThunk<Promise<void>> =>
  (_dispatch, getState, { acts }) => {
    const state = getState();
    const { visitId } = state.visit.table;
    const person = sessionApi.endpoints.session.select()(state).data?.person;
    return visitId === null || !person ? Promise.resolve() : acts.act(person, visitId, act);
  };

/** What another sent for whoever is signed in is theirs. */
export const confirmActs =
  (): AppThunk<Promise<void>> =>
  async (dispatch, getState, { acts }) => {
    const { visitId } = getState().visit.table;
    if (visitId === null) return;
    const answer = await dispatch(visitApi.endpoints.confirmLog.initiate(visitId));
    if (answer.data) await acts.replaced(visitId, answer.data);
  };

export const letActGo =
  (id: string): AppThunk<Promise<void>> =>
  (_dispatch, getState, { acts }) => {
    const { visitId } = getState().visit.table;
    return visitId === null ? Promise.resolve() : acts.letGo(visitId, id);
  };
