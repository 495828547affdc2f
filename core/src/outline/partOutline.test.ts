import { describe, expect, it } from 'vitest';
import { caseFor, derivedAs } from '../../testing/packs.ts';
import { roundPart, STATIONS, wishFor as wish } from '../../testing/roundPart.ts';
import type { Station, ViewPart } from '../body/view.ts';
import type { Case, Derived } from '../case/resolveCase.ts';
import type { StationChange, ZoneWish } from './partOutline.ts';
import { solvePart, unchanged } from './partOutline.ts';

const N = STATIONS;
const RADIUS = 200;
const ideal = roundPart(() => RADIUS);
/** So much smaller over the upper half as a whole. */
const flatter = (byMm: number, extra: Partial<ViewPart> = {}) =>
  roundPart((k) => (k < N / 2 ? RADIUS - byMm : RADIUS), extra);

const coat = { layDeg: 90, curl: 0.5, shown: 'stretched' } as Derived['coat'];
const visit = derivedAs(caseFor('generic-curl'), { coat });
const body = { landmarks: {}, heightMm: 600 };

const solve = (
  part: ViewPart,
  {
    back = wish(),
    belly = wish(),
    settled = [],
    bare = ideal,
    of = visit,
  }: {
    readonly back?: ZoneWish;
    readonly belly?: ZoneWish;
    readonly settled?: readonly string[];
    readonly bare?: ViewPart;
    readonly of?: Case;
  } = {},
) => {
  const wishes = new Map([
    ['back', back],
    ['belly', belly],
  ]);
  return solvePart(of, body, part, [bare, ideal], wishes, new Set(settled), null);
};
const of = (along: readonly StationChange[], zone: string) => along.filter((one) => one.zone === zone);
const middle = (along: readonly StationChange[]) => along[Math.floor(along.length / 2)];

