import { describe, expect, it } from 'vitest';
import type { Point } from '../body/geometry.ts';
import type { Feature, HeadShape } from '../packs/breed.ts';
import { measureFeature, measureParallel, measureShape } from './measure.ts';
import type { SeenDog, SeenPart } from './seen.ts';

type Corners = readonly (readonly [x: number, y: number])[];
const points = (corners: Corners): readonly Point[] => corners.map(([x, y]) => ({ x, y }));

/** A part with a contour of these corners, some of them landmarks. */
const part = (corners: Corners, landmarkStation: Readonly<Record<string, number>> = {}): SeenPart =>
  ({ part: { landmarkStation, stations: corners }, contour: points(corners) }) as unknown as SeenPart;

interface Drawn {
  readonly parts: Readonly<Record<string, SeenPart>>;
  readonly landmarks?: Readonly<Record<string, Point>>;
  readonly face?: { readonly eyes: Corners; readonly nose: Corners };
}

/** A dog 400 mm high of these parts: "view part". */
const dogOf = ({ parts, landmarks = {}, face = { eyes: [], nose: [] } }: Drawn): SeenDog =>
  ({
    body: {
      heightMm: 400,
      landmarks,
      views: {
        headFront: { eyes: points(face.eyes).map((at) => ({ at, radiusMm: 1 })), nose: points(face.nose) },
      },
    },
    part: (view: string, id: string) => parts[`${view} ${id}`] ?? null,
    parts: (view: string) =>
      Object.entries(parts).flatMap(([name, one]) => (name.startsWith(`${view} `) ? [one] : [])),
  }) as unknown as SeenDog;

/** A plain trunk that falls 20 mm from withers to rump and rises 30 from elbow to loin, on two legs. */
const trunk = part(
  [
    [60, 180],
    [60, 300],
    [100, 400],
    [400, 380],
    [420, 300],
    [330, 230],
    [140, 200],
  ],
  { tailSet: 4 },
);
const foreleg = part(
  [
    [70, 0],
    [70, 190],
    [40, 200],
    [20, 204],
    [55, 250],
    [130, 200],
    [145, 150],
    [145, 0],
  ],
  { shoulderPoint: 4, elbow: 5 },
);
const hindleg = part([
  [350, 0],
  [430, 300],
  [600, 204],
  [400, 0],
]);
const landmarks = {
  withers: { x: 100, y: 380 },
  hipTop: { x: 300, y: 370 },
  brisket: { x: 120, y: 190 },
  tuckUp: { x: 330, y: 220 },
  elbow: { x: 130, y: 200 },
  foreFront: { x: 80, y: 170 },
  kneeFront: { x: 85, y: 90 },
  kneeBack: { x: 115, y: 90 },
};
const whole: Drawn = {
  parts: { 'side trunk': trunk, 'side foreleg': foreleg, 'side hindleg': hindleg },
  landmarks,
};
const slope = (up: number, along: number) => (Math.atan2(up, along) * 180) / Math.PI;

describe('what is measured on a dog from the side', () => {
  // The coat over the withers, 12 mm behind them.
  const top = 400 - 12 / 15;
  it.each([
    // From the front of the forechest (above the elbow) to the back of the breech.
    ['lengthToHeight', (430 - 55) / top],
    ['legToDepth', 199 / (top - 199)],
    ['topline', slope(-(300 - 132) / 15, 300 - 132)],
    ['underline', slope(30, 190)],
    ['croup', -slope(300 - (400 - 200 / 15), 120)],
    ['bladeToUpperArm', (0.8 * Math.hypot(45, 150)) / Math.hypot(75, 50)],
    ['foreFrontShare', (102.5 - 70) / (145 - 70)],
  ] as const)('%s', (feature: Feature, value: number) => {
    const found = measureFeature(dogOf(whole), feature);
    expect(found?.value).toBeCloseTo(value, 6);
    expect(found?.view).toBe('side');
    const lengths = (found?.lines ?? []).map(([a, b]) => Math.hypot(b.x - a.x, b.y - a.y));
    if (lengths.length === 2) expect((lengths[0] ?? 0) / (lengths[1] ?? 1)).toBeCloseTo(value, 6);
    else expect(lengths).toHaveLength(1);
  });

  it('a leg is measured from the ground, and depth from where it ends', () => {
    const lines = measureFeature(dogOf(whole), 'legToDepth')?.lines;
    expect(lines?.map(([a, b]) => [a.y, b.y])).toEqual([
      [0, expect.closeTo(199, 6)],
      [expect.closeTo(199, 6), expect.closeTo(top, 6)],
    ]);
  });

  const features = [
    'lengthToHeight',
    'legToDepth',
    'topline',
    'underline',
    'croup',
    'bladeToUpperArm',
    'foreFrontShare',
  ] as const;
  it.each(features)('%s is nothing on a dog that lacks what it is measured on', (feature) => {
    expect(measureFeature(dogOf({ parts: {}, landmarks }), feature)).toBeNull();
    expect(measureFeature(dogOf({ ...whole, landmarks: {} }), feature)).toBeNull();
  });

  it('nor is an upper arm without a leg, or a share of one that is nowhere as high', () => {
    const legless = { ...whole, parts: { 'side trunk': trunk } };
    expect(measureFeature(dogOf(legless), 'bladeToUpperArm')).toBeNull();
    const low = part([
      [70, 0],
      [70, 50],
      [145, 50],
      [145, 0],
    ]);
    expect(measureFeature(dogOf({ ...whole, parts: { 'side foreleg': low } }), 'foreFrontShare')).toBeNull();
  });
});

