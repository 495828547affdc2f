import { expect, it } from 'vitest';
import { spentBefore } from './stepClock.ts';

const MINUTE_MS = 60_000;
const kept = { step: 'a visit, an act', spentMs: 3 * MINUTE_MS, atMs: 1_000_000_000 };
const after = (ms: number, step = kept.step) => spentBefore(kept, step, kept.atMs + ms) / MINUTE_MS;

it('a step goes on after a reload, the time it took included', () => {
  expect(after(0)).toBe(3);
  expect(after(2 * MINUTE_MS)).toBe(5);
});

it('a clock that was set forward or back meanwhile changes nothing of it', () => {
  expect(after(60 * MINUTE_MS)).toBe(3);
  expect(after(-60 * MINUTE_MS)).toBe(3);
});

it('another step, another dog or nothing kept begins at nothing', () => {
  expect(after(0, 'a visit, another act')).toBe(0);
  expect(spentBefore(null, kept.step, 0)).toBe(0);
});
