import { beforeEach, describe, expect, it } from 'vitest';
import { breed, caseFor, derivedAs } from '../../testing/packs.ts';
import { roundPart, STATIONS, wishFor as wish } from '../../testing/roundPart.ts';
import type { Derived } from '../case/resolveCase.ts';
import type { ZoneWish } from './partOutline.ts';
import { solvePart } from './partOutline.ts';
import * as once from './solvedOnce.ts';

const wishes = (extra: Partial<ZoneWish> = {}) =>
  new Map([
    ['back', wish(extra)],
    ['belly', wish()],
  ]);
const coat = { layDeg: 90, curl: 0.5, shown: 'stretched' } as Derived['coat'];
const visit = derivedAs(caseFor('generic-curl'), { coat });
const ideal = roundPart(() => 200);
type Given = Parameters<typeof once.solvedOnce>[0];
let answered: once.AnsweredParts = new WeakMap();
beforeEach(() => {
  answered = new WeakMap();
});
const solvedOnce = (of: Given, beside: once.JustSolved | null) => once.solvedOnce(of, beside, answered);

/** What is solved of a part that is flatter above, and of none before it. */
const given = (extra: Partial<Record<'visit' | 'twins' | 'wishes' | 'settled', unknown>> = {}): Given => {
  const asked = { visit, twins: [ideal, ideal], wishes: wishes(), settled: new Set(), ...extra };
  const body = { landmarks: {}, heightMm: 600 };
  return [asked.visit, body, part, asked.twins, asked.wishes, asked.settled, null] as unknown as Given;
};
const part = roundPart((k) => (k < STATIONS / 2 ? 188 : 200));

describe('a part that was solved before', () => {
  it('is not solved again while all that goes into it is the same', () => {
    const first = solvedOnce(given(), null);
    const again = solvedOnce(given({ wishes: wishes(), settled: new Set() }), null);
    expect(again.answer).toBe(first.answer);
    expect(again.just).toBeNull();
  });

  it.each<[string, Parameters<typeof given>[0]]>([
    ['the lay', { visit: derivedAs(visit, { coat: { ...coat, layDeg: 40 } }) }],
    ['the curl that is back', { visit: derivedAs(visit, { coat: { ...coat, shown: 'reverted' } }) }],
    ['how far it curls', { visit: derivedAs(visit, { coat: { ...coat, shown: 'reverted', curl: 0.7 } }) }],
    ['the breed', { visit: { ...visit, breed: breed('generic-wire') } }],
    ['the purpose', { visit: { ...visit, choices: { ...visit.choices, purpose: 'show' } } }],
    ['the ideal', { twins: [ideal, roundPart(() => 210)] }],
    ['the hair', { wishes: wishes({ hair: { stretchedMm: 34 } }) }],
    ['how long it may be', { wishes: wishes({ hiMm: 34 }) }],
    ['what another view has settled', { settled: new Set(['back']) }],
  ])('is solved anew when %s is another', (_, other) => {
    const first = solvedOnce(given(), null);
    const { answer, just } = solvedOnce(given(other), null);
    expect(answer).not.toBe(first.answer);
    expect(just).not.toBeNull();
    expect(answer.along).toEqual(solvePart(...given(other)).along);
  });

  it('two answers are kept of it, its own side’s and the other’s', () => {
    const [left, right] = [given({ wishes: wishes({ hiMm: 50 }) }), given({ wishes: wishes({ hiMm: 52 }) })];
    const answers = [solvedOnce(left, null).answer, solvedOnce(right, null).answer];
    expect([solvedOnce(left, null).answer, solvedOnce(right, null).answer]).toEqual(answers);
    expect(solvedOnce(left, null).just).toBeNull();
    solvedOnce(given({ wishes: wishes({ hiMm: 54 }) }), null);
    expect(solvedOnce(left, null).just).not.toBeNull();
  });

  it('starts from the side beside it, and comes to what it comes to alone', () => {
    const tight = given({ wishes: wishes({ hiMm: 34 }) });
    const beside = solvedOnce(given({ wishes: wishes({ hiMm: 36 }) }), null).just;
    const { answer, just } = solvedOnce(tight, beside);
    expect(just?.solution.wanted).toBe(beside?.solution.wanted);
    expect(answer.along).toEqual(solvePart(...tight).along);
    expect(answer.along.some(({ short }) => short !== null)).toBe(true);
    // Other hair is another coat: nothing is taken over.
    const longer = solvedOnce(given({ wishes: wishes({ hair: { stretchedMm: 31 } }) }), beside);
    expect(longer.just?.solution.wanted).not.toBe(beside?.solution.wanted);
  });
});
