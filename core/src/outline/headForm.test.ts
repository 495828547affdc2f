import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, caseFor, hairEverywhere, packs, planFor, zoneOf } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import { measureShape } from '../check/measure.ts';
import { inCoat } from '../check/seen.ts';
import type { HeadForm, TrimArea } from '../packs/breed.ts';
import { planGroom } from '../plan/planGroom.ts';
import { coatContour } from '../contour/coatContour.ts';
import { formedIn, headForm } from './headForm.ts';

const body = bodyOf(packs, breed('poodle-cross'), {}, []);
const partOf = (form: HeadForm) => {
  const { view, part } = formedIn(form);
  const found = body.views[view].parts.find(({ id }) => id === part);
  if (!found) throw new Error(`no part ${part}`);
  return found;
};
/** A form drawn over 40 mm of hair everywhere: what it asks of a point of the skin. */
function asked(form: HeadForm) {
  const part = partOf(form);
  const drawn = coatContour(part, () => ({ stretchedMm: 40 }), { curl: 1, layDeg: 80 });
  const depth = headForm(form, part, drawn);
  if (!depth) throw new Error('no form');
  const at = (name: string) => {
    const station = part.stations[part.landmarkStation[name] ?? -1];
    if (!station) throw new Error(`no landmark ${name}`);
    return depth(station.point, station.normal);
  };
  return { part, drawn, depth, at };
}
const surface = ({ part, depth }: ReturnType<typeof asked>): readonly Point[] =>
  part.stations.flatMap(({ point, normal }) => {
    const d = depth(point, normal);
    return typeof d === 'number' ? [{ x: point.x + normal.x * d, y: point.y + normal.y * d }] : [];
  });

describe('the form of a head', () => {
  it('a ball is as far from its middle everywhere', () => {
    const form = asked('ball');
    const points = surface(form);
    const ys = points.map(({ y }) => y);
    const middle = (Math.max(...ys) + Math.min(...ys)) / 2;
    const radii = points.map(({ x, y }) => Math.hypot(x, y - middle));
    expect(radii.length).toBeGreaterThan(40);
    expect(Math.max(...radii) / Math.min(...radii)).toBeLessThan(1.02);
  });

  it('a ball is as full on top as beside the eyes', () => {
    const { at } = asked('ball');
    const [top, side] = [Number(at('crown')), Number(at('temple'))];
    expect(top).toBeGreaterThan(side - 3);
    expect(top).toBeGreaterThan(30);
  });

  it('a brick falls plumb from brow to lips', () => {
    const form = asked('brick');
    const sides = surface(form).filter(({ y }) => y < (form.drawn[0]?.y ?? 0) - 60 && y > -110);
    const widths = sides.map(({ x }) => Math.abs(x));
    expect(widths.length).toBeGreaterThan(10);
    expect(Math.max(...widths) - Math.min(...widths)).toBeLessThan(0.1 * Math.max(...widths));
  });

  it('a dome stands over the eyes, wider than the skull, and says nothing below them', () => {
    const { at, part } = asked('dome');
    expect(at('jaw')).toBe('as-drawn');
    expect(at('crown')).toBeCloseTo(40, -1);
    const side = part.stations[part.landmarkStation.skullSide ?? -1];
    const out = at('skullSide');
    expect(typeof out === 'number' && out > 5 && out < 40).toBe(true);
    expect(side?.point.x ?? 0).toBeGreaterThan(0);
  });

  it('a pear is narrower above than a ball, a crest as high as it and as wide as a brick below', () => {
    const width = (form: HeadForm, from: number, to: number) =>
      Math.max(
        ...surface(asked(form))
          .filter(({ y }) => y > from && y < to)
          .map(({ x }) => Math.abs(x)),
      );
    expect(width('pear', -40, 40)).toBeLessThan(0.9 * width('crest', -40, 40));
    expect(width('crest', -120, -70)).toBeCloseTo(width('brick', -120, -70), -0.5);
  });

  it('a wedge is one line from nose to crown, and the underside as drawn', () => {
    const form = asked('wedge');
    expect(form.at('chin')).toBe('as-drawn');
    const line = surface(form);
    expect(line.length).toBeGreaterThan(10);
    const [a, b] = [line[0], line.at(-1)];
    if (!a || !b) throw new Error('no line');
    for (const p of line) {
      const off = ((b.x - a.x) * (a.y - p.y) - (a.x - p.x) * (b.y - a.y)) / Math.hypot(b.x - a.x, b.y - a.y);
      // Where the skin stands out of the line no hair can be taken.
      expect(Math.abs(off)).toBeLessThan(12);
    }
  });
});

