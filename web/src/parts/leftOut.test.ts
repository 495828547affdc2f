import type { Task } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { placesOf, waitsWord } from './leftOut.ts';

const step = (id: string, name: string, part: string, again: Task['again'] = null) =>
  ({ id, name, part, zone: id, again }) as Task;
const ahead = [
  step('tail', 'tail', 'tail'),
  step('look', 'tail', 'tail', { name: 'look', of: 'tail' }),
  step('ear', 'ear, outside', 'head'),
  step('brow', 'brows', 'head'),
];

describe('what can wait', () => {
  it('is said by place to the groomer, each once', () => {
    expect(placesOf(ahead, ['tail', 'look', 'ear'])).toEqual(['tail', 'ear, outside']);
  });

  it('is said by part to the owner, and whether all of it', () => {
    expect(waitsWord(ahead, ['tail', 'look', 'ear'])).toBe('some of the head, tail');
    expect(waitsWord(ahead, ['ear', 'brow'])).toBe('head');
    expect(waitsWord(ahead, [])).toBe('');
  });
});
