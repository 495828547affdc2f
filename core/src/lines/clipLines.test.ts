import { describe, expect, it } from 'vitest';
import { breed, breedFiles, breeds, packs } from '../../testing/packs.ts';
import type { Body } from '../body/body.ts';
import { bodyOf, VIEW_IDS } from '../body/body.ts';
import { distance } from '../body/geometry.ts';
import { landmark } from '../body/landmarks.ts';
import { checkBreed } from '../packs/checkNames.ts';
import { clipLines } from './clipLines.ts';

const body = (id: string): Body => bodyOf(packs, breed(id), {}, []);
const at = ({ landmarks }: Body, name: string) => landmark(landmarks, name);

describe('clip lines on this dog', () => {
  it('puts the throat V two fingers above the breastbone', () => {
    const poodle = body('standard-poodle');
    const trim = breed('standard-poodle').trims[0];
    if (!trim) throw new Error('no trim');
    const throat = clipLines(packs, breed('standard-poodle'), trim, poodle).find(
      (line) => line.id === 'throat',
    );
    const end = throat?.paths[0]?.at(-1) ?? { x: 0, y: 0 };
    expect(distance(end, at(poodle, 'forechest'))).toBeCloseTo(34, 6);
    expect(throat?.distances).toEqual([
      { from: 'forechest', toward: 'throatMid', mm: 34, fingers: 2, line: [at(poodle, 'forechest'), end] },
    ]);
  });

  it('names the line and anchor that point nowhere', () => {
    const pack = breed('standard-poodle');
    const [trim] = pack.trims;
    if (!trim) throw new Error('no trim');
    const broken = {
      ...pack,
      lines: [{ id: 'visor', name: '', anchors: [{ at: 'horn' }], source: 'prior' as const }],
    };
    expect(() => clipLines(packs, broken, trim, body('standard-poodle'))).toThrow(
      /line visor, anchor 1.*horn/,
    );
  });

  it('every line of every breed can be drawn', () => {
    for (const pack of breeds) {
      for (const trim of pack.trims) {
        const lines = clipLines(packs, pack, trim, bodyOf(packs, pack, {}, []));
        expect(lines.map((l) => l.id).sort()).toEqual([...trim.lines].sort());
      }
    }
  });

  it('anchors stand between two bones by their share, and no further off one than the next', () => {
    const poodle = body('standard-poodle');
    const pack = breed('standard-poodle');
    const [trim] = pack.trims;
    if (!trim) throw new Error('no trim');
    const anchors = [
      { between: ['withers', 'elbow'], share: 0.25 },
      { off: 'withers', toward: 'elbow', mm: 40 },
      { off: 'withers', toward: 'elbow', mm: 9000 },
    ] as const;
    const own = { ...pack, lines: [{ id: 'visor', name: '', anchors, source: 'prior' as const }] };
    const [line] = clipLines(packs, own, trim, poodle);
    const way = distance(at(poodle, 'withers'), at(poodle, 'elbow'));
    const far = line?.paths[0]?.map((p) => distance(p, at(poodle, 'withers'))) ?? [];
    expect(far).toEqual([expect.closeTo(way / 4, 6), expect.closeTo(40, 6), expect.closeTo(way, 6)]);
    expect(line?.distances.map(({ mm, fingers }) => [mm, fingers])).toEqual([
      [expect.closeTo(way / 4, 6), null],
      [40, null],
      [9000, null],
    ]);
  });

  it('run level, plumb or at an angle until another line, and say how far that is', () => {
    const poodle = body('standard-poodle');
    const pack = breed('standard-poodle');
    const [trim] = pack.trims;
    if (!trim) throw new Error('no trim');
    const drawn = (deg: number, until: readonly [string, string]) =>
      clipLines(
        packs,
        {
          ...pack,
          lines: [{ id: 'visor', name: '', anchors: [{ from: 'lastRib', deg, until }], source: 'prior' }],
        },
        trim,
        poodle,
      )[0];
    const rib = at(poodle, 'lastRib');
    const plumb = drawn(-90, ['belly', 'tuckUp'])?.paths[0]?.[0] ?? rib;
    expect(plumb.x).toBeCloseTo(rib.x, 6);
    expect(plumb.y).toBeLessThan(at(poodle, 'tuckUp').y);
    expect(plumb.y).toBeGreaterThan(at(poodle, 'belly').y);
    const level = drawn(180, ['withers', 'elbow']);
    expect(level?.paths[0]?.[0]?.y).toBeCloseTo(rib.y, 6);
    expect(level?.distances).toMatchObject([
      { from: 'lastRib', mm: expect.closeTo(rib.x - (level?.paths[0]?.[0]?.x ?? 0), 6) as number },
    ]);
    expect(() => drawn(90, ['belly', 'tuckUp'])).toThrow(/line visor, anchor 1.*never meets/);
  });

  it("are measured in the groomer's own finger", () => {
    const pack = breed('standard-poodle');
    const [trim] = pack.trims;
    if (!trim) throw new Error('no trim');
    const [throat] = clipLines(packs, pack, trim, body(pack.id), 'side', 20).filter(
      ({ id }) => id === 'throat',
    );
    expect(throat?.distances.map(({ mm }) => mm)).toEqual([40]);
  });
});

