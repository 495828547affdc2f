import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breed, breeds, planFor, packs } from '../../testing/packs.ts';
import { drawnContours } from '../contour/drawnContours.ts';
import type { Body } from './body.ts';
import { bodyOf } from './body.ts';
import { distance, inside, signedArea } from './geometry.ts';
import { landmark } from './landmarks.ts';

const at = (body: Body, name: string) => landmark(body.landmarks, name);
const body = (id: string, measured = {}, findings: Parameters<typeof bodyOf>[3] = []) =>
  bodyOf(packs, breed(id), measured, findings);

describe('the dog under the hair', () => {
  it('stands at its measured height and marks the rest as predicted', () => {
    const poodle = body('standard-poodle', { heightMm: 600 });
    expect(at(poodle, 'withers').y).toBeCloseTo(600, 6);
    expect(poodle.measures.heightMm).toEqual({ mm: 600, predicted: false });
    expect(poodle.measures.lengthMm).toEqual({ mm: 600, predicted: true });
  });

  it.each([
    ['lengthMm', 660, (b: Body) => at(b, 'pinBone').x - at(b, 'forechest').x],
    ['chestDepthMm', 310, (b: Body) => at(b, 'withers').y - at(b, 'brisket').y],
    ['elbowHeightMm', 330, (b: Body) => at(b, 'elbow').y],
    ['hockHeightMm', 150, (b: Body) => at(b, 'hockPoint').y],
    ['loinMm', 140, (b: Body) => at(b, 'hipTop').x - at(b, 'lastRib').x],
    ['neckMm', 250, (b: Body) => distance(at(b, 'occiput'), at(b, 'withers'))],
    ['footWidthMm', 70, (b: Body) => at(b, 'heel').x - at(b, 'toe').x],
  ] as const)('a measured %s of %d mm is found again on the drawing', (key, mm, read) => {
    const measured = body('standard-poodle', { heightMm: 600, [key]: mm });
    expect(read(measured)).toBeCloseTo(mm, 3);
    expect(measured.measures[key].predicted).toBe(false);
  });

  it('a poodle is square, leggy; a westie low; they differ where the breeds differ', () => {
    const poodle = body('standard-poodle');
    const westie = body('west-highland-white-terrier');
    const leg = (b: Body) => at(b, 'brisket').y / b.heightMm;
    expect(leg(poodle)).toBeGreaterThan(0.48);
    expect(leg(westie)).toBeLessThan(0.46);
    const lengthToHeight = (b: Body) => b.measures.lengthMm.mm / b.heightMm;
    expect(lengthToHeight(poodle)).toBeCloseTo(1, 6);
    expect(lengthToHeight(westie)).toBeGreaterThan(1.08);
  });

  it('predicts weight with the cube of the height', () => {
    const small = body('samoyed', { heightMm: 480 });
    const tall = body('samoyed', { heightMm: 590 });
    expect(tall.measures.weightKg.kg / small.measures.weightKg.kg).toBeCloseTo((590 / 480) ** 3, 6);
  });

  it('a marked finding moves the bones twice as far as a mild one', () => {
    const even = at(body('standard-poodle'), 'croup').y;
    const mild = at(body('standard-poodle', {}, [{ finding: 'high-behind', severity: 'mild' }]), 'croup').y;
    const marked = at(
      body('standard-poodle', {}, [{ finding: 'high-behind', severity: 'marked' }]),
      'croup',
    ).y;
    expect(marked - even).toBeCloseTo(2 * (mild - even), 6);
    expect(mild).toBeGreaterThan(even);
  });

  it('drawn from another body of its breed, a dog is the same as drawn anew', () => {
    const found = fc.record({
      finding: fc.constantFrom(...packs.findings.findings.map(({ id }) => id)),
      severity: fc.constantFrom('mild', 'marked'),
      side: fc.constantFrom('left', 'right', null),
    });
    const heights = fc.constantFrom({}, { heightMm: 500 }, { heightMm: 500, lengthMm: 540 });
    const dog = fc.tuple(heights, fc.array(found, { maxLength: 2 }));
    fc.assert(
      fc.property(fc.constantFrom(...breeds), dog, dog, (pack, known, [measured, findings]) => {
        const from = bodyOf(packs, pack, ...known);
        expect(bodyOf(packs, pack, measured, findings, from)).toEqual(
          bodyOf(packs, pack, measured, findings),
        );
      }),
      { numRuns: 25 },
    );
  });

  it('of a finding only the parts it moves are drawn anew', () => {
    const even = body('standard-poodle');
    const dipped = bodyOf(
      packs,
      breed('standard-poodle'),
      {},
      [{ finding: 'dip-behind-withers', severity: 'marked' }],
      even,
    );
    const anew = dipped.views.side.parts.filter((part, i) => part !== even.views.side.parts[i]);
    expect(anew.map(({ id }) => id)).toEqual(['trunk']);
    expect(dipped.views.headFront.parts).toBe(even.views.headFront.parts);
  });

  it('refuses a measurement no dog has', () => {
    expect(() => body('samoyed', { heightMm: 5400 })).toThrow('heightMm');
    expect(() => body('samoyed', { lengthMm: NaN })).toThrow('lengthMm');
  });

  it('every breed gives parts with outward unit normals, zoned stations and labels', () => {
    for (const { id } of breeds) {
      const { parts } = body(id).views.side;
      expect(parts.map((p) => p.id).sort()).toEqual(
        ['ear', 'foreleg', 'foreleg', 'head', 'hindleg', 'hindleg', 'neck', 'tail', 'trunk'].sort(),
      );
      for (const part of parts) {
        const polygon = part.stations.map((s) => s.point);
        const outward = part.stations.filter(
          (s) => !inside(polygon, { x: s.point.x + s.normal.x * 0.5, y: s.point.y + s.normal.y * 0.5 }),
        );
        expect(outward.length / part.stations.length, `${id} ${part.id}`).toBeGreaterThan(0.93);
        for (const s of part.stations) expect(Math.hypot(s.normal.x, s.normal.y)).toBeCloseTo(1, 9);
      }
    }
  });
});

