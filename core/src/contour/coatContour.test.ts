import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { breed, breeds, packs } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import { distance } from '../body/geometry.ts';
import { stretchOf } from './alongPart.ts';
import type { ZoneHair } from './coatContour.ts';
import { coatContour, coatOver, shapeAlong } from './coatContour.ts';

const { parts } = bodyOf(packs, breed('standard-poodle'), {}, []).views.side;
const trunk = parts.find((part) => part.id === 'trunk');
if (!trunk) throw new Error('no trunk');
const upright = { curl: 1, layDeg: 90 };
const even =
  (stretchedMm: number, extra: Partial<ZoneHair> = {}) =>
  () => ({ stretchedMm, ...extra });
const depths = (hairOf: (zone: string) => ZoneHair, coat = upright) =>
  coatContour(trunk, hairOf, coat).map((point, i) => distance(point, trunk.stations[i]?.point ?? point));

describe('the coat over the skin', () => {
  it('an even upright coat stands off by its length everywhere', () => {
    for (const depth of depths(even(20))) expect(depth).toBeCloseTo(20, 6);
  });

  it('a coat that lies stands off by the sine of its lay on top of the dog', () => {
    const top = trunk.landmarkStation.backMid ?? 0;
    expect(depths(even(10), { curl: 1, layDeg: 30 })[top]).toBeCloseTo(5, 3);
  });

  it('long lying hair hangs below the dog by nearly its length', () => {
    const under = trunk.landmarkStation.belly ?? 0;
    const line = coatContour(trunk, even(90), { curl: 1, layDeg: 35 });
    const skin = trunk.stations[under]?.point ?? { x: 0, y: 0 };
    expect(skin.y - (line[under]?.y ?? 0)).toBeGreaterThan(75);
  });

  it('the curl coming back takes its share', () => {
    const [a = 0] = depths(even(40), { curl: 0.6, layDeg: 90 });
    expect(a).toBeCloseTo(24, 6);
  });

  it('a step between zones is bevelled, never taller than the longer side', () => {
    const hair = (zone: string) => ({ stretchedMm: zone === 'back' ? 1 : 40 });
    const all = depths(hair);
    expect(Math.min(...all)).toBeGreaterThanOrEqual(1 - 1e-9);
    expect(Math.max(...all)).toBeLessThanOrEqual(40 + 1e-9);
  });

  it('a place in the middle has its shape on both sides, one of a side on its own', () => {
    const head = bodyOf(packs, breed('bedlington-terrier'), {}, []).views.headFront.parts.find(
      ({ id }) => id === 'head-front',
    );
    if (!head) throw new Error('no head');
    const shape = { crown: 1, temple: 0.2, chinMid: 1 };
    const at = (zone: string, name: string) =>
      shapeAlong(head, zone, shape)[head.landmarkStation[name] ?? -1] ?? NaN;
    expect([at('topknot', 'temple'), at('topknot', 'temple.right'), at('topknot', 'crown')]).toEqual([
      0.2, 0.2, 1,
    ]);
    const [near, far] = head.landmarkStation.temple === undefined ? [] : ['temple', 'temple.right'];
    const left = [at('brow.left', near ?? ''), at('brow.left', far ?? '')];
    const right = [at('brow.right', near ?? ''), at('brow.right', far ?? '')];
    expect(left).toEqual([0.2, 1]);
    expect(right).toEqual([1, 0.2]);
  });

  it('a shape gives a landmark its share of the length', () => {
    const shaped = depths(even(30, { shape: { withers: 1, tailSet: 0.2 } }));
    const at = (name: string) => shaped[trunk.landmarkStation[name] ?? 0] ?? 0;
    expect(at('withers')).toBeGreaterThan(27);
    expect(at('tailSet')).toBeLessThan(9);
  });

  it('a leg that is slim at the elbow is as drawn at the knee: a shape ends within a hand of where it is named', () => {
    for (const { id } of breeds) {
      const leg = bodyOf(packs, breed(id), {}, []).views.side.parts.find(
        (part) => part.id === 'foreleg' && !part.far,
      );
      if (!leg) throw new Error(`${id} has no foreleg`);
      const shares = shapeAlong(leg, 'foreleg.left', { armBack: 0.4, elbow: 0.5 });
      const at = (name: string) => shares[leg.landmarkStation[name] ?? -1] ?? NaN;
      expect([at('armBack'), at('elbow')], id).toEqual([0.4, 0.5]);
      expect([at('kneeBack'), at('pasternBack'), at('kneeFront')], id).toEqual([1, 1, 1]);
      const between = stretchOf(leg, 'armBack', 'elbow').map((station) => shares[station] ?? NaN);
      expect(Math.max(...between), id).toBeLessThanOrEqual(0.5);
    }
  });

  it('more hair never brings the outline nearer the skin', () => {
    fc.assert(
      fc.property(evenly(1, 60), evenly(0, 30), (mm, more) => {
        const short = depths(even(mm));
        const long = depths(even(mm + more));
        return short.every((depth, i) => (long[i] ?? 0) >= depth - 1e-9);
      }),
      { numRuns: 25 },
    );
  });

  it('long fallen hair lies over the dog in a layer, however long it is', () => {
    const top = trunk.landmarkStation.backMid ?? 0;
    const off = (mm: number) => depths(even(mm), { curl: 1, layDeg: 30 })[top] ?? 0;
    expect(off(50)).toBeCloseTo(25, 1);
    expect(off(120)).toBeLessThan(40);
    expect(off(400)).toBeLessThan(41);
    expect(off(400)).toBeGreaterThanOrEqual(off(200));
  });

  it('a coat that stands off stands off however long it is', () => {
    const top = trunk.landmarkStation.backMid ?? 0;
    expect(depths(even(150), { curl: 1, layDeg: 70 })[top]).toBeCloseTo(
      150 * Math.sin((70 * Math.PI) / 180),
      0,
    );
  });

  it('hangs to the ground and no further', () => {
    const leg = parts.find(({ id, far }) => id === 'foreleg' && !far);
    for (const part of [trunk, leg ?? trunk]) {
      for (const { y } of coatContour(part, even(900), { curl: 1, layDeg: 30 }))
        expect(y).toBeGreaterThan(-6);
    }
    const from = Math.min(...coatContour(trunk, even(900), { curl: 1, layDeg: 30 }).map(({ y }) => y));
    expect(from).toBeGreaterThan(1);
    expect(from).toBeLessThan(3);
  });

  it('says by how much a millimetre of hair moves it', () => {
    for (const layDeg of [30, 45, 70]) {
      for (const mm of [20, 80, 140]) {
        const coat = { curl: 0.9, layDeg };
        const { factor } = coatOver(trunk, even(mm), coat);
        const [less, more] = [coatOver(trunk, even(mm - 0.01), coat), coatOver(trunk, even(mm + 0.01), coat)];
        for (const name of ['backMid', 'forechest']) {
          const at = trunk.landmarkStation[name] ?? 0;
          const moved = ((more.depth[at] ?? 0) - (less.depth[at] ?? 0)) / 0.02;
          // Exact on top of the dog; near where hair begins to fall (60 to 120 mm) or hangs.
          const near = name === 'backMid' && mm !== 80 ? 0.005 : 0.35;
          expect(Math.abs(moved - (factor[at] ?? 0)), `${name} ${layDeg} ${mm}`).toBeLessThan(near);
        }
      }
    }
  });
});
