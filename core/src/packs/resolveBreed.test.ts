import { describe, expect, it } from 'vitest';
import { breedFiles, breeds, packs } from '../../testing/packs.ts';
import type { BreedFile } from './breedFile.ts';
import { checkBreed, checkPacks } from './checkNames.ts';
import { completed } from './completed.ts';
import { resolveBreed } from './resolveBreed.ts';
import { byRole } from './roles.ts';
import { wholeKindId } from '../terms/zone.ts';
import { zoneKinds } from './zones.ts';

describe('every trim', () => {
  it('has no scissors inside an ear, between the pads or at the sanitary area', () => {
    const scissored = breeds.flatMap(({ id, trims }) =>
      trims.flatMap((trim) =>
        ['ear-inside', 'pads', 'sanitary']
          .filter((kind) => trim.areas[kind]?.techniques.includes('scissor'))
          .map((kind) => `${id} ${trim.id} ${kind}`),
      ),
    );
    expect(scissored).toEqual([]);
  });
});

describe('a breed’s file', () => {
  const [file] = breedFiles;
  if (!file) throw new Error('no breed');
  const [trim] = file.trims;
  if (!trim) throw new Error('no trim');
  const changed = (change: Partial<BreedFile>): BreedFile => ({ ...file, ...change });

  it('says what a row does not say by the pattern before it, and that by the zone’s usual way', () => {
    const rows = [
      { zones: ['*'], mm: 20, range: [15, 25] as const },
      { zones: ['legs'], mm: 30, range: [20, 40] as const, shape: { elbow: 0.5 } },
      { zones: ['hock'], shape: null, why: 'bone' },
    ];
    const own = { ...trim, patterns: [], areas: rows };
    const { trims } = resolveBreed(changed({ areas: [], trims: [own] }), packs);
    const areas = trims[0]?.areas;
    const usual = packs.zones.zones.find(({ id }) => id === 'hock')?.usual;
    expect(areas?.hock).toMatchObject({ ...usual, mm: 30, shape: null, why: 'bone' });
    expect(areas?.foreleg).toMatchObject({ mm: 30, shape: { elbow: 0.5 }, why: null });
    expect(areas?.back?.mm).toBe(20);
  });

  it('a zone like another takes that one’s rows, and its own over them', () => {
    const areas = (rows: BreedFile['trims'][number]['areas']) => {
      const own = {
        ...trim,
        patterns: [],
        areas: [{ zones: ['*'], mm: 9, range: [5, 12] as const, techniques: ['scissor'] as const }, ...rows],
      };
      return resolveBreed(changed({ areas: [], trims: [own] }), packs).trims[0]?.areas;
    };
    const belly = { zones: ['belly'], mm: 7, range: [5, 9] as const };
    expect(areas([belly])?.armpit?.mm).toBe(7);
    expect(areas([belly, { zones: ['armpit'], mm: 6, range: [5, 9] }])?.armpit?.mm).toBe(6);
  });

  it('techniques named without a finish leave what they usually leave', () => {
    const rows = [
      { zones: ['*'], mm: 20, range: [15, 25] as const, techniques: ['clip'] as const },
      { zones: ['hock'], techniques: ['thin', 'scissor'] as const },
      { zones: ['back'], finishes: ['rough'] as const },
    ];
    const areas = resolveBreed(changed({ areas: [], trims: [{ ...trim, patterns: [], areas: rows }] }), packs)
      .trims[0]?.areas;
    expect(areas?.rib?.finishes).toEqual(['close']);
    expect(areas?.hock?.finishes).toEqual(['soft', 'crafted']);
    expect(areas?.back).toMatchObject({ techniques: ['clip'], finishes: ['rough'] });
  });

  it('that leaves a zone without a length is refused, naming it', () => {
    const bare = { ...trim, patterns: [], areas: [] };
    expect(() => resolveBreed(changed({ areas: [], trims: [bare] }), packs)).toThrow(
      /nothing says what to leave at "topknot"/,
    );
  });

  it.each([
    ['coat', { coat: 'wirey' }, { path: 'coat', nearest: 'wire' }],
    [
      'pattern',
      { trims: [{ ...trim, patterns: ['clean-fase'] }] },
      { path: 'trims[0].patterns', nearest: 'clean-face' },
    ],
    [
      'zone',
      { trims: [{ ...trim, areas: [{ zones: ['topknt'] }] }] },
      { path: 'trims[0].areas[0].zones', nearest: 'topknot' },
    ],
    [
      'landmark',
      { trims: [{ ...trim, areas: [{ zones: ['hock'], shape: { elbo: 1 } }] }] },
      { path: 'trims[0].areas[0].shape', nearest: 'elbow' },
    ],
    ['line', { trims: [{ ...trim, lines: ['tial'] }] }, { path: 'trims[0].lines' }],
  ])('with an unknown %s is refused with its path and the nearest name', (_what, change, problem) => {
    expect(checkBreed(changed(change as Partial<BreedFile>), packs)).toMatchObject([problem]);
  });

  it('no two rules of a breed say the same', () => {
    for (const { id, rules } of breeds)
      expect(new Set(rules.map(({ text }) => text)).size, id).toBe(rules.length);
  });

  it('every name in every pack is one', () => {
    expect(checkPacks(packs)).toEqual([]);
    for (const one of breedFiles) expect(checkBreed(one, packs), one.id).toEqual([]);
  });

  it('a curve on a landmark or zone that is not there is refused, naming the part', () => {
    const [trunk, ...others] = packs.archetypes.skeleton.parts;
    if (!trunk) throw new Error('no part');
    const lost = {
      ...trunk,
      outline: 'withers bakMid',
      zones: [{ zone: 'lion', area: 'wither 0 0.1, croup 1 1' }],
    };
    const skeleton = { ...packs.archetypes.skeleton, parts: [lost, ...others] };
    expect(checkPacks({ ...packs, archetypes: { ...packs.archetypes, skeleton } })).toMatchObject([
      { path: 'archetypes.skeleton.parts.trunk.outline', nearest: 'backMid' },
      { path: 'archetypes.skeleton.parts.trunk.zones.lion', nearest: 'loin' },
      { path: 'archetypes.skeleton.parts.trunk.zones.lion', nearest: 'withers' },
    ]);
  });

  it('rows take what they do not say from the list’s defaults', () => {
    const written = { defaults: { rows: { a: 1, b: 2 } }, rows: [{ id: 'x' }, { id: 'y', b: 3 }] };
    expect(completed(written)).toEqual({
      rows: [
        { a: 1, b: 2, id: 'x' },
        { a: 1, b: 3, id: 'y' },
      ],
    });
  });

  it('a role is played by exactly one entry', () => {
    const cast = (...roles: (string | null)[]) => roles.map((role, i) => ({ id: `${i}`, role }));
    expect(byRole('stop', cast(null, 'x', null), 'x').id).toBe('1');
    expect(() => byRole('stop', cast(null), 'x')).toThrow('0 stop');
    expect(() => byRole('stop', cast('x', 'x'), 'x')).toThrow('2 stop');
  });
});

