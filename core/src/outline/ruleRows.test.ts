import { describe, expect, it } from 'vitest';
import { breed, packs } from '../../testing/packs.ts';
import type { ViewId } from '../body/body.ts';
import { bodyOf } from '../body/body.ts';
import type { Rule } from '../packs/breed.ts';
import { stretchOf } from '../contour/alongPart.ts';
import { coatOver } from '../contour/coatContour.ts';
import type { Solved } from './ruleRows.ts';
import { ruleRows } from './ruleRows.ts';

const body = bodyOf(packs, breed('standard-poodle'), {}, []);
const words = { id: 'rule', text: '', source: 'standard', severity: 'fault', whenBroken: '' } as const;
const partOf = (view: ViewId, id: string) => {
  const part = body.views[view].parts.find((one) => one.id === id && !one.far);
  if (!part) throw new Error(`no part ${id}`);
  return part;
};

/** A part under 30 mm of upright hair, changed by so much at each station. */
function changed(view: ViewId, id: string, by: (i: number) => number, extra: Partial<Solved> = {}): Solved {
  const part = partOf(view, id);
  const over = coatOver(part, () => ({ stretchedMm: 30 }), { curl: 1, layDeg: 90 });
  const skin = (i: number) => part.stations[i]?.point ?? { x: NaN, y: NaN };
  return {
    part,
    body,
    over,
    change: part.stations.map((_, i) => by(i)),
    wanted: part.stations.map(() => 0),
    weight: part.stations.map(({ hidden }) => (hidden ? 1e-3 : 1)),
    idealSkin: skin,
    idealCoat: (i) => {
      const u = over.direction[i] ?? skin(i);
      return { x: skin(i).x + 30 * u.x, y: skin(i).y + 30 * u.y };
    },
    ...extra,
  };
}

/** The change once its rows are met: the least that meets each. */
function followed(solved: Solved, rules: readonly Rule[]): Solved {
  const change = Array.from(solved.change);
  for (const { at, value } of ruleRows(rules, solved)) {
    const now = at.reduce((sum, [i, a]) => sum + a * (solved.change[i] ?? 0), 0);
    for (const [i, a] of at) change[i] = (change[i] ?? 0) + a * (value - now);
  }
  return { ...solved, change };
}

/** What the rows of a dog still ask for, mm over all their stations. */
const missing = (rules: readonly Rule[], solved: Solved): number =>
  ruleRows(rules, solved).reduce(
    (sum, { at, value }) =>
      sum + Math.abs(value - at.reduce((now, [i, a]) => now + a * (solved.change[i] ?? 0), 0)),
    0,
  );

const trunk = partOf('side', 'trunk');
const { withers = { x: 0, y: 0 }, hipTop = { x: 0, y: 0 } } = body.landmarks;
const topline: Rule = { ...words, kind: 'slope', feature: 'topline', range: [-2, 2] };
/** Rises towards the tail by so many mm from withers to hip. */
const rising = (mm: number) => (i: number) => {
  const { point, normal } = trunk.stations[i] ?? { point: withers, normal: { x: 0, y: 0 } };
  return normal.y > 0 ? (mm * (point.x - withers.x)) / (hipTop.x - withers.x) : 0;
};
/** Degrees from so far behind the withers to the hip, against how the ideal lies there. */
function slope({ part, change, over, weight }: Solved): number {
  const along = part.stations.flatMap(({ point, normal }, i) =>
    normal.y > 0.3 &&
    (weight[i] ?? 0) >= 1 &&
    point.x >= withers.x + 0.08 * body.heightMm &&
    point.x <= hipTop.x
      ? [{ x: point.x, y: point.y + (over.direction[i]?.y ?? 0) * (change[i] ?? 0), bare: point.y }]
      : [],
  );
  along.sort((a, b) => a.x - b.x);
  const [a, b] = [along[0], along.at(-1)];
  if (!a || !b) throw new Error('no top line');
  const degrees = (rise: number) => (Math.atan2(rise, b.x - a.x) * 180) / Math.PI;
  return degrees(b.y - a.y);
}
const even = slope(changed('side', 'trunk', () => 0));

