import type { Reducer, UnknownAction } from '@reduxjs/toolkit';
import type { StateWithHistory } from 'redux-undo';
import undoable from 'redux-undo';

const STEPS = 200;

/** Changes made in one gesture (a drag, a run of the gauge) carry its name and are undone together. */
function gestureOf({ payload }: UnknownAction): string | null {
  const named = typeof payload === 'object' && payload !== null && 'gesture' in payload;
  return named && typeof payload.gesture === 'string' ? payload.gesture : null;
}

/** A history of its own for one part of the visit: undoing in one leaves the others as they are. */
export function historyOf(part: string) {
  const types = {
    undoType: `${part}/undo`,
    redoType: `${part}/redo`,
    jumpType: `${part}/jump`,
    jumpToPastType: `${part}/jumpToPast`,
    jumpToFutureType: `${part}/jumpToFuture`,
    clearHistoryType: `${part}/clearHistory`,
  };
  return {
    undo: () => ({ type: types.undoType }),
    redo: () => ({ type: types.redoType }),
    clear: () => ({ type: types.clearHistoryType }),
    undoable: <State>(reducer: Reducer<State>): Reducer<StateWithHistory<State>> =>
      undoable(reducer, { ...types, limit: STEPS, groupBy: gestureOf }),
  };
}
