import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { breed, breeds, packs } from '../../testing/packs.ts';
import { otherSide } from '../terms/zone.ts';
import type { SeenFinding } from './body.ts';
import { bodyOf, VIEW_IDS } from './body.ts';
import type { Point } from './geometry.ts';
import type { Measurements } from './measures.ts';
import type { View, ViewPart } from './view.ts';

const FACING = ['front', 'rear', 'top', 'headFront'] as const;
const part = (view: View, id: string): ViewPart => {
  const found = view.parts.find((one) => one.id === id);
  if (!found) throw new Error(`no part ${id}`);
  return found;
};
const at = (view: View, id: string, landmark: string): Point => {
  const { stations, landmarkStation } = part(view, id);
  return stations[landmarkStation[landmark] ?? -1]?.point ?? { x: NaN, y: NaN };
};
const dog = (id: string, measured: Measurements = {}, findings: readonly SeenFinding[] = []) =>
  bodyOf(packs, breed(id), measured, findings).views;

/** How far a point lies from a part's contour, mm. */
function offContour({ stations }: ViewPart, p: Point): number {
  return Math.min(
    ...stations.map(({ point: a }, i) => {
      const b = stations[(i + 1) % stations.length]?.point ?? a;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const t = Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy)));
      return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
    }),
  );
}

const side = (a: Point, b: Point, c: Point) => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
function crossesItself(points: readonly Point[]): boolean {
  const n = points.length;
  for (let i = 0; i < n; i++) {
    const [a, b] = [points[i] as Point, points[(i + 1) % n] as Point];
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      const [c, d] = [points[j] as Point, points[(j + 1) % n] as Point];
      if (Math.max(a.x, b.x) < Math.min(c.x, d.x) || Math.max(c.x, d.x) < Math.min(a.x, b.x)) continue;
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return true;
    }
  }
  return false;
}

