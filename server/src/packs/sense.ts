import { wholeKindId, zoneKind } from '@kurrel/core';
import type { BreedFile, BreedPack, Packs } from '@kurrel/core';

/** Something in a pack that fits its schema and makes no sense: where, what, and what to do about it. */
export interface PackFault {
  readonly path: string;
  readonly text: string;
}

/** Lists whose entries may bear one id several times: rows about something, not somethings. */
const ROWS = ['factors'];
/** Shares of a whole; other shares are factors. */
const PARTS_OF_ONE = ['densityShare', 'spreadShare', 'showShare', 'coverShare', 'tenderSkinShare'];

/** What makes no sense in the shared packs, whatever names what. */
export function senseOfPacks(packs: Packs): readonly PackFault[] {
  const faults: PackFault[] = [];
  walk(packs, '', faults);
  const { zones } = packs.zones;
  for (const { id, near, share } of zones) {
    for (const other of near) {
      const there = zones.find((one) => one.id === other);
      if (there && !there.near.includes(id))
        faults.push({
          path: `zones.${other}.near`,
          text: `"${id}" is near it and it is not near "${id}": name it here, or take it out there`,
        });
    }
    if (near.includes(id))
      faults.push({ path: `zones.${id}.near`, text: 'a zone is no neighbour of its own: take it out' });
    if (share > 1)
      faults.push({ path: `zones.${id}.share`, text: `${share} of the skin: a share is at most 1` });
  }
  const skin = zones.reduce((sum, { share }) => sum + share, 0);
  if (skin > 1.005)
    faults.push({
      path: 'zones.*.share',
      text: `shares of the skin add up to ${skin.toFixed(3)}: make them 1`,
    });
  for (const [handling, share] of Object.entries(packs.mats.patienceShare))
    if (share > 1)
      faults.push({
        path: `mats.patienceShare.${handling}`,
        text: `${share} of its patience: a share is at most 1`,
      });
  return [...faults, ...rolesOf(packs), ...wordsTwice(packs)];
}

/** What makes no sense in a breed: as it is written, and with its patterns laid over each other. */
export function senseOfBreed(file: BreedFile, breed: BreedPack, packs: Packs): readonly PackFault[] {
  const faults: PackFault[] = [];
  walk(file, '', faults);
  const { heads, ears, tails, archetypes } = packs.archetypes;
  const { head, ear, tail, archetype } = file.body;
  const base = archetypes.find(({ id }) => id === archetype);
  const style = (what: string, id: string | undefined, known: readonly { readonly id: string }[]) => {
    if (id !== undefined && !known.some((one) => one.id === id))
      faults.push({
        path: `body.${what}`,
        text: `no ${what} style "${id}": there are ${known.map((one) => one.id).join(', ')}`,
      });
  };
  style('head', head ?? base?.head, heads);
  style('ear', ear ?? base?.ear, ears);
  style('tail', tail ?? base?.tail, tails);
  const coat = packs.coats.types.find(({ id }) => id === breed.coat);
  for (const { id: trim, areas } of breed.trims) {
    for (const [id, area] of Object.entries(areas)) {
      const kind = zoneKind(packs.zones, id);
      if (!coat || coat.fullMm === null) continue;
      const fullMm =
        coat.fullMm *
        (coat.fullSharesAt[id] ?? coat.fullSharesAt[wholeKindId(id)] ?? coat.fullShares[kind.hair] ?? 1);
      const path = `trims.${trim}, ${kind.id}`;
      if (area.mm > fullMm + 1e-9)
        faults.push({
          path,
          text: `${area.mm} mm: this coat grows to ${Math.round(fullMm)} mm there; draw it shorter, or with "leave"`,
        });
    }
    for (const [zone, { mm, range }] of Object.entries(areas))
      if (mm < range[0] || mm > range[1])
        faults.push({
          path: `trims.${trim}, ${zone}`,
          text: `${mm} mm lies outside its range ${range[0]} to ${range[1]}: change the one or the other`,
        });
  }
  return faults;
}

