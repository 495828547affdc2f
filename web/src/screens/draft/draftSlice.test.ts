import type { Choices } from '@kurrel/contract';
import { ActionCreators } from 'redux-undo';
import { describe, expect, it } from 'vitest';
import {
  clearOverride,
  draftReducer,
  look,
  openDraft,
  setLength,
  setOverride,
  setWish,
  take,
} from './draftSlice.ts';

const lamb: Choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, vetAsks: false },
  schools: {},
  sides: {},
  overrides: [],
};
type Action = Parameters<typeof draftReducer>[1];
type Step = Action | ReturnType<typeof openDraft>;
function after(...steps: Step[]) {
  let state = draftReducer(undefined, { type: 'start' });
  const dispatch = <T extends Action>(action: T): T => {
    state = draftReducer(state, action);
    return action;
  };
  for (const step of [openDraft({ visitId: 'v', choices: lamb }), ...steps]) {
    if (typeof step === 'function') step(dispatch);
    else dispatch(step);
  }
  return state;
}
const overrides = (...actions: Action[]) =>
  after(...actions).choices.present.choices?.overrides.map((o) => [o.zone, o.targetMm, o.reason]);

describe('drafting', () => {
  it('a drag of many steps is one step to undo', () => {
    const drag = [14, 15, 16].map((mm) => setLength({ zones: ['back'], mm, gesture: 'drag-1' }));
    expect(overrides(...drag)).toEqual([['back', 16, '']]);
    expect(overrides(...drag, ActionCreators.undo())).toEqual([]);
    expect(overrides(...drag, ActionCreators.undo(), ActionCreators.redo())).toEqual([['back', 16, '']]);
  });

  it('two drags are two', () => {
    const drags = ['a', 'b'].map((gesture, i) => setLength({ zones: ['back'], mm: 14 + i, gesture }));
    expect(overrides(...drags, ActionCreators.undo())).toEqual([['back', 14, '']]);
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
    expect(state.choices.present.choices?.overrides[0]).toMatchObject({ toolId: null, targetMm: 11 });
  });

  it('taking an override back leaves the others', () => {
    const set = setLength({ zones: ['back', 'loin'], mm: 9 });
    expect(overrides(set, clearOverride(['back']))).toEqual([['loin', 9, '']]);
  });

  it('taking somebody’s plan can be undone; opening a visit starts anew', () => {
    const mine = setWish({ weeksBetween: 12 });
    const theirs = take({ ...lamb, trimId: 'sport' });
    expect(after(mine, theirs, ActionCreators.undo()).choices.present.choices?.wish.weeksBetween).toBe(12);
    const reopened = after(mine, openDraft({ visitId: 'w', choices: lamb }));
    expect(reopened.choices.past).toEqual([]);
  });

  it('looking elsewhere is not an edit', () => {
    expect(after(look({ selected: 'loin' })).choices.past).toEqual([]);
  });
});