describe('the coat on the body', () => {
  const lamb = planFor('standard-poodle');
  const poodle = body('standard-poodle');

  it('stands outside the skin and shrinks when the curl is back', () => {
    const area = (curlBack: boolean) =>
      drawnContours(poodle.views.side, lamb, 'after', curlBack)
        .filter((p) => p.id === 'trunk')
        .map((p) => Math.abs(signedArea(p.contour)))[0] ?? 0;
    const trunk = poodle.views.side.parts.find((p) => p.id === 'trunk');
    const skin = Math.abs(signedArea(trunk?.stations.map((s) => s.point) ?? []));
    expect(area(false)).toBeGreaterThan(area(true));
    expect(area(true)).toBeGreaterThan(skin);
  });

  it('bevels from a long leg to a clean foot at no more than 45°', () => {
    const line = drawnContours(poodle.views.side, lamb, 'after', false).find(
      (p) => p.id === 'foreleg' && !p.far,
    )?.contour;
    const stations = poodle.views.side.parts.find((p) => p.id === 'foreleg' && !p.far)?.stations ?? [];
    const depths = stations.map((s, i) => distance(s.point, line?.[i] ?? s.point));
    const step = distance(stations[0]?.point ?? { x: 0, y: 0 }, stations[1]?.point ?? { x: 0, y: 0 });
    const steepest = Math.max(...depths.map((d, i) => Math.abs(d - (depths[i - 1] ?? d))));
    expect(Math.max(...depths)).toBeGreaterThan(25);
    expect(steepest).toBeLessThanOrEqual(step * 1.1);
  });

  it('more length in a zone never makes the outline smaller', () => {
    const longer = planFor('standard-poodle', {
      wish: { lean: 'longer', allOverMm: null, weeksBetween: 6, places: [], vetAsks: false },
    });
    const area = (plan: typeof lamb) =>
      drawnContours(poodle.views.side, plan, 'after', false).reduce(
        (sum, p) => sum + Math.abs(signedArea(p.contour)),
        0,
      );
    expect(area(longer)).toBeGreaterThan(area(lamb));
  });
});