/** Doubled ids, ranges the wrong way round, shares over one: wherever they stand. */
function walk(value: unknown, path: string, faults: PackFault[]): void {
  if (Array.isArray(value)) {
    const list: readonly unknown[] = value;
    const ids = list.flatMap((one) => (isEntry(one) && typeof one.id === 'string' ? [one.id] : []));
    const twice = ids.find((id, index) => ids.indexOf(id) !== index);
    if (twice !== undefined && !ROWS.some((one) => path.endsWith(one)))
      faults.push({ path, text: `"${twice}" stands there twice: give one another id, or take it out` });
    list.forEach((one, index) => walk(one, `${path}[${index}]`, faults));
    return;
  }
  if (!isEntry(value)) return;
  for (const [key, inner] of Object.entries(value)) {
    const at = path === '' ? key : `${path}.${key}`;
    const [lo, hi, ...more]: readonly unknown[] = Array.isArray(inner) ? inner : [];
    const range = typeof lo === 'number' && typeof hi === 'number' && more.length === 0;
    if (range && /(^|[a-z])range$|Range$|^heightMm$|^weightKg$/.test(key) && lo > hi)
      faults.push({ path: at, text: `${lo} to ${hi} runs backwards: put the lower one first` });
    if (typeof inner === 'number' && PARTS_OF_ONE.includes(key) && (inner < 0 || inner > 1))
      faults.push({ path: at, text: `${inner} is no share: 0 to 1` });
    walk(inner, at, faults);
  }
}

const isEntry = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Entries that core asks for by what they are there for: each there once. */
function rolesOf({ safety, zones, times, schools }: Packs): readonly PackFault[] {
  const asked: readonly (readonly [
    string,
    readonly { readonly role: string | null }[],
    readonly string[],
  ])[] = [
    ['safety.restrictions', safety.restrictions, ['first-visit', 'sores-beneath']],
    ['safety.stops', safety.stops, ['sores-under-mat', 'beyond-handling']],
    ['times.parts', times.parts, ['wash', 'dry', 'rough-clip']],
    ['zones', zones.zones, ['body-length']],
    ['schools', schools.schools, []],
  ];
  return asked.flatMap(([path, list, roles]) => {
    const played = list.flatMap(({ role }) => (role === null ? [] : [role]));
    return [...new Set([...roles, ...played])].flatMap((role): PackFault[] => {
      const count = played.filter((one) => one === role).length;
      if (count === 1) return [];
      return [{ path, text: `${count} entries have the role "${role}": give it to one` }];
    });
  });
}

/** Words of the typed line that mean two things; those that only fill a line may be a place's as well. */
function wordsTwice(packs: Packs): readonly PackFault[] {
  const { zones, signs, findings, coats, words, mats } = packs;
  const meanings = new Map<string, string>();
  const faults: PackFault[] = [];
  const add = (texts: readonly string[], meaning: string) => {
    for (const text of texts.map((one) => one.toLowerCase())) {
      const other = meanings.get(text);
      if (other !== undefined && other !== meaning)
        faults.push({
          path: `words "${text}"`,
          text: `means ${other} and ${meaning}: take it from one of them`,
        });
      meanings.set(text, meaning);
    }
  };
  for (const { id, name, words: more } of zones.zones) add([name, ...more], `zone ${id}`);
  for (const { id, name, words: more } of signs.signs) add([name, ...more], `sign ${id}`);
  for (const { id, name, words: more } of findings.findings) add([name, ...more], `finding ${id}`);
  for (const { id, name, words: more } of coats.modifiers) add([name, ...more], `coat ${id}`);
  for (const { id, name, words: more } of signs.temper.handling) add([name, ...more], `handling ${id}`);
  for (const [key, texts] of Object.entries(words.measures)) add(texts, `measure ${key}`);
  mats.words.forEach((texts, index) => add(texts, `tightness ${index + 1}`));
  const { filler: _filler, measures: _measures, ...small } = words;
  for (const [key, texts] of Object.entries(small)) add(texts, key);
  return faults;
}
