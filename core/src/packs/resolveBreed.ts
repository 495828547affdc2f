import type { AreaRow, BreedFile, Pattern } from './breedFile.ts';
import type { Areas, BreedPack, TrimArea } from './breed.ts';
import type { Packs } from './packs.ts';
import { formsOf, requireForms, withRoles } from './resolveForms.ts';
import { requireOneLength, runsOf } from './resolveRuns.ts';
import { byId, MisuseError } from '../terms/failure.ts';
import { versionOf } from './versionOf.ts';
import type { Source } from '../terms/source.ts';
import { isAmong, wholeKindId } from '../terms/zone.ts';
import type { Split, ZoneKind } from './zones.ts';
import { zoneKinds } from './zones.ts';

/** The packs a breed's trims are built with. */
type Built = Pick<Packs, 'patterns' | 'zones' | 'tools'>;
type Row = AreaRow & { readonly source: Source };

/**
 * A breed as core reads it: every trim's patterns and rows laid over the zones' usual way of working, row by row, so that
 * each zone kind has one complete area. A zone that is `like` another takes that one's rows and then its own; a row that
 * names techniques and no finishes gets the techniques' own.
 * @throws MisuseError naming the trim and zone that no row gives a length, a pattern that is not in the pack, a run
 * that is drawn in two lengths, or a place that no form shapes.
 */
export function resolveBreed(file: BreedFile, packs: Built): BreedPack {
  const trims = file.trims.map((trim) => {
    const used = trim.patterns.map((id) => byId('pattern', packs.patterns.patterns, id));
    const own = [...(file.areas ?? []), ...trim.areas];
    const rows = [...used.flatMap(rowsOf), ...withSource(own, trim.source)];
    const { id, name, purposes, summary, source, lines, head = null } = trim;
    const where = `${file.id}, trim ${id}`;
    const splits = splitsOf(
      [...used.map((pattern) => pattern.splits ?? []), trim.splits ?? []].flat(),
      lines,
    );
    const areas = areasOf(rows, zoneKinds(packs.zones, splits), packs, where);
    const drawn = [packs.patterns.runs, ...used.map(({ runs = [] }) => runs), trim.runs ?? []].flat();
    const runs = runsOf(
      drawn,
      spelledOut(
        drawn.map(({ path }) => path),
        splits,
        packs,
      ),
    );
    requireOneLength(runs, areas, packs.tools, where);
    const shaped = [packs.patterns.forms, ...used.map(({ forms = [] }) => forms), trim.forms ?? []].flat();
    const inForms = spelledOut(
      shaped.map(({ zones }) => zones),
      splits,
      packs,
    );
    const forms = formsOf(shaped, packs.patterns.roles, inForms);
    requireForms(forms, areas, where);
    const rolled = withRoles(areas, forms);
    return { id, name, purposes, summary, source, head, lines, splits, areas: rolled, runs, forms };
  });
  const fallbacks = (file.fallbacks ?? []).map((fallback) => {
    const named = new Set(fallback.areas.flatMap((row) => zonesIn(row.zones, packs)));
    const kinds = packs.zones.zones.filter((kind) => named.has(kind.id));
    const rows = withSource(fallback.areas, fallback.source);
    return { ...fallback, areas: areasOf(rows, kinds, packs, `${file.id}, ${fallback.name}`) };
  });
  return { ...file, version: versionOf(file), trims, fallbacks };
}

const withSource = (rows: readonly AreaRow[], source: Source): readonly Row[] =>
  rows.map((row) => ({ ...row, source: row.source ?? source }));

const rowsOf = (pattern: Pattern): readonly Row[] => withSource(pattern.areas, pattern.source);

function areasOf(rows: readonly Row[], kinds: readonly ZoneKind[], packs: Built, where: string): Areas {
  const named = rows.map((row) => ({ ...finished(row, packs), zones: zonesIn(row.zones, packs) }));
  return Object.fromEntries(
    kinds.map((kind) => [kind.id, cleared(areaOf(named, kind, packs, where), kind, packs)]),
  );
}

