import { describe, expect, it } from 'vitest';
import { packs } from '../../core/testing/packs.ts';
import { happeningSentence } from './happenings.ts';

describe('what happened at a visit', () => {
  it.each([
    [{ kind: 'nick', zone: 'rib.left', text: '' }, 'Nick: left ribs.'],
    [
      { kind: 'skipped', zone: 'rib.right', text: 'would not stand' },
      'Left out: right ribs, would not stand.',
    ],
    [{ kind: 'ended', zone: null, text: 'referred to a vet' }, 'Ended early: referred to a vet.'],
    [{ kind: 'stopped', zone: null, text: '' }, 'Stopped.'],
  ] as const)('%j', (happening, sentence) => {
    expect(happeningSentence(happening, packs.zones)).toBe(sentence);
  });
});
