import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor } from '../../testing/packs.ts';
import { withChoices, withFacts } from './resolveCase.ts';

const found = (...findings: readonly string[]): Extra => ({
  findings: findings.map((finding) => ({ finding, severity: 'marked' })),
});
const bodies = (id: string, extra: Extra = {}) => caseFor(id, extra).derived.bodies;

describe('this dog, and what it should look like', () => {
  it('stay the same whatever is chosen, but for the lines of another trim; are made anew for other findings', () => {
    const visit = caseFor('standard-poodle', found('high-behind'));
    const { own } = visit.derived.bodies;
    const rarer = withChoices(visit, { ...visit.choices, wish: { ...visit.choices.wish, weeksBetween: 9 } });
    expect(rarer.derived.bodies.own).toBe(own);
    const lion = withChoices(visit, { ...visit.choices, trimId: 'continental' }).derived;
    expect(lion.undivided.own).toBe(visit.derived.undivided.own);
    expect(lion.bodies.own.landmarks).toEqual(own.landmarks);
    const { facts } = visit;
    const even = withFacts(visit, { ...facts, dog: { ...facts.dog, findings: [] } }).derived;
    expect(even.bodies.own).not.toBe(own);
    expect(even.undivided.bare).toBe(visit.derived.undivided.bare);
    expect(even.bodies.own.landmarks.croup).not.toEqual(own.landmarks.croup);
  });

  it('taken over from another case are what they would be afresh', () => {
    const dogs = [
      found(),
      found('high-behind'),
      found('short-neck'),
      { measurements: { heightMm: 560 } },
      { ...found('short-neck'), measurements: { heightMm: 560, lengthMm: 640 } },
    ];
    for (const from of dogs) {
      for (const to of dogs) {
        const fresh = caseFor('standard-poodle', to);
        const varied = withFacts(caseFor('standard-poodle', from), fresh.facts);
        expect(varied.derived.bodies.own).toEqual(fresh.derived.bodies.own);
        expect(varied.derived.bodies.bare).toEqual(fresh.derived.bodies.bare);
        expect(varied.derived.bodies.ideal).toEqual(fresh.derived.bodies.ideal);
        expect(varied.derived.bodies.unchanged.size).toBe(fresh.derived.bodies.unchanged.size);
      }
    }
  });

  it('without a finding the dog is its own bare bone', () => {
    const { own, bare } = bodies('standard-poodle', { measurements: { heightMm: 600, lengthMm: 640 } });
    expect(own).toBe(bare);
  });

  it('the ideal is the breed at this dog’s height; a dog of no breed is its own measure', () => {
    const measurements = { heightMm: 590, lengthMm: 650 };
    const poodle = bodies('standard-poodle', { measurements });
    expect(poodle.ideal.heightMm).toBe(590);
    expect(poodle.ideal.measures.lengthMm).toEqual({ mm: 590, predicted: true });
    expect(poodle.bare.measures.lengthMm.mm).toBe(650);
    const cross = bodies('generic-curl', { measurements });
    expect(cross.ideal.measures.lengthMm).toEqual({ mm: 650, predicted: false });
  });

  it('what only displaces leaves the bare bone as it is; what changes proportions changes it', () => {
    const even = bodies('standard-poodle').bare;
    expect(bodies('standard-poodle', found('high-behind', 'cow-hocks')).bare).toEqual(even);
    const short = bodies('standard-poodle', found('short-neck')).bare;
    expect(short.measures.neckMm.mm).toBeLessThan(even.measures.neckMm.mm - 5);
    expect(bodies('standard-poodle', found('short-neck', 'high-behind')).bare).toEqual(short);
    expect(short.landmarks.croup).toEqual(even.landmarks.croup);
  });

  it('a part is unchanged where the dog and both its twins have it', () => {
    const { own, unchanged } = bodies('standard-poodle', found('dip-behind-withers'));
    const moved = own.views.side.parts
      .filter((part) => !part.far && !unchanged.has(part))
      .map(({ id }) => id);
    expect(moved).toEqual(['trunk']);
    const long = bodies('standard-poodle', { measurements: { heightMm: 600, lengthMm: 650 } });
    const apart = long.own.views.side.parts.filter((part) => !part.far && !long.unchanged.has(part));
    // The tail is held against the standard from where it is set on.
    expect(apart.map(({ id }) => id)).toEqual(['trunk', 'hindleg']);
  });
});
