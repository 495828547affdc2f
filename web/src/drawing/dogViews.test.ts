import { describe, expect, it } from 'vitest';
import { bodyOf, dogZones, otherSide } from '@kurrel/core';
import { breed, packs } from '../../../core/testing/packs.ts';
import { dogViews } from './dogViews.ts';
import { SHEET } from './frame.ts';

const views = dogViews(bodyOf(packs, breed('havanese'), {}, []));
const byId = (id: string) => {
  const view = views.find((one) => one.id === id);
  if (!view) throw new Error(`no view ${id}`);
  return view;
};

describe('the dog from all sides', () => {
  it('left, right, front, rear, top and head', () => {
    expect(views.map(({ id }) => id)).toEqual(['left', 'right', 'front', 'rear', 'top', 'head']);
  });

  it('every place of the dog but the pads can be touched in some view, both sides of the paired ones', () => {
    const seen = new Set(views.flatMap(({ shapes }) => shapes.map(({ zone }) => zone)));
    const missing = dogZones(packs.zones).filter(({ id }) => !seen.has(id));
    expect(missing.map(({ id }) => id)).toEqual(['pads']);
  });

  it('stays on the sheet, with an anchor for every place it shows', () => {
    for (const view of views) {
      for (const point of view.polygons.flat()) {
        expect(point.x, view.id).toBeGreaterThanOrEqual(0);
        expect(point.x, view.id).toBeLessThanOrEqual(SHEET.width);
        expect(point.y, view.id).toBeGreaterThanOrEqual(-20);
        expect(point.y, view.id).toBeLessThanOrEqual(SHEET.height);
      }
      for (const { id, contours, shapes, anchors } of [view]) {
        const labelled = shapes.filter(({ zone }) => anchors.has(zone));
        expect(labelled.length, id).toBeGreaterThan(5);
        for (const { clip } of shapes) {
          expect(contours.map((contour) => contour.id)).toContain(clip);
        }
      }
    }
  });

  it('the right side is the left in a mirror, with the dog’s other side on it', () => {
    const [left, right] = [byId('left'), byId('right')];
    expect(right.shapes.map(({ zone }) => zone)).toEqual(left.shapes.map(({ zone }) => otherSide(zone)));
    const [a, b] = [left.anchors.get('rib.left'), right.anchors.get('rib.right')];
    expect((a?.x ?? 0) + (b?.x ?? 0)).toBeCloseTo(SHEET.width, 6);
  });

  it('facing us the dog’s left is on our right; from behind it is on our left', () => {
    const x = (view: string, zone: string) => byId(view).anchors.get(zone)?.x ?? NaN;
    expect(x('front', 'forefoot.left')).toBeGreaterThan(x('front', 'forefoot.right'));
    expect(x('head', 'cheek.left')).toBeGreaterThan(x('head', 'cheek.right'));
    expect(x('rear', 'hindfoot.left')).toBeLessThan(x('rear', 'hindfoot.right'));
  });

  it('a prick-eared dog has its ears up, a drop-eared one down', () => {
    const ears = (id: string) => {
      const head = dogViews(bodyOf(packs, breed(id), {}, [])).find((view) => view.id === 'head');
      const y = (zone: string) => head?.anchors.get(zone)?.y ?? NaN;
      return y('ear-outside.left') - y('topknot');
    };
    expect(ears('samoyed')).toBeLessThan(0);
    expect(ears('havanese')).toBeGreaterThan(0);
  });

  it('wears the coat that is there, each side its own, and none where nobody knows it', () => {
    const body = bodyOf(packs, breed('havanese'), {}, []);
    expect(views.every(({ coat }) => coat.length === 0)).toBe(true);
    const hair = (zone: string) => (zone.endsWith('.right') ? 120 : 20);
    const there = {
      coat: { layDeg: 70, curl: 1 },
      zones: dogZones(packs.zones).map(({ id }) => ({
        zone: id,
        leftMm: 5,
        thereMm: hair(id),
        shape: null,
        layDeg: null,
      })),
    };
    const dressed = dogViews(body, there);
    for (const { id, coat, contours } of dressed) expect(coat.length, id).toBe(contours.length);
    const lowest = (id: string) => {
      const ear = dressed.find((view) => view.id === id)?.contours.findIndex((one) => one.id === 'ear') ?? -1;
      const d = dressed.find((view) => view.id === id)?.coat[ear] ?? '';
      return Math.max(...d.split(/[ML]/).map((p) => Number(p.split(' ')[1] ?? 0) || 0));
    };
    expect(lowest('right')).toBeGreaterThan(lowest('left') + 40);
  });
});
