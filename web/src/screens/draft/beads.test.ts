import type { ZonePlan } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { beadAt, beadsOf, rowPx, stacked } from './beads.ts';

const place = (zone: string, leftMm: number, run: string | null = null): ZonePlan =>
  ({ zone, name: zone, leftMm, run, leftAlone: false }) as Partial<ZonePlan> as ZonePlan;
const run = (id: string, ...zones: readonly string[]) => ({
  id,
  name: id,
  stretch: null,
  zones,
  turned: [] as readonly string[],
});
const plan = {
  zones: [
    place('nape', 13, 'body'),
    place('back', 13, 'body'),
    place('brisket', 13, 'underline'),
    place('belly', 13, 'underline'),
    place('pads', 0.5, 'pads'),
    place('forefoot.left', 0.5),
    place('forefoot.right', 0.5),
  ],
  runs: [run('body', 'nape', 'back'), run('underline', 'brisket', 'belly'), run('pads', 'pads')],
};
const zonesOf = (selected: string) =>
  beadsOf(plan, selected).map(({ zones }) => zones.map(({ zone }) => zone).join());

describe('the beads of the coat rule', () => {
  it('are one for a run, also where another run leaves the same; places in no run share one by length', () => {
    expect(zonesOf('loin')).toEqual(['nape,back', 'brisket,belly', 'pads,forefoot.left,forefoot.right']);
    expect(beadsOf(plan, 'loin').map(({ names }) => names)).toEqual([
      ['body'],
      ['underline'],
      ['pads', 'forefoot.left', 'forefoot.right'],
    ]);
  });

  it('the selected place has its own, on top', () => {
    expect(zonesOf('back')).toEqual(['nape', 'brisket,belly', 'pads,forefoot.left,forefoot.right', 'back']);
    expect(beadsOf(plan, 'back').at(-1)).toMatchObject({ own: true, names: ['back'] });
  });

  it('of one length stand above one another, the last on the line; those apart all on it', () => {
    expect(stacked([100, 200, 300])).toEqual([0, 0, 0]);
    expect(stacked([100, 105, 300])).toEqual([1, 0, 0]);
    expect(stacked([100, 300, 100, 100])).toEqual([-1, 0, 1, 0]);
    expect(stacked([100, 111, 122])).toEqual([0, 1, 0]);
    expect(stacked([])).toEqual([]);
  });

  it('of a run that turns stand where it goes its own way, all of it one', () => {
    const face = {
      zones: [
        place('cheek.left', 1.5, 'face'),
        place('foreface.left', 1.3, 'face'),
        place('throat', 1.3, 'face'),
      ],
      runs: [{ ...run('face', 'cheek.left', 'foreface.left', 'throat'), turned: ['cheek.left'] }],
    };
    expect(beadsOf(face, 'back')).toMatchObject([{ mm: 1.3, names: ['face'] }]);
    expect(beadsOf(face, 'back')[0]?.zones).toHaveLength(3);
  });

  it('each is taken by a touch on its middle, however many stand together', () => {
    const at = [100, 300, 100, 100, 112, 118];
    const rows = stacked(at);
    at.forEach((x, i) => expect(beadAt({ x, y: rowPx(rows[i] ?? 0) }, at, rows), `bead ${i}`).toBe(i));
    expect(beadAt({ x: 300, y: 21 }, at, rows)).toBe(1);
    expect(beadAt({ x: 300, y: 23 }, at, rows)).toBeNull();
    expect(beadAt({ x: 0, y: 0 }, [], [])).toBeNull();
  });
});