describe('a trim that shapes the head', () => {
  const round = (trim: { readonly head: HeadForm | null }) => {
    const pack = breed('poodle-cross');
    const [first] = pack.trims;
    if (!first) throw new Error('no trim');
    const cheek = { ...first.areas['cheek'], mm: 38 } as TrimArea;
    const shaped = { ...pack, trims: [{ ...first, ...trim, areas: { ...first.areas, cheek } }] };
    // Ears that hang natural are as long as they are drawn: it is the head that is measured.
    const ears = ['ear-outside.left', 'ear-outside.right', 'ear-fringe.left', 'ear-fringe.right'];
    const hairMm = { ...hairEverywhere(120), ...Object.fromEntries(ears.map((ear) => [ear, 45])) };
    const plan = planGroom(caseFor('poodle-cross', { hairMm }, shaped));
    return measureShape(inCoat(body, plan, 'after', false), 'round')?.value ?? 9;
  };

  it('makes it rounder than its places alone', () => {
    expect(round({ head: 'ball' })).toBeLessThan(0.7 * round({ head: null }));
  });

  it('says so, and tells the lengths by place', () => {
    const topknot = zoneOf(planFor('standard-poodle', { hairMm: hairEverywhere(120) }), 'topknot');
    expect(topknot.reasons.find(({ rule }) => rule === 'head-form')).toMatchObject({ about: 'dome' });
    const places = Object.fromEntries(topknot.profile.map(({ place, mm }) => [place, mm]));
    expect(places['crown'] ?? 0).toBeGreaterThan((places['side of the skull'] ?? 99) + 10);
  });

  it('leaves a thick cheek that no ear covers less hair, not a wider head', () => {
    const thick: Extra = { findings: [{ finding: 'thick-head', severity: 'marked' }] };
    for (const id of ['west-highland-white-terrier', 'soft-coated-wheaten-terrier']) {
      const cheek = (extra: Extra) =>
        zoneOf(planFor(id, { hairMm: hairEverywhere(120), ...extra }), 'cheek.left').targetMm;
      expect(cheek(thick), id).toBeLessThan(cheek({}) - 1);
    }
  });

  it('never more than reads as the trim, nor than there is', () => {
    for (const mm of [30, 200]) {
      const plan = planFor('bichon-frise', { hairMm: hairEverywhere(mm) });
      const areas = breed('bichon-frise').trims[0]?.areas ?? {};
      for (const kind of ['cheek', 'beard', 'topknot']) {
        const zone = plan.zones.find((one) => one.zone.split('.')[0] === kind);
        expect(zone?.leftMm ?? 999, kind).toBeLessThanOrEqual(
          Math.min(mm, areas[kind]?.range[1] ?? 0) + 1e-6,
        );
      }
    }
  });
});

