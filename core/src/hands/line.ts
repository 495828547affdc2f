import type { Word } from './words.ts';
import { vocabulary } from './words.ts';
import { distance } from 'fastest-levenshtein';
import type { MeasureKey } from '../body/measures.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs.ts';
import type { Side } from '../plan/zones.ts';
import type { Find, Tightness } from './hands.ts';

/** What a typed line says: finds to put on the sheet, or what is not understood and what would be. */
export type ReadLine =
  | { readonly ok: true; readonly finds: readonly Find[] }
  | { readonly ok: false; readonly problem: string; readonly suggestions: readonly string[] };

const TIGHTNESS: Readonly<Record<string, Tightness>> = {
  loose: 1,
  firm: 2,
  tight: 3,
  felted: 4,
  felt: 4,
};
const LEFT = ['l', 'left'];
const RIGHT = ['r', 'right'];

/**
 * Reads one typed line: `mat L ear 4x3 tight 2mm`, `lump R thigh 12`, `high behind marked`, `L rib 22 mm`,
 * `neutered`, `handling wary`, `stands 15`, `height 44 cm`. Words come in any order; sizes of mats are in cm, lengths
 * and lumps in mm unless a unit says otherwise.
 */
export function readLine(line: string, packs: Packs): ReadLine {
  const text = ` ${line
    .toLowerCase()
    .replace(/[,;.](?!\d)/g, ' ')
    .replace(/×|\*/g, 'x')
    .replace(/\s+/g, ' ')
    .trim()} `;
  if (text.trim() === '') return problem('Type what the hands found, like “mat L ear 4x3 tight 2mm”.');
  const stands = /\bstands? (?:for )?(\d+)(?: ?min(?:utes)?)?\b/.exec(text);
  if (stands) return standing(Number(stands[1]));

  const numbers = readNumbers(text);
  const { found, rest } = readWords(numbers.rest, packs);
  const sides = sidesOf(rest);
  const zones = found.filter(({ means }) => means.kind === 'zone');
  const zoneWord = zones[0]?.means;
  const places =
    zoneWord?.kind === 'zone'
      ? placesOf(zoneWord, sides.length === 0 && zoneWord.both ? ['left', 'right'] : sides)
      : [];
  const whichSide = () => {
    const typed = line.trim();
    return problem(`Which side? Add L, R or both: “${typed} L”.`, [
      `${typed} L`,
      `${typed} R`,
      `${typed} both`,
    ]);
  };

  if (/\bmats?\b|\bmatted\b/.test(rest)) {
    if (!zoneWord) return problem('Where is the mat? Name the place, like “mat L ear 4x3 tight 2mm”.');
    if (places.length === 0) return whichSide();
    return readMat(places, text, numbers);
  }
  const other = found.find(({ means }) => means.kind !== 'zone')?.means;
  switch (other?.kind) {
    case 'measure':
      return readMeasure(other.id, numbers);
    case 'structure': {
      const { sided } = packs.findings.findings.find(({ id }) => id === other.id) ?? { sided: false };
      const severity = /\bmarked\b|\bvery\b/.test(text) ? 'marked' : 'mild';
      const side = sided && sides.length === 1 ? (sides[0] ?? null) : null;
      return ok([{ kind: 'structure', finding: { finding: other.id, severity, side } }]);
    }
    case 'modifier':
      return ok([{ kind: 'modifier', modifier: other.id }]);
    case 'handling':
      return ok([{ kind: 'handling', handling: other.id }]);
    case 'sign': {
      const sign = packs.signs.signs.find(({ id }) => id === other.id);
      if (!sign) break;
      if (sign.scope === 'zone' && !zoneWord) {
        return problem(
          `Where? Name the place of the ${sign.name}, like “${sign.words[0] ?? sign.name} L thigh”.`,
        );
      }
      if (sign.scope === 'zone' && places.length === 0) return whichSide();
      const kindOfZone = zoneWord?.kind === 'zone' ? zoneWord.id : '';
      if (sign.scope === 'zone' && sign.at.length > 0 && !sign.at.includes(kindOfZone)) {
        const found = sign.at.map((id) => packs.zones.zones.find((z) => z.id === id)?.name ?? id);
        return problem(`${sign.name} is found on: ${found.join(', ')}.`);
      }
      const level = sign.levels ? (/\bmarked\b|\bvery\b/.test(text) ? 'marked' : 'mild') : null;
      const sizeMm = sign.sized ? (numbers.lengths[0] ?? null) : null;
      const at = sign.scope === 'zone' ? places : [null];
      return ok(at.map((zone) => ({ kind: 'sign', sign: { sign: sign.id, zone, level, sizeMm, note: '' } })));
    }
  }
  if (zoneWord && numbers.lengths.length > 0) {
    if (places.length === 0) return whichSide();
    const [mm = 0] = numbers.lengths;
    if (mm <= 0 || mm > 400) return problem('A length of hair is between 0 and 400 mm.');
    return ok(
      places.map((zone) => ({ kind: 'length', zone, length: { mm, sdMm: null, readings: 1, by: 'rule' } })),
    );
  }
  if (zoneWord)
    return problem('What is there? Add a length in mm or a finding, like “redness” or “mat 3x2 firm”.');
  return problem(`“${line.trim()}” is not understood.`, suggestions(line, packs));
}