describe('two lines', () => {
  const head = (brow: Corners[number]) =>
    part([[0, 0], brow, [120, 30], [200, 10], [100, -60]], { skullTop: 0, brow: 1, stop: 2, noseTop: 3 });
  const turned = (brow: Corners[number]) =>
    measureParallel(dogOf({ parts: { 'side head': head(brow) } }), ['skull', 'foreface']);

  it('are as far from parallel as the angle between them, whichever way they run', () => {
    const foreface = slope(-20, 80);
    expect(turned([80, -20])?.value).toBeCloseTo(0, 6);
    expect(turned([80, 0])?.value).toBeCloseTo(-foreface, 6);
    expect(turned([-80, 20])?.value).toBeCloseTo(0, 6);
    expect(turned([20, 80])?.value).toBeCloseTo(90, 6);
    expect(turned([80, 0])).toMatchObject({ view: 'side' });
  });

  it('run the shorter way round between their landmarks', () => {
    const lines = turned([80, 0])?.lines ?? [];
    expect(lines.map(([a, b]) => [a, b].map(({ x }) => Math.round(x)))).toEqual([
      [0, 80],
      [120, 200],
    ]);
    const other = part(
      [
        [0, 0],
        [80, 0],
        [120, 30],
        [200, 10],
        [100, -60],
      ],
      {
        skullTop: 1,
        brow: 0,
        stop: 3,
        noseTop: 2,
      },
    );
    const back = measureParallel(dogOf({ parts: { 'side head': other } }), ['skull', 'foreface']);
    expect(back?.value).toBeCloseTo(-slope(-20, 80), 6);
  });

  it('are none where a part or a landmark lacks, or both ends are one', () => {
    expect(measureParallel(dogOf({ parts: {} }), ['skull', 'foreface'])).toBeNull();
    const lacking = part(
      [
        [0, 0],
        [80, 0],
        [100, -60],
      ],
      { skullTop: 0, brow: 1, stop: 2 },
    );
    expect(measureParallel(dogOf({ parts: { 'side head': lacking } }), ['skull', 'foreface'])).toBeNull();
    const point = part(
      [
        [0, 0],
        [80, 0],
        [100, -60],
      ],
      { skullTop: 0, brow: 1, stop: 2, noseTop: 2 },
    );
    expect(measureParallel(dogOf({ parts: { 'side head': point } }), ['skull', 'foreface'])).toBeNull();
  });
});

describe('the shape of a head from ahead', () => {
  const shapeOf = (shape: HeadShape, head: SeenPart | null, face?: Drawn['face']) =>
    measureShape(
      dogOf({ parts: head ? { 'headFront head-front': head } : {}, ...(face ? { face } : {}) }),
      shape,
    );
  const ring = (wide: number, tall: number, landmarkStation = {}) =>
    part(
      Array.from({ length: 144 }, (_, k) => {
        const turn = (2 * Math.PI * k) / 144;
        return [200 + wide * Math.cos(turn), 300 + tall * Math.sin(turn)] as const;
      }),
      landmarkStation,
    );
  const face = {
    eyes: [
      [190, 310],
      [210, 310],
    ],
    nose: [
      [197, 290],
      [203, 290],
    ],
  } as const;

  it('a ball is round from the middle of eyes and nose, an egg by as much as it is longer than wide', () => {
    expect(shapeOf('round', ring(50, 50), face)?.value).toBeLessThan(0.01);
    const egg = shapeOf('round', ring(40, 60), face);
    expect(egg?.value).toBeGreaterThan(0.3);
    expect(egg?.value).toBeLessThan(0.45);
    const [far, near] = (egg?.lines ?? []).map(([a, b]) => Math.hypot(b.x - a.x, b.y - a.y));
    expect(far).toBeGreaterThan((near ?? 0) + 10);
    expect(egg?.view).toBe('headFront');
  });

  it('a brick narrows from skull to lips by nothing, a wedge by what it narrows', () => {
    // Two marks on the middle line: a width is between the outermost crossings.
    const wedge = (top: number, low: number, landmarkStation = {}) =>
      part(
        [
          [-low, -50],
          [-top, 150],
          [top, 150],
          [low, -50],
          [0, 0],
          [0, 100],
        ],
        landmarkStation,
      );
    const marks = { flew: 4, skullSide: 5 };
    expect(shapeOf('brick', wedge(50, 50, marks))?.value).toBeCloseTo(0, 6);
    expect(shapeOf('brick', wedge(60, 30, marks))?.value).toBeCloseTo(1 - 75 / 105, 6);
    expect(shapeOf('brick', wedge(60, 30))).toBeNull();
    for (const one of [{ flew: 4 }, { skullSide: 5 }])
      expect(shapeOf('brick', wedge(60, 30, one))).toBeNull();
  });

  it('a dome is a circle from temple to temple over the crown', () => {
    const temples = { temple: 6, 'temple.right': 66 };
    const round = shapeOf('dome', ring(50, 50, temples));
    expect(round?.value).toBeLessThan(1e-6);
    expect(round?.lines[0]?.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [200, 300],
      [200, 350],
    ]);
    expect(shapeOf('dome', ring(50, 80, temples))?.value).toBeGreaterThan(0.01);
    expect(shapeOf('dome', ring(50, 50))).toBeNull();
    const flat = part(
      [
        [0, 0],
        [10, 0],
        [20, 0],
        [30, 0],
        [15, -90],
        [10, -90],
        [5, -90],
      ],
      { temple: 0, 'temple.right': 3 },
    );
    expect(shapeOf('dome', flat)).toBeNull();
  });

  it('there is none without a head', () => {
    for (const shape of ['round', 'brick', 'dome'] as const) expect(shapeOf(shape, null)).toBeNull();
  });
});
