import { describe, expect, it } from 'vitest';
import { breeds, packs } from '../../testing/packs.ts';
import { isMachined, requireOneLength, runsOf } from './resolveRuns.ts';
import type { RunRow } from './runs.ts';

const same = (names: readonly string[]) => names;
const paths = (...rows: readonly RunRow[]) =>
  Object.fromEntries(runsOf(rows, same).map(({ id, path }) => [id, path]));
const run = (id: string, ...path: readonly string[]): RunRow => ({ id, name: id, path });

describe('the runs of a trim', () => {
  it('a later run takes its places out of those before it; what keeps none is gone', () => {
    expect(
      paths(run('body', 'nape', 'back', 'throat'), run('throat', 'throat'), run('neck', 'nape')),
    ).toEqual({
      body: ['back'],
      throat: ['throat'],
      neck: ['nape'],
    });
    expect(paths(run('throat', 'throat'), run('face', 'cheek', 'throat'))).toEqual({
      face: ['cheek', 'throat'],
    });
  });

  it('one with the id of an earlier one takes its place, and groups are spelled out', () => {
    const spelled = (names: readonly string[]) =>
      names.flatMap((name) => (name === 'topside' ? ['back', 'loin'] : [name]));
    const found = runsOf([run('body', 'rib'), { ...run('body', 'topside'), liftOff: ['elbow'] }], spelled);
    expect(found).toEqual([
      {
        id: 'body',
        name: 'body',
        path: ['back', 'loin'],
        from: null,
        to: null,
        liftOff: ['elbow'],
        how: null,
        mayTurn: [],
      },
    ]);
  });

  it('is refused where one run is drawn in two lengths, ways or techniques, naming both places', () => {
    const [breed] = breeds.filter(({ id }) => id === 'standard-poodle');
    const trim = breed?.trims.find(({ id }) => id === 'lamb');
    if (!trim) throw new Error('no lamb');
    const check = (kind: string, extra: object) =>
      requireOneLength(
        trim.runs,
        { ...trim.areas, [kind]: { ...trim.areas[kind], ...extra } } as typeof trim.areas,
        packs.tools,
        'lamb',
      );
    expect(() => check('loin', {})).not.toThrow();
    expect(() => check('loin', { mm: 14 })).toThrow(
      'lamb: run "body" is one length, but "nape" says comb 13 mm with and "loin" comb 14 mm with',
    );
    expect(() => check('rib', { techniques: ['clip'] })).toThrow(/"nape" says comb .* "rib" clip/);
    expect(() => check('foreface', { direction: 'with' })).toThrow(
      /"foreface" says .* with and "beard" .* against/,
    );
    expect(() => check('cheek', { direction: 'with' }), 'the back of the face may turn').not.toThrow();
    expect(() => check('cheek', { direction: 'with', mm: 3 })).toThrow(/"cheek" clip 3 mm with/);
    expect(() => check('loin', { mm: 14, techniques: ['scissor', 'comb'] })).not.toThrow();
    expect(() => requireOneLength([], trim.areas, packs.tools, 'lamb')).toThrow(/is in no run/);
  });
});

describe('over all breeds', () => {
  it('every place drawn for a machine is in exactly one run of its trim', () => {
    for (const { id, trims } of breeds)
      for (const trim of trims)
        for (const [kind, area] of Object.entries(trim.areas)) {
          const runs = trim.runs.filter(({ path }) => path.includes(kind)).length;
          expect(runs, `${id} ${trim.id} ${kind}`).toBeLessThanOrEqual(1);
          if (isMachined(area, packs.tools)) expect(runs, `${id} ${trim.id} ${kind}`).toBe(1);
        }
  });

  it('a wish for shorter or longer keeps a run together: its places have one range but in folds', () => {
    for (const { id, trims } of breeds)
      for (const trim of trims)
        for (const { id: run, path } of trim.runs) {
          if (run === 'folds' || run === 'face') continue;
          const ranges = path.flatMap((kind) => {
            const area = trim.areas[kind];
            return area && isMachined(area, packs.tools) ? [area.range.join(' to ')] : [];
          });
          expect(new Set(ranges).size, `${id} ${trim.id} ${run}: ${ranges.join()}`).toBeLessThanOrEqual(1);
        }
  });
});
