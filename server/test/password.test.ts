import { describe, expect, it } from 'vitest';
import { foldedLogin } from '@kurrel/contract';
import { passwordProblem } from '../src/people/password.ts';

const bram = { login: 'bram', name: 'Bram Quennell', salon: 'Fennel Row' };

describe('a password', () => {
  it.each([
    ['three wet towels', null],
    ['корм для собак', null],
    ['wet towel', /At least 10/],
    ['1234567890', /first that is tried/],
    ['PASSWORD123', /first that is tried/],
    ['abababababab', /different/],
    ['quennellbram', /your own name/],
    ['fennelrow12', /salon/],
    ['football2031!', /first that is tried/],
    ['qwertyuiop', /first that is tried/],
  ] as const)('%s', (password, problem) => {
    const said = passwordProblem(password, bram);
    if (problem === null) expect(said).toBeNull();
    else expect(said).toMatch(problem);
  });

  it('names are folded alike however they are typed', () => {
    expect(foldedLogin(' BRAM ')).toBe('bram');
    expect(foldedLogin('ﬁnn')).toBe(foldedLogin('FINN'));
  });
});