describe('what a trim wants', () => {
  it.each(breeds.map((pack) => [pack.id, pack] as const))(
    '%s: hair that can grow, no closer than skin allows',
    (_id, pack) => {
      const coat = packs.coats.types.find(({ id }) => id === pack.coat);
      for (const trim of pack.trims) {
        for (const kind of zoneKinds(packs.zones, trim.splits)) {
          const area = trim.areas[kind.id];
          const where = `${trim.id} ${kind.id}`;
          expect(area?.mm, where).toBeGreaterThanOrEqual(area?.range[0] ?? 0);
          expect(area?.mm, where).toBeLessThanOrEqual(area?.range[1] ?? 0);
          expect(area?.mm, where).toBeGreaterThanOrEqual(kind.skinFloorMm);
          if (!coat || coat.fullMm === null) continue;
          const full =
            coat.fullMm *
            (coat.fullSharesAt[kind.id] ??
              coat.fullSharesAt[wholeKindId(kind.id)] ??
              coat.fullShares[kind.hair] ??
              1);
          expect(area?.mm, `${where} grows to ${full}`).toBeLessThan(full);
        }
      }
    },
  );

  it('furnishings, beards and head furnishings of every coat with an end outgrow its jacket, but for bare-faced coats', () => {
    for (const { id, fullMm, fullShares } of packs.coats.types) {
      if (fullMm === null) continue;
      expect(fullShares['head-furnishing'], id).toBeGreaterThan(1);
      expect(fullShares.furnishing, id).toBeGreaterThan(1);
    }
  });
});

describe('hair that a trim lets stand', () => {
  it('is where the first of its techniques cuts nothing, and only there', () => {
    for (const { id, trims } of breeds)
      for (const trim of trims)
        for (const [kind, { techniques, stands }] of Object.entries(trim.areas)) {
          const first = packs.tools.techniques.find((technique) => technique.id === techniques[0]);
          expect(stands, `${id} ${trim.id} ${kind}`).toBe(first?.cuts === false);
        }
  });
});