describe('clip lines from other sides', () => {
  const linesOf = (id: string, view: (typeof VIEW_IDS)[number], trimId?: string) => {
    const pack = breed(id);
    const trim = pack.trims.find((one) => one.id === trimId) ?? pack.trims[0];
    if (!trim) throw new Error('no trim');
    return clipLines(packs, pack, trim, body(id), view);
  };

  it('stand as high as from the side, on both sides of the dog alike', () => {
    const poodle = body('standard-poodle');
    const throat = linesOf('standard-poodle', 'front').find(({ id }) => id === 'throat');
    const [side] = linesOf('standard-poodle', 'side').find(({ id }) => id === 'throat')?.paths ?? [];
    expect(throat?.paths).toHaveLength(2);
    const [one, other] = throat?.paths ?? [];
    expect(one?.map(({ y }) => y)).toEqual(side?.map(({ y }) => y));
    expect(one?.map(({ x, y }) => ({ x: -x || 0, y }))).toEqual(other?.map(({ x, y }) => ({ x: x || 0, y })));
    expect(one?.at(-1)?.x).toBe(0);
    const [measured] = throat?.distances ?? [];
    expect(measured?.line?.[0]).toEqual({ x: 0, y: at(poodle, 'forechest').y });
    expect(measured?.line?.[1]).toEqual(one?.at(-1));
  });

  it('go across a foot level, across a tail and round a mane once', () => {
    const [foot] = linesOf('standard-poodle', 'front').filter(({ id }) => id === 'forefoot');
    for (const path of foot?.paths ?? []) expect(path[0]?.y).toBe(path[1]?.y);
    expect(foot?.paths).toHaveLength(2);
    const [tail] = linesOf('standard-poodle', 'rear').filter(({ id }) => id === 'tail');
    expect(tail?.paths).toHaveLength(1);
    const [mane] = linesOf('standard-poodle', 'top', 'continental').filter(({ id }) => id === 'mane');
    expect(mane?.paths[0]?.[0]?.x).toBeCloseTo(at(body('standard-poodle'), 'lastRib').x, 6);
    expect((mane?.paths[0]?.[0]?.y ?? 0) * (mane?.paths[0]?.[1]?.y ?? 0)).toBeLessThan(0);
  });

  it('are not drawn where they cannot be seen', () => {
    expect(linesOf('standard-poodle', 'rear').map(({ id }) => id)).not.toContain('throat');
    expect(linesOf('standard-poodle', 'headSide').map(({ id }) => id)).toEqual(['visor']);
    expect(linesOf('samoyed', 'front')).toEqual([]);
  });

  it('a line whose other views name an anchor it has not is refused at load', () => {
    const file = breedFiles.find(({ id }) => id === 'airedale-terrier');
    if (!file) throw new Error('no file');
    const short = file.lines.map((line) =>
      line.id === 'throat' ? { ...line, anchors: line.anchors.slice(0, 2) } : line,
    );
    expect(checkBreed(file, packs)).toEqual([]);
    expect(checkBreed({ ...file, lines: short }, packs)).toEqual([
      expect.objectContaining({ path: expect.stringContaining('lines[') as string }),
    ]);
  });

  it('every line of every breed is seen from another side than its own, or from none', () => {
    for (const pack of breeds) {
      for (const trim of pack.trims) {
        for (const view of VIEW_IDS) {
          for (const { id, paths } of clipLines(packs, pack, trim, body(pack.id), view)) {
            for (const { x, y } of paths.flat())
              expect(Number.isFinite(x + y), `${pack.id} ${id}`).toBe(true);
          }
        }
      }
    }
  });
});