describe('what the rules of a breed add to an outline', () => {
  it('nothing where a line is within them', () => {
    expect(
      ruleRows(
        [topline],
        changed('side', 'trunk', () => 0),
      ),
    ).toEqual([]);
    expect(ruleRows([topline], changed('side', 'trunk', rising(4)))).toEqual([]);
  });

  it('a top line that rises too much is turned to what is allowed, about its middle', () => {
    const steep = changed('side', 'trunk', rising(24));
    expect(slope(steep)).toBeGreaterThan(even + 4);
    const { change, ...turned } = followed(steep, [topline]);
    expect(slope({ ...turned, change })).toBeGreaterThan(even + 1);
    expect(Math.abs(slope({ ...turned, change }) - 2)).toBeLessThan(0.3);
    const moved = Array.from(change, (mm, i) => mm - (steep.change[i] ?? 0));
    expect(Math.max(...moved)).toBeGreaterThan(1.5);
    expect(Math.min(...moved)).toBeLessThan(-1.5);
    expect(Math.abs(moved.reduce((sum, mm) => sum + mm, 0))).toBeLessThan(3);
  });

  it('one that falls too much the other way', () => {
    expect(slope(followed(changed('side', 'trunk', rising(-30)), [topline]))).toBeCloseTo(-2, 0);
  });

  it('is read against the ideal in the same coat: what the trim itself draws is no fault', () => {
    const steep = changed('side', 'trunk', rising(24));
    const drawn = (i: number) => ({ x: steep.idealCoat(i).x, y: steep.idealCoat(i).y + rising(24)(i) });
    expect(ruleRows([topline], { ...steep, idealCoat: drawn })).toEqual([]);
  });

  it('moves no place that is hidden or held, and none where the outline wants it the other way', () => {
    const steep = changed('side', 'trunk', rising(24));
    const [row] = ruleRows([topline], steep);
    expect(row?.at.length).toBeGreaterThan(20);
    for (const [i] of row?.at ?? []) expect(trunk.stations[i]?.hidden).toBe(false);
    expect(ruleRows([topline], { ...steep, weight: trunk.stations.map(() => 1e-3) })).toEqual([]);
    const against = trunk.stations.map((_, i) => (rising(1)(i) > 0.5 ? 5 : -5));
    expect(ruleRows([topline], { ...steep, wanted: against })).toEqual([]);
    const along = against.map((mm) => -mm);
    expect(ruleRows([topline], { ...steep, wanted: along })).toHaveLength(1);
  });

  it('a level underline rises no more than the standard lets it', () => {
    const none: Rule = { ...words, kind: 'tuckUp', want: 'none' };
    const [row] = ruleRows(
      [none],
      changed('side', 'trunk', () => 0),
    );
    const belly = trunk.landmarkStation.tuckUp ?? -1;
    expect(row?.at.length).toBeGreaterThan(10);
    // Longer under the loin, shorter at the chest.
    const gain = followed(
      changed('side', 'trunk', () => 0),
      [none],
    ).change;
    const last = [...(row?.at ?? [])].sort(([i], [k]) => Math.abs(i - belly) - Math.abs(k - belly))[0]?.[0];
    expect(gain[last ?? -1]).toBeGreaterThan(3);
    expect(Math.min(...Array.from(gain))).toBeLessThan(-3);
    expect(
      ruleRows(
        [{ ...none, want: 'moderate' }],
        changed('side', 'trunk', () => 0),
      ),
    ).toEqual([]);
  });

  it('a column too far behind its bone is moved forward as a whole', () => {
    const share: Rule = { ...words, kind: 'ratio', feature: 'foreFrontShare', range: [0.3, 0.36] };
    const leg = partOf('side', 'foreleg');
    const behind = changed('side', 'foreleg', (i) => ((leg.stations[i]?.normal.x ?? 0) > 0 ? 25 : -25));
    const { change } = followed(behind, [share]);
    const gained = leg.stations.flatMap(({ normal }, i) => {
      const by = (change[i] ?? 0) - (behind.change[i] ?? 0);
      return Math.abs(by) > 1e-9 ? [Math.sign(by) === -Math.sign(normal.x)] : [];
    });
    expect(gained.length).toBeGreaterThan(20);
    expect(gained.every(Boolean)).toBe(true);
    expect(missing([share], behind)).toBeGreaterThan(2);
    expect(missing([share], followed(behind, [share]))).toBeLessThan(0.1);
    expect(ruleRows([{ ...share, range: [0, 1] }], behind)).toEqual([]);
  });

  it('a pair of legs stands plumb within half of what parallel allows', () => {
    const lines = ['rearLeft', 'rearRight'] as const;
    const rule = (withinDeg: number): Rule => ({ ...words, kind: 'parallel', lines, withinDeg });
    const leg = partOf('rear', 'hindleg-rear.left');
    const along = stretchOf(leg, 'hockOut', 'hockLowOut');
    const leaning = changed('rear', 'hindleg-rear.left', (i) => 2 * Math.max(0, along.indexOf(i)));
    expect(ruleRows([rule(2)], leaning)).toHaveLength(1);
    expect(missing([rule(2)], leaning)).toBeGreaterThan(2);
    expect(missing([rule(2)], followed(leaning, [rule(2)]))).toBeLessThan(0.1);
    expect(ruleRows([rule(90)], leaning)).toEqual([]);
    const right = partOf('rear', 'hindleg-rear.right');
    const itsLine = stretchOf(right, 'hockOut', 'hockLowOut');
    const other = changed('rear', 'hindleg-rear.right', (i) => 2 * Math.max(0, itsLine.indexOf(i)));
    expect(ruleRows([rule(2)], other)[0]?.at.every(([i]) => itsLine.includes(i))).toBe(true);
    expect(ruleRows([rule(2)], changed('side', 'trunk', rising(24)))).toEqual([]);
  });

  it('two lines of one leg are parallel by its bone, which no hair turns', () => {
    const hocks: Rule = { ...words, kind: 'parallel', lines: ['hockFront', 'hockBack'], withinDeg: 1 };
    const leg = partOf('side', 'hindleg');
    const front = stretchOf(leg, 'hockFront', 'hockFrontLow');
    expect(front.length).toBeGreaterThan(3);
    expect(
      ruleRows(
        [hocks],
        changed('side', 'hindleg', (i) => 3 * Math.max(0, front.indexOf(i))),
      ),
    ).toEqual([]);
  });

  it('what is not read off a line adds none', () => {
    const steep = changed('side', 'trunk', rising(24));
    const rules: readonly Rule[] = [
      { ...words, kind: 'maxLength', zones: ['back'], mm: 5 },
      { ...words, kind: 'slope', feature: 'croup', range: [0, 1] },
      { ...words, kind: 'ratio', feature: 'legToDepth', range: [0, 0.1] },
    ];
    expect(ruleRows(rules, steep)).toEqual([]);
    expect(
      ruleRows(
        [topline],
        changed('side', 'hindleg', () => 9),
      ),
    ).toEqual([]);
  });
});
