import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';
import { loadLibrary } from '../src/packs/load.ts';

describe('packs at the door', () => {
  it('all fit their schemas', () => {
    const { breeds, packs } = loadLibrary();
    expect(breeds.size).toBeGreaterThanOrEqual(12);
    expect(packs.version).toMatch(/^[0-9a-f]{14}$/);
  });

  it('a broken one is refused with its file and place', () => {
    const folder = mkdtempSync(join(tmpdir(), 'kurrel-packs-'));
    cpSync(new URL('../../packs/', import.meta.url), folder, { recursive: true });
    const file = join(folder, 'breeds', 'samoyed.json');
    const broken = JSON.parse(readFileSync(file, 'utf8')) as { trims: { areas: { mm: unknown }[] }[] };
    const area = broken.trims[0]?.areas[0];
    if (area) area.mm = 'long';
    writeFileSync(file, JSON.stringify(broken));
    expect(() => loadLibrary(pathToFileURL(`${folder}/`))).toThrow(
      /packs\/breeds\/samoyed\.json: \/trims\/0\/areas\/0\/mm must be number/,
    );
  });
});

/** A file of the packs as it is written, to be broken. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- what is broken has no type
type Loose = any;
const entry = (list: Loose, id: string): Loose => list.find((one: Loose) => one.id === id);
const zone = (id: string, change: (one: Loose) => void) => (pack: Loose) => change(entry(pack.zones, id));
const trim = (change: (one: Loose) => void) => (breed: Loose) => change(breed.trims[0]);
const double = (list: (pack: Loose) => Loose[]) => (pack: Loose) => {
  const [first] = list(pack);
  list(pack).push(structuredClone(first));
};
const BREED = 'breeds/samoyed.json';

/** Forty ways a pack is broken by hand: the file, what is done to it, and what is said of it. */
const BROKEN: readonly (readonly [string, string, ((pack: Loose) => void) | string, RegExp])[] = [
  ['no JSON', 'zones.json', '{ "zones": [', /zones\.json: it is no JSON, mend it/],
  ['an empty file', 'coats.json', '', /coats\.json: it is empty/],
  ['a byte-order mark', 'signs.json', '\uFEFF{}', /signs\.json: it begins with a byte-order mark/],
  ['a breed of no JSON', BREED, '{ id: samoyed }', /samoyed\.json: it is no JSON/],
  ['an empty breed', BREED, ' \n', /samoyed\.json: it is empty/],
  ['a list where an object stands', 'words.json', '[]', /words\.json: \/ must be object/],
  ['an unknown coat', BREED, (b) => (b.coat = 'stand-of'), /no coat type "stand-of", did you mean "/],
  ['an unknown body', BREED, (b) => (b.body.archetype = 'spits'), /body\.archetype: no archetype "spits"/],
  [
    'an unknown head style',
    BREED,
    (b) => (b.body.head = 'square'),
    /body\.head: no head style "square": there are/,
  ],
  [
    'an unknown ear style',
    BREED,
    (b) => (b.body.ear = 'cropped'),
    /body\.ear: no ear style "cropped": there are/,
  ],
  [
    'an unknown tail style',
    BREED,
    (b) => (b.body.tail = 'corkscrew'),
    /body\.tail: no tail style "corkscrew": there are/,
  ],
  ['an unknown pattern', BREED, trim((t) => t.patterns.push('velvet')), /patterns: no pattern "velvet"/],
  ['an unknown line', BREED, trim((t) => t.lines.push('waist')), /lines: no line "waist"/],
  ['an unknown zone', BREED, trim((t) => t.areas.push({ zones: ['knee'], mm: 3 })), /no zone "knee"/],
  [
    'a landmark that is not there',
    BREED,
    trim((t) => t.areas.push({ zones: ['rib'], shape: { knob: 1 } })),
    /no landmark "knob"/,
  ],
  [
    'a length that is a word',
    BREED,
    trim((t) => (t.areas[0].mm = 'long')),
    /trims\/0\/areas\/0\/mm must be number/,
  ],
  ['a length below nothing', BREED, trim((t) => (t.areas[0].mm = -3)), /trims\/0\/areas\/0\/mm must be/],
  ['a range backwards', BREED, trim((t) => (t.areas[0].range = [30, 10])), /range: 30 to 10 runs backwards/],
  [
    'a length outside its range',
    BREED,
    trim((t) => t.areas.push({ zones: ['rib'], mm: 3, range: [10, 20] })),
    /rib: 3 mm lies outside its range 10 to 20/,
  ],
  [
    'a length the coat does not grow to',
    BREED,
    trim((t) => t.areas.push({ zones: ['rib'], mm: 350, range: [300, 400] })),
    /rib: 350 mm: this coat grows to/,
  ],
  ['the heights backwards', BREED, (b) => b.heightMm.reverse(), /heightMm: \d+ to \d+ runs backwards/],
  ['the weights backwards', BREED, (b) => b.weightKg.reverse(), /weightKg: \d+ to \d+ runs backwards/],
  ['a trim twice', BREED, double((b) => b.trims), /trims: "[\w-]+" stands there twice/],
  ['a breed twice', BREED, (b) => (b.id = 'airedale-terrier'), /two files have the id "airedale-terrier"/],
  ['a field nobody knows', BREED, (b) => (b.colour = 'white'), /must NOT have additional properties/],
  ['a breed without trims', BREED, (b) => (b.trims = []), /trims must NOT have fewer/],
  ['a source nobody knows', BREED, trim((t) => (t.source = 'hearsay')), /source must be equal/],
  [
    'a rule of a zone that is not there',
    BREED,
    (b) => b.rules.push({ ...b.rules.find((r: Loose) => r.zones), zones: ['knee'] }),
    /no zone "knee"/,
  ],
  ['a zone twice', 'zones.json', double((p) => p.zones), /zones: "[\w-]+" stands there twice/],
  [
    'a neighbour that does not know it',
    'zones.json',
    zone('back', (z) => z.near.push('beard')),
    /zones\.beard\.near: "back" is near it/,
  ],
  [
    'a neighbour of its own',
    'zones.json',
    zone('back', (z) => z.near.push('back')),
    /a zone is no neighbour of its own/,
  ],
  [
    'a share over one',
    'zones.json',
    zone('back', (z) => (z.share = 1.4)),
    /zones\.back\.share: 1\.4 of the skin|share must be <= 1/,
  ],
  [
    'more skin than a dog has',
    'zones.json',
    zone('back', (z) => (z.share += 0.3)),
    /shares of the skin add up to 1\.3/,
  ],
  [
    'a blade that is not there',
    'zones.json',
    zone('eye-corner', (z) => z.machines.blades.push('blade-99')),
    /no tool kind "blade-99"/,
  ],
  [
    'a role nobody plays',
    'zones.json',
    (p) => p.zones.forEach((z: Loose) => delete z.role),
    /0 entries have the role "body-length"/,
  ],
  [
    'a role two play',
    'zones.json',
    (p) => p.zones.slice(0, 2).forEach((z: Loose) => (z.role = 'body-length')),
    /entries have the role "body-length": give it to one/,
  ],
  [
    'a word with two meanings',
    'signs.json',
    (p) => entry(p.signs, 'lump').words.push('flank'),
    /words "flank": means zone rib and sign lump/,
  ],
  ['a sign twice', 'signs.json', double((p) => p.signs), /signs: "[\w-]+" stands there twice/],
  [
    'a restriction that is not there',
    'signs.json',
    (p) => (entry(p.signs, 'lump').restriction = 'lumpy'),
    /no restriction "lumpy"/,
  ],
  ['a tool kind twice', 'tools.json', double((p) => p.kinds), /kinds: "[\w-]+" stands there twice/],
  [
    'a carrier that is not there',
    'tools.json',
    (p) => p.kinds.find((k: Loose) => k.carriers?.length > 0).carriers.push('blade-99'),
    /no tool kind "blade-99"/,
  ],
  [
    'a share of patience over one',
    'mats.json',
    (p) => (p.patienceShare.easy = 1.5),
    /patienceShare.*(at most 1|<= 1)/,
  ],
];

describe('a pack that was broken by hand is refused, with the file, the place and what to do', () => {
  it.each(BROKEN)('%s', (_what, file, change, says) => {
    const folder = mkdtempSync(join(tmpdir(), 'kurrel-packs-'));
    cpSync(new URL('../../packs/', import.meta.url), folder, { recursive: true });
    const path = join(folder, file);
    if (typeof change === 'string') writeFileSync(path, change);
    else {
      const pack: Loose = JSON.parse(readFileSync(path, 'utf8'));
      change(pack);
      writeFileSync(path, JSON.stringify(pack));
    }
    let told = '';
    try {
      loadLibrary(pathToFileURL(`${folder}/`));
    } catch (error) {
      told = error instanceof Error ? `${error.name}: ${error.message}` : String(error);
    }
    rmSync(folder, { recursive: true });
    expect(told).toMatch(/^PackError: packs/);
    expect(told).toMatch(says);
  });
});
