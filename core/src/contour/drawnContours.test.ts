import { describe, expect, it } from 'vitest';
import { breed, packs } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import { distance } from '../body/geometry.ts';
import { dogZones } from '../packs/zones.ts';
import type { Lengths } from './drawnContours.ts';
import { coatOn, createContourDrawer, drawnContours } from './drawnContours.ts';

const view = () => bodyOf(packs, breed('standard-poodle'), {}, []).views.side;
type Zone = Lengths['zones'][number];
const lengths = (of: (zone: string) => Partial<Zone>, curl = 0.5): Lengths => ({
  coat: { layDeg: 90, curl },
  zones: dogZones(packs.zones).map(({ id }) => ({
    zone: id,
    leftMm: 20,
    thereMm: 20,
    shape: null,
    layDeg: null,
    ...of(id),
  })),
});
const even = (extra: Partial<Zone> = {}) => lengths(() => extra);
/** How far the coat stands off the middle of the back, mm. */
function back(of: Lengths, shown: 'now' | 'after', curlBack: boolean) {
  const side = view();
  const i = side.parts.findIndex(({ id }) => id === 'trunk');
  const station = side.parts[i]?.landmarkStation.backMid ?? -1;
  const skin = side.parts[i]?.stations[station]?.point ?? { x: NaN, y: NaN };
  return distance(drawnContours(side, of, shown, curlBack)[i]?.contour[station] ?? skin, skin);
}

describe('the coat over a view', () => {
  it('is what is left, or what is there', () => {
    expect(back(even({ thereMm: 50 }), 'after', false)).toBeCloseTo(20, 6);
    expect(back(even({ thereMm: 50 }), 'now', false)).toBeCloseTo(50, 6);
    expect(back(even({ thereMm: 0 }), 'now', false)).toBeCloseTo(0, 6);
  });

  it('stretched, or with its curl back; lying as its place does', () => {
    expect(back(even(), 'after', true)).toBeCloseTo(10, 6);
    expect(back(even({ layDeg: 30 }), 'after', false)).toBeCloseTo(10, 1);
  });

  it('bevelled to shorter hair beside it, unless it stands over that', () => {
    const step = (edge: 'bevelled' | 'over') => {
      const side = view();
      const of = lengths((zone) => (zone === 'back' ? { leftMm: 60, edge } : { leftMm: 1 }));
      const i = side.parts.findIndex(({ id }) => id === 'trunk');
      const part = side.parts[i];
      const contour = drawnContours(side, of, 'after', false)[i]?.contour ?? [];
      const k = part?.stations.findIndex(({ zone, hidden }) => zone === 'back' && !hidden) ?? -1;
      const last = part?.stations.findLastIndex(({ zone }) => zone === 'back') ?? -1;
      const far = (at: number) =>
        distance(contour[at] ?? { x: 0, y: 0 }, part?.stations[at]?.point ?? { x: 0, y: 0 });
      expect(k).toBeGreaterThanOrEqual(0);
      return far(last - 2);
    };
    expect(step('over')).toBeGreaterThan(step('bevelled') + 10);
  });

  it('a place it is told nothing of is bare', () => {
    const side = view();
    const [part] = side.parts.filter(({ id, far }) => id === 'trunk' && !far);
    const contour = part ? coatOn(part, { coat: { layDeg: 90, curl: 1 }, zones: [] }, 'after', false) : [];
    contour.forEach((point, k) => {
      expect(distance(point, part?.stations[k]?.point ?? { x: NaN, y: NaN })).toBeLessThan(1e-9);
    });
    expect(contour.length).toBeGreaterThan(50);
  });

  it('the far legs wear the lengths of the other side', () => {
    const side = view();
    const of = lengths((zone) => ({ leftMm: zone.endsWith('.right') ? 60 : 5 }));
    const outline = drawnContours(side, of, 'after', false);
    const thick = (far: boolean) => {
      const i = side.parts.findIndex((part) => part.id === 'foreleg' && part.far === far);
      const { stations = [], landmarkStation = {} } = side.parts[i] ?? {};
      const k = landmarkStation.kneeFront ?? -1;
      return distance(outline[i]?.contour[k] ?? { x: 0, y: 0 }, stations[k]?.point ?? { x: 0, y: 0 });
    };
    expect(thick(true)).toBeGreaterThan(thick(false) + 40);
  });

  it('is kept by whoever draws it again while its hair is the same, for the last few coats; one length changes few parts', () => {
    const side = view();
    const outline = createContourDrawer();
    const drawn = (leftMm: number) => outline(side, even({ leftMm }), 'after', false);
    const first = drawn(10);
    drawn(10).forEach(({ contour }, i) => expect(contour).toBe(first[i]?.contour));
    for (const mm of [11, 12, 13]) drawn(mm);
    expect(drawn(10)[0]?.contour).toBe(first[0]?.contour);
    for (const mm of [21, 22, 23, 24]) drawn(mm);
    expect(drawn(10)[0]?.contour).not.toBe(first[0]?.contour);
    expect(drawn(10)[0]?.contour).toEqual(first[0]?.contour);
    const longer = outline(
      side,
      lengths((zone) => ({ leftMm: zone === 'back' ? 30 : 10 })),
      'after',
      false,
    );
    const changed = longer.flatMap(({ id, contour }, i) => (contour === drawn(10)[i]?.contour ? [] : [id]));
    expect(changed).toEqual(['trunk']);
    expect(drawn(10)).toEqual(drawnContours(side, even({ leftMm: 10 }), 'after', false));
    expect(outline(side, even({ leftMm: 10 }), 'after', true)[0]?.contour).not.toBe(drawn(10)[0]?.contour);
  });
});
