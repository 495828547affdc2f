import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor } from '../../testing/packs.ts';
import { bodiesOf } from './bodies.ts';

const found = (...findings: readonly string[]): Extra => ({
  findings: findings.map((finding) => ({ finding, severity: 'marked' })),
});
const bodies = (id: string, extra: Extra = {}) => bodiesOf(caseFor(id, extra));

describe('this dog, and what it should look like', () => {
  it('are made once for the facts of a visit, whatever is chosen; anew for other findings', () => {
    const visit = caseFor('standard-poodle', found('high-behind'));
    const first = bodiesOf(visit);
    expect(bodiesOf(visit).own).toBe(first.own);
    expect(bodiesOf({ ...visit, wish: { ...visit.wish, weeksBetween: 9 } }).own).toBe(first.own);
    const without = bodiesOf({ ...visit, findings: [] });
    expect(without.own).not.toBe(first.own);
    expect(without.own.landmarks.croup).not.toEqual(first.own.landmarks.croup);
    expect(bodiesOf({ ...visit, breed: { ...visit.breed } }).own).not.toBe(first.own);
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
    expect(bodies('standard-poodle', found('high-behind', 'cow-hocks')).bare).toBe(even);
    const short = bodies('standard-poodle', found('short-neck')).bare;
    expect(short.measures.neckMm.mm).toBeLessThan(even.measures.neckMm.mm - 5);
    expect(bodies('standard-poodle', found('short-neck', 'high-behind')).bare).toBe(short);
    expect(short.landmarks.croup).toEqual(even.landmarks.croup);
  });

  it('a part is still where the dog and both its twins have it', () => {
    const { own, still } = bodies('standard-poodle', found('dip-behind-withers'));
    const moved = own.views.side.parts.filter((part) => !part.far && !still.has(part)).map(({ id }) => id);
    expect(moved).toEqual(['trunk']);
    const long = bodies('standard-poodle', { measurements: { heightMm: 600, lengthMm: 650 } });
    const apart = long.own.views.side.parts.filter((part) => !part.far && !long.still.has(part));
    // The tail is held against the standard from where it is set on.
    expect(apart.map(({ id }) => id)).toEqual(['trunk', 'hindleg']);
  });
});