/** The splits of the lines that a trim draws; of two of one place the later. */
function splitsOf(rows: readonly Split[], lines: readonly string[]): readonly Split[] {
  const drawn = rows.filter(({ line }) => lines.includes(line));
  return [...new Map(drawn.map((split) => [split.zone, split])).values()];
}

/**
 * Names of places as a run or form of a trim has them: a place that a line divides is its parts, but for those that some row names by
 * themselves; a part of a place that is whole is nowhere.
 */
function spelledOut(named: readonly (readonly string[])[], splits: readonly Split[], packs: Built) {
  const parts = new Set(splits.flatMap(({ into }) => into));
  const byThemselves = new Set(named.flat().filter((kind) => parts.has(kind)));
  return (names: readonly string[]): readonly string[] =>
    zonesIn(names, packs).flatMap((kind) => {
      const split = splits.find(({ zone }) => zone === kind);
      if (split) return split.into.filter((part) => !byThemselves.has(part));
      return wholeKindId(kind) === kind || parts.has(kind) ? [kind] : [];
    });
}

function areaOf(rows: readonly Row[], kind: ZoneKind, { tools }: Built, where: string): TrimArea {
  const area = drawnArea(rows, kind, where);
  const [first] = area.techniques;
  return { ...area, stands: first !== undefined && !byId('technique', tools.techniques, first).cuts };
}

function drawnArea(rows: readonly Row[], kind: ZoneKind, where: string): Omit<TrimArea, 'stands'> {
  let area: Partial<Omit<TrimArea, 'stands'>> = {
    ...kind.usual,
    shape: null,
    roles: [],
    layDeg: null,
    edge: 'bevelled',
    directionBinds: false,
    scale: null,
    why: null,
  };
  const isPart = wholeKindId(kind.id) !== kind.id;
  const ofPart = rows.filter(({ zones }) => isPart && zones.includes(kind.id));
  const ofAll = rows.filter((row) => appliesTo(row.zones, kind) && !ofPart.includes(row));
  for (const { zones: _, ...says } of [...ofAll, ...ofPart]) area = { ...area, ...says };
  if (area.mm === undefined || area.range === undefined) {
    throw new MisuseError(`${where}: nothing says what to leave at "${kind.id}"`);
  }
  return area as Omit<TrimArea, 'stands'>;
}

/** A fold that a trim cuts is kept clear, whatever length the trim draws round it. */
function cleared(area: TrimArea, kind: ZoneKind, { tools }: Built): TrimArea {
  const clear = kind.cleared;
  if (!clear) return area;
  // What is left to stand there is left: a fold is cleared or not touched.
  if (area.stands) return { ...area, techniques: area.techniques.slice(0, 1) };
  const [lo, hi] = [Math.max(area.range[0], clear.range[0]), Math.min(area.range[1], clear.range[1])];
  if (area.mm >= clear.range[0] && area.mm <= clear.range[1])
    return { ...area, range: [lo, hi], direction: 'with' };
  const finishes = clear.techniques.map((id) => byId('technique', tools.techniques, id).finish);
  return { ...area, ...clear, finishes, direction: 'with', stands: false, source: 'custom' };
}

function finished(row: Row, { tools }: Built): Row {
  if (row.finishes || !row.techniques) return row;
  const finishes = row.techniques.map((id) => byId('technique', tools.techniques, id).finish);
  return { ...row, finishes: [...new Set(finishes)] };
}

/** Groups spelled out. */
const zonesIn = (names: readonly string[], { zones }: Built): readonly string[] =>
  names.flatMap((name) => zones.groups.find(({ id }) => id === name)?.zones ?? [name]);

const appliesTo = (zones: readonly string[], { id, like }: ZoneKind) =>
  zones.includes('*') || isAmong(zones, id) || (like !== null && zones.includes(like));
