import type { Problem, VisitSheet } from '@kurrel/contract';
import type { Hands } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, problemOf, useSaveHandsMutation } from '../../app/api.ts';
import { useAppDispatch } from '../../app/store.ts';
import { keptHands } from './keptHands.ts';

/** A find is on its way to the server this long after the last touch. */
const REST_MS = 500;
/** A server that does not answer is asked again after this long. */
const RETRY_MS = 4000;

export interface Autosave {
  readonly state: 'saved' | 'saving' | 'waiting' | 'failed';
  readonly problem: Problem | null;
  /** Tries again; with a version, over what somebody else saved meanwhile. */
  readonly save: (over?: { readonly version: number; readonly dogVersion: number }) => void;
}

/** Keeps the sheet on the server while one works; what is not there yet is kept in the browser. */
export function useAutosave(sheet: VisitSheet, hands: Hands): Autosave {
  const dispatch = useAppDispatch();
  const visitId = sheet.visit.id;
  const [saveHands, { isLoading }] = useSaveHandsMutation();
  const [problem, setProblem] = useState<Problem | null>(null);
  const versions = useRef({ version: sheet.handsVersion, dogVersion: sheet.dog.version });
  const onServer = useRef(sheet.handsVersion > 0 ? sheet.hands : null);
  const latest = useRef(hands);
  latest.current = hands;
  const first = useRef(sheet.hands);
  const busy = useRef(false);
  const again = useRef<(afterMs: number) => void>(() => undefined);
  const dirty = !isEqual(hands, onServer.current ?? first.current);

  const save = useCallback(
    async (over?: { readonly version: number; readonly dogVersion: number }) => {
      if (busy.current) return;
      busy.current = true;
      if (over) versions.current = over;
      const sent = latest.current;
      const answer = await saveHands({ visitId, hands: sent, ...versions.current });
      busy.current = false;
      if ('data' in answer && answer.data) {
        const { version, dogVersion } = answer.data;
        versions.current = { version, dogVersion };
        onServer.current = sent;
        setProblem(null);
        if (isEqual(latest.current, sent)) keptHands.forget(visitId);
        else again.current(0);
      } else {
        const told = problemOf(answer.error);
        setProblem(told);
        if (told.status === 0) again.current(RETRY_MS);
      }
    },
    [saveHands, visitId],
  );

  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    again.current = (afterMs) => {
      clearTimeout(timer);
      timer = setTimeout(() => void save(), afterMs);
    };
    if (dirty) {
      keptHands.write(visitId, hands);
      again.current(REST_MS);
    } else keptHands.forget(visitId);
    return () => clearTimeout(timer);
  }, [dirty, hands, save, visitId]);

  useEffect(
    () => () => {
      const unsaved = !isEqual(latest.current, onServer.current ?? first.current);
      void (unsaved ? save() : Promise.resolve()).then(() =>
        dispatch(api.util.invalidateTags(['Visit', 'Dog'])),
      );
    },
    [dispatch, save],
  );

  const trouble = dirty ? problem : null;
  const state = trouble ? 'failed' : isLoading ? 'saving' : dirty ? 'waiting' : 'saved';
  return { state, problem: trouble, save: (over) => void save(over) };
}
