import { describe, expect, it } from 'vitest';
import { breedFiles, caseFor, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Extra } from '../../testing/packs.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { BreedFile } from './breedFile.ts';
import type { Packs } from './packs.ts';
import { resolveBreed } from './resolveBreed.ts';

/** Every id of every list in the packs, but for words that are values of a type in core. */
const VALUES = new Set([
  'clip',
  'comb',
  'scissor',
  'thin',
  'strip',
  'leave',
  'easy',
  'wary',
  'fights',
  'bites',
]);
const ids = new Set<string>();
function collect(value: unknown): void {
  if (Array.isArray(value)) value.forEach(collect);
  else if (typeof value === 'object' && value !== null) {
    for (const [key, inner] of Object.entries(value)) {
      if (key === 'id' && typeof inner === 'string' && !VALUES.has(inner)) ids.add(inner);
      collect(inner);
    }
  }
}
collect([
  packs.treatments,
  packs.zones,
  packs.coats,
  packs.safety,
  packs.signs,
  packs.schools,
  packs.findings,
  packs.patterns,
]);
collect([packs.times, packs.tools.kinds, breedFiles.map(({ id, trims, lines }) => ({ id, trims, lines }))]);

/** Fields whose strings are names of entries; what else is text, or a value of a type, stays. */
const NAMING = new Set(
  'id zones near organs cautions like coat appliesTo restriction stop at except carriers patterns whenLost default group parts cosmetic regions shorter longer lines signs coats modifiers restrictions findings product dryer small safety touches order afterCurl restriction blades matted gentlestAt path zone line into'.split(
    ' ',
  ),
);
const KEYED = new Set(['fullSharesAt', 'tender']);
const rename = (name: string): string => {
  const [kind = '', ...side] = name.split('.');
  return ids.has(kind) ? [`x-${kind}`, ...side].join('.') : name;
};
function renamed(value: unknown, naming = false): unknown {
  if (typeof value === 'string') return naming ? rename(value) : value;
  if (Array.isArray(value)) return value.map((one) => renamed(one, naming));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => {
      if (key === 'organs' || key === 'regions' || key === 'body') {
        return [
          key,
          key === 'regions'
            ? renamed(Object.entries(inner as object).map(([k, v]) => [k, rename(String(v))]))
            : inner,
        ];
      }
      if (KEYED.has(key)) {
        return [key, Object.fromEntries(Object.entries(inner as object).map(([k, v]) => [rename(k), v]))];
      }
      return [key, renamed(inner, NAMING.has(key))];
    }),
  );
}
/** The drawing names places by zone, and its own parts by ids that are no entries of a pack. */
function zonesRenamed(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(zonesRenamed);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [
      key,
      key === 'zone' ? rename(String(inner)) : zonesRenamed(inner),
    ]),
  );
}
function otherPacks(): Packs {
  const { archetypes, views, words, version, ...named } = packs;
  const other = renamed(named) as unknown as Packs;
  const regions = Object.fromEntries(Object.entries(packs.times.regions).map(([k, v]) => [k, rename(v)]));
  const { techniques, kinds, policy, heat, wear } = packs.tools;
  const caution = (list: readonly string[]) => list.map(rename);
  return {
    ...other,
    archetypes: zonesRenamed(archetypes) as typeof archetypes,
    views: { ...(zonesRenamed(views) as typeof views), lines: renamed(views.lines) as typeof views.lines },
    words,
    version,
    times: { ...other.times, regions: regions as Packs['times']['regions'] },
    tools: {
      policy,
      heat,
      wear,
      kinds: renamed(kinds) as typeof kinds,
      techniques: techniques.map((one) => ({ ...one, cautions: caution(one.cautions) })),
    },
  };
}

describe('every id in every pack under another name', () => {
  const other = otherPacks();
  const cases: readonly Extra[] = [
    {},
    { firstVisit: true, temper: { handling: 'fights' } },
    {
      hairMm: hairEverywhere(60),
      signs: [
        sign('healing-ear', 'ear-fringe.left'),
        sign('allergic-skin'),
        sign('lump', 'back', { sizeMm: 30 }),
      ],
      findings: [{ finding: 'high-behind', severity: 'marked' }],
      mats: [
        {
          id: 'm',
          zone: 'thigh.left',
          lengthCm: 14,
          widthCm: 12,
          tightness: 4,
          toSkinMm: 1.6,
          burr: false,
          sores: false,
        },
      ],
      salon: { face: 'with', wire: 'strip', roughClip: 'always' },
    },
  ];

  it.each(breedFiles.map((file) => [file.id, file] as const))('gives the same plans for %s', (id, file) => {
    const pack = resolveBreed(renamed(file) as BreedFile, other);
    for (const extra of cases) {
      const plan = planGroom(caseFor(id, extra));
      const [first] = file.trims;
      const same = planGroom(
        caseFor(
          id,
          {
            ...extra,
            trimId: rename(first?.id ?? ''),
            coatType: rename(file.coat),
            drawer: caseFor(id).facts.drawer.map((tool) => ({ ...tool, kindId: rename(tool.kindId) })),
            hairMm: Object.fromEntries(
              Object.entries(extra.hairMm ?? {}).map(([zone, mm]) => [rename(zone), mm]),
            ),
            signs: (extra.signs ?? []).map((s) => ({
              ...s,
              sign: rename(s.sign),
              zone: s.zone && rename(s.zone),
            })),
            findings: (extra.findings ?? []).map((f) => ({ ...f, finding: rename(f.finding) })),
            mats: (extra.mats ?? []).map((m) => ({ ...m, zone: rename(m.zone) })),
            salon: Object.fromEntries(
              Object.entries(extra.salon ?? {}).map(([q, a]) => [rename(q), rename(a)]),
            ),
          },
          pack,
          other,
        ),
      );
      expect(same.zones.map(({ zone: _zone, run: _run, ...rest }) => rest)).toEqual(
        plan.zones.map(({ zone: _zone, run: _run, ...rest }) => rest),
      );
      expect(same.runs.map(({ zones }) => zones)).toEqual(plan.runs.map(({ zones }) => zones.map(rename)));
      expect(same.conflicts.map(({ kind }) => kind)).toEqual(plan.conflicts.map(({ kind }) => kind));
      expect(same.standingMinutes).toBe(plan.standingMinutes);
    }
  });
});