describe('the dog from ahead, behind and above', () => {
  it('carries its tail as the side view does, as long as the tape says', () => {
    for (const { id } of breeds) {
      const { views, landmarks, heightMm } = bodyOf(packs, breed(id), {}, []);
      const root = landmarks['tailSet'] ?? { x: NaN, y: NaN };
      const tail = Object.keys(landmarks).flatMap((name) =>
        /^tail\d$/.test(name) ? [landmarks[name] as Point] : [],
      );
      for (const [view, name, axis] of [
        [views.rear, 'tail-rear', 'y'],
        [views.top, 'tail-top', 'x'],
      ] as const) {
        const reaches = tail.map((p) => p[axis] - root[axis]);
        const reach = reaches.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0);
        const seen = at(view, name, 'end')[axis] - root[axis];
        // Seen end on it is a round end and no more.
        if (Math.abs(reach) > 0.1 * heightMm) expect(Math.abs(seen - reach), `${id} ${name}`).toBeLessThan(2);
        else expect(Math.abs(seen), `${id} ${name}`).toBeLessThan(0.1 * heightMm);
      }
    }
    const rear = (tailMm: number) => dog('west-highland-white-terrier', { heightMm: 280, tailMm }).rear;
    const high = (view: View) => at(view, 'tail-rear', 'end').y - at(view, 'tail-rear', 'rootMid').y;
    expect(high(rear(160)) / high(rear(120))).toBeCloseTo(160 / 120, 1);
  });

  it('has the chest the tape says, in front and from above', () => {
    const views = dog('standard-poodle', { heightMm: 600, chestWidthMm: 180 });
    const { landmarks } = bodyOf(packs, breed('standard-poodle'), { heightMm: 600 }, []);
    const { elbow } = landmarks;
    const inFront = offContour(part(views.front, 'trunk-front'), { x: 90, y: elbow?.y ?? 0 });
    expect(inFront).toBeLessThan(1);
    const above = part(views.top, 'trunk-top').stations.map(({ point }) => point.y);
    expect(Math.max(...above)).toBeGreaterThan(89);
  });

  it('stands as high and is as long as from the side', () => {
    const { landmarks, views } = bodyOf(packs, breed('airedale-terrier'), { heightMm: 580 }, []);
    expect(at(views.front, 'foreleg-front.left', 'kneeOut').y).toBeCloseTo(landmarks.kneeFront?.y ?? 0, -0.6);
    expect(at(views.rear, 'hindleg-rear.left', 'hockOut').y).toBeCloseTo(landmarks.hockPoint?.y ?? 0, -0.6);
    expect(at(views.top, 'trunk-top', 'hipOut').x).toBeCloseTo(landmarks.hipTop?.x ?? 0, -0.6);
  });

  it('is the same on both sides when nothing is found on one', () => {
    for (const { id } of breeds) {
      const views = dog(id);
      for (const view of FACING) {
        const seen = views[view].parts.flatMap(({ stations }) =>
          stations.filter(({ hidden }) => !hidden).map(({ zone }) => zone),
        );
        const count = (zone: string) => seen.filter((one) => one === zone).length;
        for (const zone of new Set(seen))
          expect(Math.abs(count(zone) - count(otherSide(zone))), `${id} ${view} ${zone}`).toBeLessThanOrEqual(
            2,
          );
      }
    }
  });

  it('a finding on one side moves that side only, in the views that show it', () => {
    const left = dog('standard-poodle', {}, [{ finding: 'cow-hocks', severity: 'marked', side: 'left' }]);
    const even = dog('standard-poodle');
    const hock = (views: typeof even, which: string) => at(views.rear, `hindleg-rear.${which}`, 'hockOut').x;
    expect(Math.abs(hock(left, 'left'))).toBeLessThan(Math.abs(hock(even, 'left')) - 6);
    expect(hock(left, 'right')).toBe(hock(even, 'right'));
    for (const view of ['side', 'front', 'top', 'headFront'] as const)
      expect(left[view].parts).toEqual(even[view].parts);
  });

  it('every finding shows in some view, marked more than mild', () => {
    for (const { id } of packs.findings.findings) {
      const even = JSON.stringify(dog('standard-poodle'));
      const mild = JSON.stringify(dog('standard-poodle', {}, [{ finding: id, severity: 'mild' }]));
      const marked = JSON.stringify(dog('standard-poodle', {}, [{ finding: id, severity: 'marked' }]));
      expect(new Set([even, mild, marked]).size, id).toBe(3);
    }
  });

  it('a long-nosed head is longer and narrower than a round one, face on', () => {
    const shape = (id: string) => {
      const view = dog(id).headFront;
      const wide = 2 * at(view, 'head-front', 'temple').x;
      return (at(view, 'head-front', 'crown').y - at(view, 'head-front', 'chinMid').y) / wide;
    };
    expect(shape('standard-poodle')).toBeGreaterThan(shape('bichon-frise') * 1.05);
  });

  it('no contour crosses itself, over the sizes of every breed and any two findings', () => {
    const finding = fc.record({
      finding: fc.constantFrom(...packs.findings.findings.map(({ id }) => id)),
      severity: fc.constantFrom('mild' as const, 'marked' as const),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...breeds.map(({ id }) => id)),
        evenly(0, 1),
        fc.array(finding, { maxLength: 2 }),
        (breedId, share, findings) => {
          const pack = breed(breedId);
          const heightMm = pack.heightMm[0] + share * (pack.heightMm[1] - pack.heightMm[0]);
          const { views } = bodyOf(packs, pack, { heightMm }, findings);
          for (const view of VIEW_IDS) {
            for (const { id, stations } of views[view].parts)
              expect(crossesItself(stations.map(({ point }) => point)), `${breedId} ${view} ${id}`).toBe(
                false,
              );
          }
        },
      ),
      { numRuns: 40 },
    );
  }, 60_000);
});
