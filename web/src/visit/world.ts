import type { Choices, Problem, SavedHands, SavedPlan, SavedWork, Work } from '@kurrel/contract';
import type { Hands } from '@kurrel/core';
import { nanoid } from '@reduxjs/toolkit';
import type { ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { api } from '../app/api/ask.ts';
import { problemOf } from '../app/api/problem.ts';
import type { personOf } from '../app/api/session.ts';
import { visitApi } from '../app/api/visit.ts';
import { importWhenOnline } from '../app/importWhenOnline.ts';
import { notify } from '../app/noticeSlice.ts';
import { takeChoices } from './choicesSlice.ts';
import { takeHands } from './handsSlice.ts';
import { takeWork } from './workSlice.ts';
import type { KeptEdits } from './kept.ts';
import { kept } from './kept.ts';
import type { Base, PartValue } from './part.ts';
import type { Sent, SyncPorts } from './sync.ts';
import { stands } from './syncSlice.ts';

type State = Parameters<ReturnType<typeof visitApi.endpoints.visit.select>>[0] &
  Parameters<typeof personOf>[0];
/** Dispatches to a store that has the API in it. */
export type Dispatch = ThunkDispatch<State, unknown, UnknownAction>;

/** The outbox's world in a browser: the API, IndexedDB, the network's comings and goings, the store. */
export const browserWorld = (dispatch: Dispatch): SyncPorts => ({
  send: (edits, key, value) => send(dispatch, edits, key, value),
  kept,
  newKey: () => nanoid(),
  stays: async (part) => {
    if (part !== 'hands') return () => false;
    // With the packs, which signing in does not wait for.
    const { stayingFindings } = await importWhenOnline(() => import('../parts/visitCase.ts'));
    return stayingFindings;
  },
  pause,
  show: (_visitId, part, value) => {
    if (part === 'hands') dispatch(takeHands(value as Hands));
    else if (part === 'work') dispatch(takeWork(value as Work));
    else dispatch(takeChoices(value as Choices));
  },
  partStatusChanged: (visitId, part, sync) => dispatch(stands({ visitId, part, sync })),
  saved: ({ visitId, part, value }, told) => {
    dispatch(
      visitApi.util.updateQueryData('visit', visitId, (sheet) => {
        if (part === 'choices') Object.assign(sheet, { saved: told });
        else if (part === 'work') {
          Object.assign(sheet, { work: value, workVersion: (told as SavedWork).version });
        } else {
          const { version, dogVersion } = told as SavedHands;
          Object.assign(sheet, { hands: value, handsVersion: version });
          Object.assign(sheet.dog, { version: dogVersion });
        }
      }),
    );
    if (part !== 'work') dispatch(api.util.invalidateTags(part === 'choices' ? ['Day'] : ['Dog']));
    if (part === 'choices') {
      const { version } = told as SavedPlan;
      dispatch(notify({ text: `Plan saved as version ${version}.` }));
    }
  },
  tell: (text) => dispatch(notify({ text })),
});

async function send(dispatch: Dispatch, edits: KeptEdits, key: string, value: PartValue): Promise<Sent> {
  const { visitId, part, base } = edits;
  const { version, dogVersion } = base;
  if (part === 'hands') {
    const hands = value as Hands;
    const answer = await dispatch(
      visitApi.endpoints.saveHands.initiate({ visitId, key, version, dogVersion, hands }),
    );
    if (!('data' in answer) || !answer.data) return refusedWith(answer.error);
    const { data } = answer;
    const saved: Base = {
      version: data.version,
      dogVersion: data.dogVersion,
      value: hands,
      by: data.savedBy,
    };
    return { saved, told: data };
  }
  if (part === 'work') {
    const work = value as Work;
    const answer = await dispatch(visitApi.endpoints.saveWork.initiate({ visitId, key, version, work }));
    if (!('data' in answer) || !answer.data) return refusedWith(answer.error);
    const { data } = answer;
    return { saved: { version: data.version, dogVersion: 0, value: work, by: data.savedBy }, told: data };
  }
  const choices = value as Choices;
  const answer = await dispatch(visitApi.endpoints.savePlan.initiate({ visitId, key, version, choices }));
  if (!('data' in answer) || !answer.data) return refusedWith(answer.error);
  const { data } = answer;
  return { saved: { version: data.version, dogVersion: 0, value: choices, by: data.savedBy }, told: data };
}

const refusedWith = (error: unknown): { readonly refused: Problem } => ({ refused: problemOf(error) });

export const pause = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    const go = () => {
      clearTimeout(timer);
      window.removeEventListener('online', go);
      resolve();
    };
    const timer = setTimeout(go, ms);
    window.addEventListener('online', go);
  });
