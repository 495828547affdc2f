import type { Hands } from '@kurrel/core';
import { freshHands } from '@kurrel/core';
import { configureStore } from '@reduxjs/toolkit';
import { describe, expect, it } from 'vitest';
import {
  changeMat,
  confirmMeasure,
  dropFind,
  handsHistory,
  handsReducer,
  openHands,
  putFinds,
  setStanding,
  takeHands,
} from './handsSlice.ts';

const dog = {
  measurements: { weightKg: 6 },
  findings: [],
  coatType: 'drop',
  coatModifiers: [],
  dense: false,
  signs: [],
};
const fresh = freshHands(dog, { handling: 'easy', standingMinutes: null });
const openStore = () => {
  const store = configureStore({ reducer: { hands: handsReducer } });
  store.dispatch(openHands({ visitId: 'v1', hands: fresh }));
  const hands = () => store.getState().hands.present.hands as Hands;
  return { store, hands };
};
const felt = {
  kind: 'mat',
  mat: { zone: 'beard', lengthCm: 3, widthCm: 3, tightness: 4, toSkinMm: 1, burr: false, sores: false },
} as const;
const reading = (mm: number) =>
  ({ kind: 'length', zone: 'back', length: { mm, sdMm: 1, readings: 3, by: 'gauge' } }) as const;

describe('the sheet on the screen', () => {
  it('opens with nothing to undo, and another visit’s sheet takes its place', () => {
    const { store, hands } = openStore();
    store.dispatch(putFinds({ finds: [felt] }));
    store.dispatch(openHands({ visitId: 'v2', hands: fresh }));
    expect(hands().mats).toEqual([]);
    expect(store.getState().hands.past).toEqual([]);
  });

  it('a find is one step back; so is a whole run of the gauge', () => {
    const { store, hands } = openStore();
    store.dispatch(putFinds({ finds: [felt] }));
    for (const mm of [20, 21, 22]) {
      store.dispatch(putFinds({ finds: [reading(mm)], gesture: 'gauge-back-1' }));
    }
    expect(hands().lengths.back?.mm).toBe(22);
    store.dispatch(handsHistory.undo());
    expect(hands().lengths).toEqual({});
    expect(hands().mats).toHaveLength(1);
    store.dispatch(handsHistory.undo());
    expect(hands()).toEqual(fresh);
    store.dispatch(handsHistory.redo());
    expect(hands().mats).toHaveLength(1);
  });

  it('a second run of the gauge is a step of its own', () => {
    const { store, hands } = openStore();
    store.dispatch(putFinds({ finds: [reading(20)], gesture: 'gauge-back-1' }));
    store.dispatch(putFinds({ finds: [reading(30)], gesture: 'gauge-back-2' }));
    store.dispatch(handsHistory.undo());
    expect(hands().lengths.back?.mm).toBe(20);
  });

  it('a mat is corrected in place and taken off', () => {
    const { store, hands } = openStore();
    store.dispatch(putFinds({ finds: [felt] }));
    store.dispatch(changeMat({ id: 'm1', change: { lengthCm: 8, sores: true } }));
    expect(hands().mats[0]).toMatchObject({ lengthCm: 8, widthCm: 3, sores: true });
    store.dispatch(dropFind({ kind: 'mat', id: 'm1' }));
    expect(hands().mats).toEqual([]);
  });

  it('a measurement taken twice is marked so, once, and a new reading has to be taken twice again', () => {
    const { store, hands } = openStore();
    store.dispatch(confirmMeasure({ key: 'heightMm', value: 400 }));
    store.dispatch(confirmMeasure({ key: 'heightMm', value: 402 }));
    expect(hands()).toMatchObject({ measurements: { heightMm: 402, weightKg: 6 }, confirmed: ['heightMm'] });
    store.dispatch(putFinds({ finds: [{ kind: 'measure', key: 'heightMm', value: 220 }] }));
    expect(hands().confirmed).toEqual([]);
  });

  it('standing is set and left to the dog’s age again; theirs can be taken, and that undone', () => {
    const { store, hands } = openStore();
    store.dispatch(setStanding(15));
    expect(hands().temper.standingMinutes).toBe(15);
    store.dispatch(setStanding(null));
    expect(hands().temper.standingMinutes).toBeNull();
    store.dispatch(takeHands({ ...fresh, dense: true }));
    expect(hands().dense).toBe(true);
    store.dispatch(handsHistory.undo());
    expect(hands().dense).toBe(false);
  });
});
