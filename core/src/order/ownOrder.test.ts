import { describe, expect, it } from 'vitest';
import { ownOrder, withPinned } from './ownOrder.ts';

describe('an order of one’s own', () => {
  it('is the one that was found until somebody moves something', () => {
    expect(ownOrder(['a', 'b', 'c'], null)).toEqual(['a', 'b', 'c']);
  });

  it('keeps what was moved, takes new steps in behind what they follow, and leaves out what is gone', () => {
    expect(ownOrder(['a', 'b', 'new', 'c'], ['c', 'gone', 'b', 'a'])).toEqual(['c', 'b', 'new', 'a']);
    expect(ownOrder(['new', 'a', 'b'], ['b', 'a'])).toEqual(['new', 'b', 'a']);
    expect(ownOrder(['a', 'x', 'y', 'b'], ['b', 'a'])).toEqual(['b', 'a', 'x', 'y']);
  });

  it('names a step once, however often it was sent', () => {
    expect(ownOrder(['a', 'b'], ['b', 'b', 'a'])).toEqual(['b', 'a']);
  });
});

describe('pins', () => {
  it('stay at their place when the order is found anew', () => {
    expect(withPinned(['a', 'b', 'c', 'd'], ['d', 'a', 'b', 'c'], ['d'])).toEqual(['d', 'a', 'b', 'c']);
    expect(withPinned(['a', 'b', 'c'], ['c', 'b', 'a'], ['c', 'a'])).toEqual(['c', 'b', 'a']);
  });

  it('of a step that is gone hold nothing, and none is past the end', () => {
    expect(withPinned(['a', 'b'], ['x', 'y', 'z', 'b', 'a'], ['x', 'a'])).toEqual(['b', 'a']);
  });
});