describe('a form in figures', () => {
  /** A part of which only landmarks and points matter. */
  const plain = (points: Readonly<Record<string, Point>>) => {
    const names = Object.keys(points);
    const part = {
      landmarkStation: Object.fromEntries(names.map((name, i) => [name, i])),
      stations: Object.values(points).map((point) => ({ point })),
    } as unknown as Parameters<typeof headForm>[1];
    return { part, drawn: Object.values(points) };
  };
  const wedge = (noseTop: Point, skullTop: Point) => {
    const { part, drawn } = plain({ noseTop, skullTop });
    const depth = headForm('wedge', part, drawn);
    if (!depth) throw new Error('no form');
    return depth;
  };
  const at = (x: number, y: number): Point => ({ x, y });

  it('a wedge fills up to the straight line from nose to crown', () => {
    const depth = wedge(at(0, 0), at(30, 40));
    expect(depth(at(19, 17), at(-0.8, 0.6))).toBeCloseTo(5, 9);
    expect(depth(at(19, 17), at(0, 1))).toBeCloseTo(5 / 0.6, 9);
    expect(depth(at(11, 23), at(-0.8, 0.6))).toBe(0);
    expect(wedge(at(0, 0), at(-30, 40))(at(-19, 17), at(0.8, 0.6))).toBeCloseTo(5, 9);
  });

  it('a wedge lies anywhere: only the way along it counts', () => {
    const depth = wedge(at(100, 200), at(130, 240));
    expect(depth(at(119, 217), at(-0.8, 0.6))).toBeCloseTo(5, 9);
    expect(depth(at(100, 200), at(-0.8, 0.6))).toBe(0);
    expect(depth(at(130, 240), at(-0.8, 0.6))).toBe(0);
    expect(depth(at(134, 237), at(-0.8, 0.6))).toBeCloseTo(5, 9);
  });

  it('a wedge leaves alone what is before the nose, behind the crown, or turned away from it', () => {
    const depth = wedge(at(0, 0), at(30, 40));
    expect(depth(at(-1, -1), at(-0.8, 0.6))).toBe('as-drawn');
    expect(depth(at(40, 45), at(-0.8, 0.6))).toBe('as-drawn');
    expect(depth(at(19, 17), at(0.6, 0.8))).toBe('as-drawn');
    expect(depth(at(19, 17), at(0.8, -0.6))).toBe('as-drawn');
  });

  it('without a landmark it needs there is no form', () => {
    for (const points of [{ noseTop: at(0, 0) }, { skullTop: at(1, 1) }, {}]) {
      const { part, drawn } = plain(points as Readonly<Record<string, Point>>);
      expect(headForm('wedge', part, drawn)).toBeNull();
      expect(headForm('ball', part, drawn)).toBeNull();
    }
  });

  it('a ball is reached on its far side, and hair that points along it follows its neighbours', () => {
    const points = { crown: at(0, 10), temple: at(10, 0), chinMid: at(0, -10), left: at(-10, 0) };
    const { part, drawn } = plain(points);
    const depth = headForm('ball', part, drawn);
    expect(depth?.(at(0, -20), at(0, 1))).toBeCloseTo(30, 1);
    expect(depth?.(at(9, 0), at(1, 0))).toBeCloseTo(1, 1);
    expect(depth?.(at(9, 0), at(0, 1))).toBe('follows');
    expect(depth?.(at(0, 20), at(0, 1))).toBe(0);
  });

  /** A head 160 high about (0, 20), its eyes at 40; 40 wide at the temples, 50 at the jaw, 60 where it is widest. */
  const head = {
    crown: at(0, 100),
    temple: at(40, 40),
    jaw: at(50, -20),
    chinMid: at(0, -60),
    ear: at(-60, 0),
  };
  /** How far it is from a height on the middle line to the form, towards a point. */
  function outTo(form: HeadForm, to: Point, y = 20, points: Readonly<Record<string, Point>> = head) {
    const { part, drawn } = plain(points);
    const far = Math.hypot(to.x, to.y - y);
    return headForm(form, part, drawn)?.(at(0, y), at(to.x / far, (to.y - y) / far));
  }

  it.each<[HeadForm, number, readonly (readonly [x: number, y: number])[]]>([
    [
      'ball',
      20,
      // About (0, 60), as far below the crown as the skull is wide: 76.8 on average.
      [
        [65.5, 20],
        [0, 136.8],
        [-65.5, 20],
        [0, -16.8],
      ],
    ],
    // |x/50|⁵ + |(y − 20)/80|⁵ = 1: no wider than temple and jaw.
    [
      'brick',
      20,
      [
        [50, 20],
        [0, 100],
        [0, -60],
        [41.82, 92],
        [-41.82, -52],
      ],
    ],
    // About the eyes, to 1.4 times the skull.
    [
      'dome',
      40,
      [
        [56, 40],
        [0, 100],
        [-24.41, 94],
      ],
    ],
    [
      'crest',
      40,
      [
        [50, 40],
        [0, 100],
        [21.79, 94],
        [41.82, -50],
        [-41.82, -50],
      ],
    ],
    // An ellipse 60 wide, narrower by 45 % of its width at the crown, by none at the chin.
    [
      'pear',
      20,
      [
        [46.5, 20],
        [46.11, -20],
        [-34.42, 60],
        [0, 100],
        [0, -60],
      ],
    ],
  ])('a %s is so far out', (form, y, places) => {
    for (const [x, to] of places) {
      const out = outTo(form, at(x, to), y);
      expect(typeof out).toBe('number');
      expect(Math.abs(Number(out) - Math.hypot(x, to - y)), `${form} to ${x} ${to}: ${out}`).toBeLessThan(
        0.6,
      );
    }
  });

  it('a dome says nothing below the eyes; hair that points across from its middle there follows its neighbours', () => {
    const { part, drawn } = plain(head);
    const dome = headForm('dome', part, drawn);
    expect(dome?.(at(0, 39), at(1, 0))).toBe('as-drawn');
    expect(dome?.(at(0, 40), at(1, 0))).toBeCloseTo(56, 0);
    // Level hair at 82 meets the dome 40 out, 46° up from the eyes.
    expect(dome?.(at(0, 82), at(1, 0))).toBe('follows');
    expect(dome?.(at(0, 70), at(1, 0))).toBeCloseTo(48.5, 0);
  });

  it('has a form only where crown, temple and chin are on the part', () => {
    for (const name of ['crown', 'temple', 'chinMid'] as const) {
      const { [name]: _, ...rest } = head;
      expect(outTo('ball', at(1, 20), 20, rest), name).toBeUndefined();
    }
    // Without a jaw a flat side is as wide as the temple.
    const { jaw: _, ...rest } = head;
    expect(outTo('brick', at(1, 20), 20, rest)).toBeCloseTo(40, 0);
  });
});