/** Up to six words of the trade that go on from what is typed. */
export function suggestions(line: string, packs: Packs): readonly string[] {
  const parts = line.trimStart().split(' ');
  const tail = parts.at(-1)?.toLowerCase() ?? '';
  if (tail.length < 2) return [];
  const head = parts.slice(0, -1).join(' ');
  const lead = head === '' ? '' : `${head} `;
  const all = [...new Set([...vocabulary(packs).map(({ text }) => text), 'mat', ...Object.keys(TIGHTNESS)])];
  const starts = all.filter((text) => text.startsWith(tail) && text !== tail);
  const near = all.filter((text) => !text.startsWith(tail) && distance(text, tail) <= 1);
  return [...starts.sort((a, b) => a.length - b.length), ...near].slice(0, 6).map((text) => `${lead}${text}`);
}

const ok = (finds: readonly Find[]): ReadLine => ({ ok: true, finds });
const problem = (text: string, more: readonly string[] = []): ReadLine => ({
  ok: false,
  problem: text,
  suggestions: more,
});

function standing(minutes: number): ReadLine {
  if (minutes < 1 || minutes > 240) return problem('A dog stands between 1 and 240 minutes.');
  return ok([{ kind: 'standing', minutes }]);
}

interface Numbers {
  /** Sizes like 4x3, cm. */
  readonly sizes: readonly (readonly [number, number])[];
  /** Lengths in mm (bare numbers are mm). */
  readonly lengths: readonly number[];
  readonly kg: number | null;
  readonly grade: number | null;
  readonly rest: string;
}

function readNumbers(text: string): Numbers {
  let rest = text;
  const take = (pattern: RegExp, use: (groups: readonly string[]) => void) => {
    rest = rest.replace(pattern, (...groups) => {
      use(groups.slice(0, -2).map((group: unknown) => (typeof group === 'string' ? group : '')));
      return ' ';
    });
  };
  const sizes: [number, number][] = [];
  const lengths: number[] = [];
  let kg: number | null = null;
  let grade: number | null = null;
  take(/(\d+(?:\.\d+)?) ?x ?(\d+(?:\.\d+)?) ?(mm|cm)?/g, ([, a = '0', b = '0', unit]) => {
    const scale = unit === 'mm' ? 0.1 : 1;
    sizes.push([Number(a) * scale, Number(b) * scale]);
  });
  take(/\b(?:grade|tightness) ?([1-4])\b/g, ([, g]) => {
    grade = Number(g);
  });
  take(/(\d+(?:\.\d+)?) ?kg\b/g, ([, n]) => {
    kg = Number(n);
  });
  take(/(\d+(?:\.\d+)?) ?cm\b/g, ([, n]) => {
    lengths.push(Number(n) * 10);
  });
  take(/(\d+(?:\.\d+)?) ?(?:mm)?\b/g, ([, n]) => {
    lengths.push(Number(n));
  });
  return { sizes, lengths, kg, grade, rest };
}

function readWords(text: string, packs: Packs): { readonly found: readonly Word[]; readonly rest: string } {
  let rest = text;
  const found: { word: Word; at: number }[] = [];
  for (const word of vocabulary(packs)) {
    const at = rest.indexOf(` ${word.text} `);
    if (at < 0) continue;
    found.push({ word, at });
    rest = `${rest.slice(0, at)} ${' '.repeat(word.text.length)} ${rest.slice(at + word.text.length + 2)}`;
  }
  return {
    found: found.sort((a, b) => a.at - b.at).map(({ word }) => word),
    rest: rest.replace(/\s+/g, ' '),
  };
}

function sidesOf(rest: string): readonly Side[] {
  const words = rest.split(' ');
  const both = words.includes('both');
  const left = both || words.some((word) => LEFT.includes(word));
  const right = both || words.some((word) => RIGHT.includes(word));
  return [...(left ? (['left'] as const) : []), ...(right ? (['right'] as const) : [])];
}

const placesOf = (zone: { readonly id: string; readonly paired: boolean }, sides: readonly Side[]) =>
  zone.paired ? sides.map((side) => `${zone.id}.${side}`) : [zone.id];

function readMat(zones: readonly string[], text: string, { sizes, lengths, grade }: Numbers): ReadLine {
  const [size = [3, 3] as const] = sizes;
  const named = Object.entries(TIGHTNESS).find(([word]) => text.includes(` ${word} `))?.[1];
  const tightness = named ?? (grade as Tightness | null) ?? 2;
  const toSkinMm = lengths[0] ?? TO_SKIN_MM[tightness];
  if (size[0] <= 0 || size[1] <= 0 || size[0] > 60 || size[1] > 60) {
    return problem('The size of a mat is in cm, like 4x3: at most 60 each way.');
  }
  if (toSkinMm < 0 || toSkinMm > 100) return problem('The distance to the skin is 0 to 100 mm.');
  const mat = {
    lengthCm: size[0],
    widthCm: size[1],
    tightness,
    toSkinMm,
    burr: /\bburrs?\b/.test(text),
    sores: /\bsores?\b/.test(text),
  };
  return ok(zones.map((zone) => ({ kind: 'mat', mat: { ...mat, zone } })));
}

/** Where a mat of this tightness usually sits off the skin, mm, until it is felt for (prior). */
export const TO_SKIN_MM: Readonly<Record<Tightness, number>> = { 1: 8, 2: 5, 3: 3, 4: 1 };

function readMeasure(key: MeasureKey, { lengths, kg }: Numbers): ReadLine {
  const value = key === 'weightKg' ? (kg ?? lengths[0]) : lengths[0];
  if (value === undefined) return problem('How much? Add a number, like “height 44 cm”.');
  const bounds = MEASURES.find((measure) => measure.key === key);
  if (bounds && (value < bounds.lo || value > bounds.hi)) {
    const unit = key === 'weightKg' ? 'kg' : 'mm';
    return problem(`No dog measures ${value} ${unit} there: between ${bounds.lo} and ${bounds.hi} ${unit}.`);
  }
  return ok([{ kind: 'measure', key, value }]);
}
