import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from './callouts.ts';
import { overlaps, placeCallouts } from './callouts.ts';
import { SHEET } from './frame.ts';

const disc = Array.from({ length: 40 }, (_, i) => ({
  x: 390 + 150 * Math.cos((i * Math.PI) / 20),
  y: 300 + 130 * Math.sin((i * Math.PI) / 20),
}));
const anchor = fc.record({ x: fc.integer({ min: 260, max: 520 }), y: fc.integer({ min: 190, max: 410 }) });

describe('labels around the dog', () => {
  it('cover neither the dog nor one another, and stay on the sheet', () => {
    fc.assert(
      fc.property(fc.array(anchor, { maxLength: 14 }), (anchors) => {
        const callouts = anchors.map((a, i) => ({ key: `${i}`, anchors: [a], width: 96, height: 36 }));
        const boxes = placeCallouts(callouts, [disc]).map((p) => ({ x: p.x, y: p.y, width: 96, height: 36 }));
        boxes.forEach((box, i) => {
          expect(box.x).toBeGreaterThanOrEqual(0);
          expect(box.x + box.width).toBeLessThanOrEqual(SHEET.width);
          for (const other of boxes.slice(i + 1)) expect(overlaps(box, other)).toBe(false);
          const corners = [box.x, box.x + box.width].flatMap((x) =>
            [box.y, box.y + box.height].map((y) => ({ x, y })),
          );
          for (const c of corners) {
            expect(((c.x - 390) / 150) ** 2 + ((c.y - 300) / 130) ** 2).toBeGreaterThan(1);
          }
        });
      }),
    );
  });

  it.each([14, 18, 20])('find room for %d', (many) => {
    const callouts = Array.from({ length: many }, (_, i) => ({
      key: `${i}`,
      anchors: [{ x: 390 + 120 * Math.cos(1.7 * i), y: 300 + 100 * Math.sin(1.7 * i) }],
      width: 96,
      height: 36,
    }));
    expect(placeCallouts(callouts, [disc])).toHaveLength(many);
  });

  it('the one in hand has the place it would have alone, wherever it stands in the order', () => {
    const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i', 'j', 'k', 'l'];
    const anchors = [{ x: 390, y: 185 }];
    const at = (key: string, inHand: string) => ({
      key,
      anchors,
      width: 96,
      height: 36,
      first: key === inHand,
    });
    const [alone] = placeCallouts([at('a', 'a')], [disc]);
    for (const inHand of ids) {
      const placed = placeCallouts(
        ids.map((id) => at(id, inHand)),
        [disc],
      );
      expect(placed.find(({ key }) => key === inHand)).toEqual({ ...alone, key: inHand });
    }
  });

  it('whichever comes first, none runs across the dog while its near side is free', () => {
    const callout = (key: string, x: number, y: number) => ({
      key,
      anchors: [{ x, y }],
      width: 96,
      height: 36,
    });
    const top = Array.from({ length: 5 }, (_, i) =>
      callout(`t${i}`, 300 + 45 * i, 190 + 8 * Math.abs(i - 2)),
    );
    const under = callout('under', 390, 418);
    for (const order of [
      [...top, under],
      [under, ...top],
    ]) {
      const placed = placeCallouts(order, [disc]);
      expect(placed).toHaveLength(6);
      expect(placed.find(({ key }) => key === 'under')?.y).toBeGreaterThan(418);
      for (const { key, y } of placed) if (key !== 'under') expect(y).toBeLessThan(300);
    }
  });

  it('points at the nearer of its places that has room', () => {
    const far = { x: 500, y: 300 };
    const near = { x: 275, y: 300 };
    const [label] = placeCallouts(
      [{ key: 'a', anchors: [{ x: 390, y: 300 }, far, near], width: 96, height: 36 }],
      [disc],
    );
    expect(label?.to).toBe(label?.anchor === 2 ? near : far);
    expect(label?.anchor).toBeGreaterThan(0);
    const wall = [560, 230].map((x) => [
      { x: x - 40, y: 60 },
      { x: x + 40, y: 60 },
      { x: x + 40, y: 500 },
      { x: x - 40, y: 500 },
    ]);
    const [walled] = placeCallouts(
      [{ key: 'a', anchors: [far, near], width: 96, height: 36 }],
      [disc, wall[0] ?? []],
    );
    expect(walled?.anchor).toBe(1);
    const [other] = placeCallouts(
      [{ key: 'a', anchors: [far, near], width: 96, height: 36 }],
      [disc, wall[1] ?? []],
    );
    expect(other?.anchor).toBe(0);
  });

  it('keeps its leader off the eyes where there is another way', () => {
    const corner = { x: 440, y: 300 };
    const callouts = [{ key: 'a', anchors: [corner], width: 96, height: 36 }];
    const eye = { x: 450, y: 290, width: 20, height: 20 };
    const over = (face: readonly Box[]) => {
      const [{ from, to } = { from: corner, to: corner }] = placeCallouts(callouts, [disc], face);
      const at = (y: number) => (460 - to.x) / (from.x - to.x) > 0 && Math.abs(y - 300) <= 10;
      return at(to.y + ((from.y - to.y) * (460 - to.x)) / (from.x - to.x));
    };
    expect(over([])).toBe(true);
    expect(over([eye])).toBe(false);
  });
});