describe('one part of a view, solved', () => {
  it('is filled by what it lacks, upright hair millimetre for millimetre, its neighbour left', () => {
    const { along, kkt } = solve(flatter(12));
    expect(kkt).toBeLessThan(1e-6);
    expect(middle(of(along, 'back'))?.change).toBeCloseTo(12, 0);
    expect(middle(of(along, 'back'))?.leave).toBeCloseTo(42, 0);
    expect(middle(of(along, 'belly'))?.change).toBeCloseTo(0, 0);
    expect(along.every(({ short }) => short === null)).toBe(true);
  });

  it('with the curl back what is shown takes more hair', () => {
    const reverted = derivedAs(visit, { coat: { ...coat, shown: 'reverted' } });
    const { along } = solve(flatter(12), { of: reverted });
    expect(middle(of(along, 'back'))?.change).toBeCloseTo(24, 0);
  });

  it('is taken where it is too full, to no less than the trim reads', () => {
    expect(middle(of(solve(flatter(-12)).along, 'back'))?.change).toBeCloseTo(-12, 0);
    const bound = middle(of(solve(flatter(-12), { back: wish({ loMm: 25 }) }).along, 'back'));
    expect(bound?.leave).toBeCloseTo(25, 6);
    expect(bound?.short).toBeNull();
  });

  it('says how much hair it lacks, and how long it would have to be', () => {
    const short = middle(of(solve(flatter(12), { back: wish({ hiMm: 34 }) }).along, 'back'));
    expect(short?.leave).toBeCloseTo(34, 6);
    expect(short?.short?.kind).toBe('hair-missing');
    expect(short?.short?.byMm).toBeCloseTo(8, 6);
    expect(short?.short?.wantedMm).toBeCloseTo(42, 6);
    const trim = middle(of(solve(flatter(12), { back: wish({ hiMm: 34, hiBy: 'trim' }) }).along, 'back'));
    expect(trim?.short?.kind).toBe('trim-maximum');
    const reverted = derivedAs(visit, { coat: { ...coat, shown: 'reverted' } });
    const curled = middle(of(solve(flatter(12), { back: wish({ hiMm: 34 }), of: reverted }).along, 'back'));
    expect(curled?.short?.byMm).toBeCloseTo(20, 6);
    expect(curled?.short?.wantedMm).toBeCloseTo(54, 6);
  });

  it('says how far the line lies inside the skin', () => {
    const inside = middle(of(solve(flatter(-40), { back: wish({ loMm: 1 }) }).along, 'back'));
    expect(inside?.short?.kind).toBe('skin-outside');
    expect(inside?.short?.byMm).toBeCloseTo(11, 6);
    expect(inside?.short?.wantedMm).toBeCloseTo(-10, 6);
    const enough = middle(of(solve(flatter(-20), { back: wish({ loMm: 15 }) }).along, 'back'));
    expect(enough?.short).toBeNull();
  });

  it('leaves out what is held or settled, and solves its neighbours without it', () => {
    expect(of(solve(flatter(12), { back: wish({ held: true }) }).along, 'back')).toEqual([]);
    const { along } = solve(flatter(12), { settled: ['back'] });
    expect(of(along, 'back')).toEqual([]);
    expect(middle(of(along, 'belly'))?.change).toBeCloseTo(0, 0);
  });

  it('what rides on its own bone is held against that, what is carried in part against both', () => {
    const all = { front: 1, top: 1, rear: 1, under: 1 };
    const half = { front: 0.5, top: 0.5, rear: 0.5, under: 0.5 };
    const own = flatter(12);
    const back = (carried: ViewPart['carried'], bare = own) =>
      middle(of(solve({ ...own, carried }, { bare }).along, 'back'))?.change;
    expect(back(all)).toBeCloseTo(0, 6);
    expect(back(half)).toBeCloseTo(6, 0);
    expect(back(own.carried)).toBeCloseTo(12, 0);
  });

  it('a part that is set on elsewhere is held against the standard from there', () => {
    const lower = (by: number): ViewPart => ({
      ...ideal,
      stations: ideal.stations.map((one): Station => ({
        ...one,
        point: { x: one.point.x, y: one.point.y - by },
      })),
      setOn: { x: 0, y: 400 - by },
    });
    const set = { ...ideal, setOn: { x: 0, y: 400 } };
    const wishes = new Map([
      ['back', wish()],
      ['belly', wish()],
    ]);
    const { along } = solvePart(visit, body, lower(30), [set, set], wishes, new Set(), null);
    for (const { change } of along) expect(Math.abs(change)).toBeLessThan(1e-6);
    const stands = solve({ ...lower(30), setOn: null }).along;
    expect(Math.max(...stands.map(({ change }) => change))).toBeGreaterThan(20);
  });

  it('nothing is solved for less than a millimetre, nor without a twin to be held against', () => {
    for (const { change } of solve(flatter(0.9)).along) expect(change).toBe(0);
    expect(Math.max(...solve(flatter(1.5)).along.map(({ change }) => change))).toBeGreaterThan(1);
    const wishes = new Map([['back', wish()]]);
    expect(
      solvePart(visit, body, flatter(12), [undefined, undefined], wishes, new Set(), null),
    ).toMatchObject({
      along: [],
      kkt: 0,
    });
  });

  it('smooths away what is shorter than a hand, on a small dog what is shorter in proportion', () => {
    const dent = (stations: number) => roundPart((k) => RADIUS - (Math.abs(k - N / 4) <= stations ? 12 : 0));
    const fill = (stations: number, heightMm: number) => {
      const wishes = new Map([
        ['back', wish()],
        ['belly', wish()],
      ]);
      const { along } = solvePart(
        visit,
        { ...body, heightMm },
        dent(stations),
        [ideal, ideal],
        wishes,
        new Set(),
        null,
      );
      return middle(of(along, 'back'))?.change ?? NaN;
    };
    // A station is 10 mm of the contour.
    expect(fill(1, 600)).toBeLessThan(6);
    expect(fill(14, 600)).toBeGreaterThan(11);
    expect(fill(1, 600)).toBe(fill(1, 500));
    expect(fill(1, 250)).toBeGreaterThan(fill(1, 500) + 1);
  });

  it('tells lengths at landmarks near by, and at both ends of what is seen of a place', () => {
    const hidden = { ...flatter(12) };
    const stations = hidden.stations.map((one, k): Station => (k < 20 ? { ...one, hidden: true } : one));
    const back = of(solve({ ...hidden, stations }).along, 'back');
    const places = back.flatMap(({ landmark }) => (landmark === null ? [] : [landmark]));
    expect(places[0]).toBe('front>top@0.67');
    expect(places).toContain('top');
    expect(places.filter((place) => place === 'top')).toHaveLength(5);
    expect(places.at(-1)).toBe('rear');
  });

  it('a contour has no ends: a dip where its stations begin is filled as one elsewhere', () => {
    const dipped = (at: number) =>
      roundPart((k) => {
        const away = Math.min((k - at + N) % N, (at - k + N) % N);
        return RADIUS - 12 * Math.max(0, 1 - (away / 12) ** 2);
      });
    // Where both places meet, and where one of them is: both ways round alike.
    const filled = (at: number) => {
      const { along } = solve(dipped(at));
      expect(along).toHaveLength(N);
      return [-6, -1, 0, 1, 6].map((by) => along[(at + by + N) % N]?.change ?? NaN);
    };
    filled(0).forEach((mm, i) => expect(mm).toBeCloseTo(filled(N / 2)[i] ?? NaN, 6));
    filled(0).forEach((mm, i) => expect(mm).toBeCloseTo(filled(0).at(-1 - i) ?? NaN, 6));
  });

  it('hair that lies flat shows no length, so nothing is asked of it', () => {
    const flat = derivedAs(visit, { coat: { layDeg: 2, curl: 1, shown: 'stretched' } as Derived['coat'] });
    const over = roundPart((k) => (k < N / 2 ? RADIUS - 12 : RADIUS), { fromAbove: true });
    expect(solve(over, { of: flat }).along).toEqual([]);
    expect(solve(over).along).not.toEqual([]);
  });

  it('on the middle line a place of either side is neither', () => {
    const sided = { ...flatter(12), middle: 'x' as const };
    const stations = sided.stations.map((one): Station =>
      one.zone === 'back' ? { ...one, zone: 'rib.left' } : one,
    );
    const wishes = new Map([['rib.left', wish()]]);
    const zones = ['rib.left', 'belly'];
    const of = { ...sided, stations, zones };
    const { along } = solvePart(visit, body, of, [ideal, ideal], wishes, new Set(), null);
    expect(along.length).toBeLessThan(N / 2);
    expect(along.length).toBeGreaterThan(N / 2 - 6);
  });
});

describe('a part that is as it should be', () => {
  const wishes = new Map([
    ['back', wish()],
    ['belly', wish({ held: true })],
    ['rib.left', wish({ hair: { stretchedMm: 12 } })],
    ['rib.right', wish({ hair: { stretchedMm: 14 } })],
  ]);
  const part: ViewPart = { ...ideal, zonesSeen: ['back', 'belly', 'rib.left'] };
  const names = (settled: readonly string[], both: boolean) =>
    unchanged(part, wishes, new Set(settled), both).map(({ zone, change, leave }) => [zone, change, leave]);

  it('wants no change of the places it shows, on both sides where it is drawn for both', () => {
    expect(names([], false)).toEqual([
      ['back', 0, 30],
      ['rib.left', 0, 12],
    ]);
    expect(names([], true)).toEqual([
      ['back', 0, 30],
      ['rib.left', 0, 12],
      ['rib.right', 0, 14],
    ]);
    expect(names(['back'], false)).toEqual([['rib.left', 0, 12]]);
  });
});
