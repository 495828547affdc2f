import { describe, expect, it } from 'vitest';
import { breeds, packs, planFor } from '../../testing/packs.ts';
import { roundPart, STATIONS } from '../../testing/roundPart.ts';
import { bodyOf } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import { distance, minus, plus, times } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { ZoneHair } from './coatContour.ts';
import { coatContour, coatOver } from './coatContour.ts';

const DEG = Math.PI / 180;
/** By how much a closed line turns at each of its points, degrees. */
function turns(points: readonly Point[]): readonly number[] {
  const n = points.length;
  const at = (i: number) => points[(i + n) % n] as Point;
  return points.map((_, i) => {
    const [a, b] = [minus(at(i), at(i - 1)), minus(at(i + 1), at(i))];
    return (
      Math.acos(
        Math.max(
          -1,
          Math.min(1, (a.x * b.x + a.y * b.y) / (Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y) || 1)),
        ),
      ) / DEG
    );
  });
}
const skin = ({ stations }: ViewPart) => stations.map(({ point }) => point);
const asOffset = (part: ViewPart, hairOf: (zone: string) => ZoneHair) => {
  const { depth, direction } = coatOver(part, hairOf, coat);
  return part.stations.map(({ point }, i) => plus(point, times(direction[i] as Point, depth[i] as number)));
};
const coat = { curl: 1, layDeg: 70 };
const head = (id: string) => {
  const breed = breeds.find((one) => one.id === id);
  if (!breed) throw new Error(id);
  return { breed, body: bodyOf(packs, breed, {}, []) };
};
const hairIn = (id: string) => {
  const left = new Map(planFor(id).zones.map((zone) => [zone.zone, zone]));
  return (zone: string): ZoneHair => ({
    stretchedMm: left.get(zone)?.leftMm ?? 0,
    over: left.get(zone)?.edge === 'over',
  });
};

describe('where long hair meets short over even skin', () => {
  it('the edge of a face’s coat does not turn back on itself', () => {
    let straightened = 0;
    for (const { id } of breeds) {
      const { body } = head(id);
      const hair = hairIn(id);
      for (const part of body.views.headFront.parts) {
        const bent = turns(skin(part));
        const sharpest = (line: readonly Point[]) =>
          Math.max(0, ...turns(line).filter((_, i) => (bent[i] ?? 0) < 60));
        const [drawn, raw] = [sharpest(coatContour(part, hair, coat)), sharpest(asOffset(part, hair))];
        expect(drawn, `${id} ${part.id}`).toBeLessThanOrEqual(95);
        if (raw > 120) straightened++;
      }
    }
    expect(straightened).toBeGreaterThanOrEqual(3);
  });

  it('and is where the hair ends everywhere else', () => {
    const { body } = head('west-highland-white-terrier');
    const hair = hairIn('west-highland-white-terrier');
    const face = body.views.headFront.parts.find(({ id }) => id === 'head-front');
    if (!face) throw new Error('no face');
    const [drawn, raw] = [coatContour(face, hair, coat), asOffset(face, hair)];
    const moved = drawn.flatMap((point, i) => (distance(point, raw[i] as Point) > 1e-9 ? [i] : []));
    const hooked = turns(raw).flatMap((turn, i) => (turn > 80 ? [i] : []));
    expect(hooked.length).toBeGreaterThan(0);
    expect(moved.length).toBeGreaterThan(0);
    expect(moved.length).toBeLessThan(drawn.length / 2);
    const n = drawn.length;
    for (const i of moved)
      expect(
        Math.min(...hooked.map((at) => Math.min((i - at + n) % n, (at - i + n) % n))),
      ).toBeLessThanOrEqual(12);
    // Both sides of an even face alike.
    const far = (from: Point) => Math.min(...drawn.map((to) => distance(to, { x: -from.x, y: from.y })));
    for (const i of moved) expect(far(drawn[i] as Point)).toBeLessThan(6);
  });

  it('also where the list of stations begins: a tuft is pulled in the same wherever it stands', () => {
    const tuft = (at: number) => {
      const part = roundPart(() => 200);
      const stations = part.stations.map((one, i) => ({ ...one, zone: i === at ? 'back' : 'belly' }));
      const of = { ...part, stations };
      const hair = (zone: string): ZoneHair =>
        zone === 'back' ? { stretchedMm: 100, over: true } : { stretchedMm: 2 };
      const from = (line: readonly Point[]) =>
        [-3, -2, -1, 0, 1, 2, 3].map((by) =>
          distance(line[(at + by + STATIONS) % STATIONS] as Point, { x: 0, y: 400 }),
        );
      return { drawn: from(coatContour(of, hair, coat)), raw: from(asOffset(of, hair)) };
    };
    const elsewhere = tuft(47);
    expect(elsewhere.drawn[3]).toBeLessThan((elsewhere.raw[3] ?? 0) - 10);
    for (const at of [0, 1, STATIONS - 1])
      tuft(at).drawn.forEach((mm, i) => expect(mm).toBeCloseTo(elsewhere.drawn[i] ?? NaN, 6));
  });

  it('a corner of the dog itself stays one', () => {
    const corner = roundPart((k) => (k === 30 ? 90 : 60));
    const bent = turns(skin(corner));
    expect(bent[30]).toBeGreaterThan(80);
    const hair = (): ZoneHair => ({ stretchedMm: 1 });
    expect(coatContour(corner, hair, coat)).toEqual(asOffset(corner, hair));
  });
});
