import { bodyOf, divided, inside, isAmong, drawnContours, zoneKindId } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { breed, breeds, packs, planFor } from '../../../core/testing/packs.ts';
import { frameFor, pathOf, SHEET } from './frame.ts';
import { hairMarks, hairPath } from './hairMarks.ts';
import { tintOf } from './tint.ts';
import { zoneGroups } from './zoneGroups.ts';

describe('the sheet', () => {
  it.each(breeds.map((b) => [b.id, b] as const))('%s stands on it whole, coat and all', (id, pack) => {
    const body = bodyOf(packs, pack, {}, []);
    const outline = drawnContours(body.views.side, planFor(id), 'after', false);
    const frame = frameFor(body.views.side, [outline]);
    for (const part of outline) {
      for (const p of part.contour.map(frame.point)) {
        expect(p.x).toBeGreaterThan(60);
        expect(p.x).toBeLessThan(SHEET.width - 60);
        expect(p.y).toBeGreaterThan(10);
      }
    }
    expect(frame.y(0)).toBeLessThan(SHEET.height);
  });

  it('writes a path that closes, to a tenth', () => {
    const frame = {
      scale: 1,
      x: (mm: number) => mm,
      y: (mm: number) => -mm,
      point: (p: { x: number; y: number }) => p,
    };
    expect(
      pathOf(
        [
          { x: 0, y: 0 },
          { x: 1.04, y: 2.06 },
        ],
        frame,
      ),
    ).toBe('M0 0L1 -2.1Z');
    expect(pathOf([{ x: 3, y: 1 }], frame, false)).toBe('M3 -1');
  });
});

describe('tint', () => {
  it('grows darker with length, one hue throughout', () => {
    const lightness = [0.5, 3, 13, 40, 120].map((mm) => Number(/ (\d+)%\)$/.exec(tintOf(mm))?.[1]));
    expect(lightness).toEqual([...lightness].sort((a, b) => b - a));
    expect(new Set([1, 30, 100].map((mm) => tintOf(mm).split(' ')[0])).size).toBe(1);
  });
});

describe('hair on the drawing', () => {
  const body = bodyOf(packs, breed('standard-poodle'), {}, []);
  const marks = hairMarks(body.views.side, body.heightMm);
  const frame = frameFor(body.views.side, []);

  it('lies on the near side of the dog, the same every time', () => {
    expect(marks.length).toBeGreaterThan(150);
    expect(hairMarks(body.views.side, body.heightMm)).toEqual(marks);
    const near = body.views.side.parts
      .filter((part) => !part.far)
      .map((part) => part.stations.map((s) => s.point));
    for (const { at } of marks) expect(near.some((skin) => inside(skin, at))).toBe(true);
  });

  it('is not drawn where the coat is clipped or the dog is smooth', () => {
    expect(hairPath(marks, () => 1.5, 'curl', frame)).toBe('');
    expect(hairPath(marks, () => 30, 'sleek', frame)).toBe('');
    expect(hairPath(marks, () => 30, 'curl', frame)).toMatch(/^M/);
  });

  it('differs between a curl, a wave and hair that lies', () => {
    const glyphs = (['curl', 'wave', 'lying'] as const).map((texture) =>
      hairPath(marks.slice(0, 1), () => 30, texture, frame),
    );
    expect(new Set(glyphs.map((d) => d.replace(/[-\d. ]/g, ''))).size).toBe(3);
  });
});

/** The dog of a breed as its first trim divides it. */
function drawnBody(id: string) {
  const pack = breed(id);
  const [trim] = pack.trims;
  const body = bodyOf(packs, pack, {}, []);
  return trim ? divided(packs, pack, trim, body) : body;
}

describe('labels share a length', () => {
  const plan = planFor('standard-poodle');
  const { views } = drawnBody('standard-poodle');
  const groups = zoneGroups(plan, views.side, 'loin', frameFor(views.side, []));

  it('every zone seen from the side is in one group, the selected on its own and first', () => {
    const zones = groups.flatMap((group) => group.zones);
    expect(new Set(zones).size).toBe(zones.length);
    expect(groups[0]).toMatchObject({ key: 'selected', zones: ['loin'] });
    for (const { id } of packs.zones.zones.filter((z) => z.seenFromSide)) {
      expect(
        zones.some((zone) => isAmong([id], zone)),
        id,
      ).toBe(true);
    }
  });

  it('a place too small to point at is named in the view that shows it larger, and here when it is in hand', () => {
    const named = (view: 'front' | 'headFront', selected = '') =>
      zoneGroups(plan, views[view], selected, frameFor(views[view], [])).flatMap(({ zones }) => zones);
    const small = ['eye-corner.left', 'ear-inside.left', 'brow.left'];
    for (const zone of small) {
      expect(named('front')).not.toContain(zone);
      expect(named('front', zoneKindId(zone))).toContain(zone);
      expect(named('headFront')).toContain(zone);
    }
    expect(named('front')).toContain('forechest#front');
  });

  it('every place that has a label has one in some view, whatever the breed', () => {
    for (const { id } of breeds) {
      const { views } = drawnBody(id);
      const plan = planFor(id);
      const seen = Object.values(views);
      const named = seen.flatMap((view) => {
        const frame = frameFor(view, [drawnContours(view, plan, 'after', false)]);
        return zoneGroups(plan, view, '', frame).flatMap(({ zones }) => zones);
      });
      const labelled = seen.flatMap(({ parts }) =>
        parts.flatMap(({ far, patches }) =>
          far ? [] : patches.filter(({ label }) => label).map(({ zone }) => zone),
        ),
      );
      expect(
        labelled.filter((zone) => !named.includes(zone)),
        id,
      ).toEqual([]);
    }
  });

  it('a group is of one length and one tool', () => {
    for (const group of groups) {
      const members = plan.zones.filter((zone) => group.zones.includes(zone.zone));
      for (const zone of members) expect(zone.leftMm).toBeCloseTo(group.leftMm, 1);
      expect(new Set(members.map((zone) => zone.tool?.toolId)).size).toBe(1);
    }
  });
});
