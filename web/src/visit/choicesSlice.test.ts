import type { Choices } from '@kurrel/contract';
import { describe, expect, it } from 'vitest';
import {
  clearOverride,
  choicesHistory,
  choicesReducer,
  openChoices,
  setLength,
  setOverride,
  setWish,
  takeChoices,
} from './choicesSlice.ts';

const lamb: Choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
  schools: {},
  sides: {},
  overrides: [],
  scope: [],
};
type Action = Parameters<typeof choicesReducer>[1];
type Step = Action | ReturnType<typeof openChoices>;
function after(...steps: Step[]) {
  let state = choicesReducer(undefined, { type: 'start' });
  const dispatch = <T extends Action>(action: T): T => {
    state = choicesReducer(state, action);
    return action;
  };
  for (const step of [openChoices({ visitId: 'v', choices: lamb }), ...steps]) {
    if (typeof step === 'function') step(dispatch);
    else dispatch(step);
  }
  return state;
}
const overrides = (...actions: Action[]) =>
  after(...actions).present.choices?.overrides.map((o) => [o.zone, o.targetMm, o.reason]);

describe('drafting', () => {
  it('a drag of many steps is one step to undo', () => {
    const drag = [14, 15, 16].map((mm) => setLength({ zones: ['back'], mm, gesture: 'drag-1' }));
    expect(overrides(...drag)).toEqual([['back', 16, '']]);
    expect(overrides(...drag, choicesHistory.undo())).toEqual([]);
    expect(overrides(...drag, choicesHistory.undo(), choicesHistory.redo())).toEqual([['back', 16, '']]);
  });

  it('two drags are two', () => {
    const drags = ['a', 'b'].map((gesture, i) => setLength({ zones: ['back'], mm: 14 + i, gesture }));
    expect(overrides(...drags, choicesHistory.undo())).toEqual([['back', 14, '']]);
  });

  it('a reason stays with its override when the length changes again', () => {
    expect(
      overrides(
        setLength({ zones: ['rib.left', 'rib.right'], mm: 9 }),
        setOverride({ zones: ['rib.left'], patch: { reason: 'thin side' } }),
        setLength({ zones: ['rib.left'], mm: 11 }),
      ),
    ).toEqual([
      ['rib.right', 9, ''],
      ['rib.left', 11, 'thin side'],
    ]);
  });

  it('choosing a length by hand lets go of a named tool', () => {
    const state = after(
      setOverride({ zones: ['back'], patch: { toolId: 't', targetMm: 9 } }),
      setLength({ zones: ['back'], mm: 11 }),
    );
    expect(state.present.choices?.overrides[0]).toMatchObject({ toolId: null, targetMm: 11 });
  });

  it('taking an override back leaves the others', () => {
    const set = setLength({ zones: ['back', 'loin'], mm: 9 });
    expect(overrides(set, clearOverride(['back']))).toEqual([['loin', 9, '']]);
  });

  it('taking somebody’s plan can be undone; opening a visit starts anew', () => {
    const mine = setWish({ weeksBetween: 12 });
    const theirs = takeChoices({ ...lamb, trimId: 'sport' });
    expect(after(mine, theirs, choicesHistory.undo()).present.choices?.wish.weeksBetween).toBe(12);
    const reopened = after(mine, openChoices({ visitId: 'w', choices: lamb }));
    expect(reopened.past).toEqual([]);
  });
});
