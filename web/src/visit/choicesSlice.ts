import type { Choices } from '@kurrel/contract';
import type { Direction, Purpose, SideAnswer } from '@kurrel/core';
import type { Dispatch, PayloadAction } from '@reduxjs/toolkit';
import { createSlice } from '@reduxjs/toolkit';
import { historyOf } from './history.ts';

type Override = Choices['overrides'][number];

/** The choices being drafted for one visit; every change can be undone. */
export interface DraftChoices {
  readonly visitId: string | null;
  readonly choices: Choices | null;
}

/** Changes made in one gesture (a drag, a held key) are undone together. */
interface Gesture {
  readonly gesture?: string;
}

/** A length taken from a tick of the rule names the tool as well. */
interface NamedTool {
  readonly tool?: { readonly toolId: string; readonly direction: Direction } | null;
}

const initial: DraftChoices = { visitId: null, choices: null };

function withOverride(choices: Choices, zones: readonly string[], patch: Partial<Override>): Choices {
  const kept = choices.overrides.filter((o) => !zones.includes(o.zone));
  const changed = zones.map((zone): Override => {
    const before = choices.overrides.find((o) => o.zone === zone);
    const blank: Override = {
      zone,
      targetMm: null,
      toolId: null,
      direction: null,
      reason: '',
      acknowledged: false,
    };
    return { ...blank, ...before, ...patch };
  });
  return { ...choices, overrides: [...kept, ...changed] };
}

const choicesSlice = createSlice({
  name: 'visit/choices',
  initialState: initial,
  reducers: {
    open: (
      _state,
      action: PayloadAction<{ readonly visitId: string; readonly choices: Choices }>,
    ): DraftChoices => action.payload,
    /** Takes other choices for the same visit; one step to undo. */
    takeChoices: (state, action: PayloadAction<Choices>): DraftChoices => ({
      ...state,
      choices: action.payload,
    }),
    setChoices: (state, action: PayloadAction<Partial<Choices>>): DraftChoices =>
      state.choices ? { ...state, choices: { ...state.choices, ...action.payload } } : state,
    setPurpose: (state, action: PayloadAction<Purpose>): DraftChoices =>
      state.choices ? { ...state, choices: { ...state.choices, purpose: action.payload } } : state,
    setWish: (state, action: PayloadAction<Partial<Choices['wish']>>): DraftChoices =>
      state.choices
        ? { ...state, choices: { ...state.choices, wish: { ...state.choices.wish, ...action.payload } } }
        : state,
    setLength: (
      state,
      action: PayloadAction<{ readonly zones: readonly string[]; readonly mm: number } & NamedTool & Gesture>,
    ): DraftChoices => {
      if (!state.choices) return state;
      const { zones, mm, tool = null } = action.payload;
      const patch = { targetMm: mm, toolId: tool?.toolId ?? null, direction: tool?.direction ?? null };
      return { ...state, choices: withOverride(state.choices, zones, patch) };
    },
    setOverride: (
      state,
      action: PayloadAction<
        { readonly zones: readonly string[]; readonly patch: Partial<Override> } & Gesture
      >,
    ): DraftChoices =>
      state.choices
        ? { ...state, choices: withOverride(state.choices, action.payload.zones, action.payload.patch) }
        : state,
    /** What becomes of the side opposite to one that was lost; null asks again. */
    setSide: (
      state,
      action: PayloadAction<{ readonly zone: string; readonly answer: SideAnswer | null }>,
    ): DraftChoices => {
      if (!state.choices) return state;
      const { zone, answer } = action.payload;
      const { [zone]: _before, ...others } = state.choices.sides;
      const sides = answer === null ? others : { ...others, [zone]: answer };
      return { ...state, choices: { ...state.choices, sides } };
    },
    clearOverride: (state, action: PayloadAction<readonly string[]>): DraftChoices =>
      state.choices
        ? {
            ...state,
            choices: {
              ...state.choices,
              overrides: state.choices.overrides.filter((o) => !action.payload.includes(o.zone)),
            },
          }
        : state,
  },
});

export const choicesHistory = historyOf('visit/choices');
export const choicesReducer = choicesHistory.undoable(choicesSlice.reducer);

const { open } = choicesSlice.actions;
export const {
  takeChoices,
  setChoices,
  setPurpose,
  setWish,
  setLength,
  setOverride,
  setSide,
  clearOverride,
} = choicesSlice.actions;

/** Starts on a visit with nothing to undo. */
export const openChoices =
  (payload: { readonly visitId: string; readonly choices: Choices }) => (dispatch: Dispatch) => {
    dispatch(open(payload));
    dispatch(choicesHistory.clear());
  };
