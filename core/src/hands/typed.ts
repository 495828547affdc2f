import type { MeasureKey } from '../body/measures.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { Tightness } from '../terms/dog.ts';
import type { LengthUnit } from '../units/length.ts';
import { parseLength } from '../units/length.ts';
import type { Absent, Find, Hands, Mat } from './hands.ts';
import type { Choose, Clause, Figures } from './clauses.ts';
import { clausesOf, spotsOf, straysOf } from './clauses.ts';
import { tokensOf } from './tokens.ts';

/** Why a typed finding is not read. The sentence is made where it is shown. */
export type TypedProblem =
  | { readonly kind: 'empty' | 'where-is-the-mat' | 'what-is-there' }
  | { readonly kind: 'not-understood'; readonly words: readonly string[] }
  | { readonly kind: 'which-side' | 'how-much'; readonly about: string }
  | { readonly kind: 'where' | 'twice'; readonly about: string }
  | { readonly kind: 'not-there'; readonly about: string; readonly zones: readonly string[] }
  | { readonly kind: 'left-over'; readonly words: readonly string[] }
  | {
      readonly kind: 'out-of-bounds';
      readonly what: 'hair' | 'lump' | 'measure' | 'mat-size' | 'mat-grade' | 'to-skin' | 'standing';
      readonly lo: number;
      readonly hi: number;
      readonly unit: 'mm' | 'cm' | 'kg' | 'min' | '';
    }
  /** It can be meant in several ways: each is offered, none is taken. */
  | { readonly kind: 'which'; readonly readings: readonly (readonly Find[])[] };

/** What was typed: finds to put on the sheet, or what is not understood; then nothing of it is put. */
export type Typed =
  | { readonly ok: true; readonly finds: readonly Find[] }
  | { readonly ok: false; readonly problem: TypedProblem };

/** More ways to mean one line than this are not gone through. */
const MOST_WAYS = 64;

/**
 * Reads what is typed of a dog: `mat L ear 4x3 tight 2mm`, `lump R thigh 12, redness L and R rib marked`, `high behind
 * marked`, `L rib 1 1/2 in`, `no mats`, `lump L thigh gone`, `handling wary`, `stands 15`, `height 44 cm`. Words come in any
 * order; several findings and several places go on one line. Bare lengths are in `unit`; sizes of mats in cm, or in inches
 * where these are shown. All of it is understood, or none of it is taken; what can be meant in several ways is asked.
 */
export function readTyped(typed: string, packs: Packs, unit: LengthUnit = 'mm'): Typed {
  const tokens = tokensOf(typed, packs);
  if (tokens.length === 0) return no({ kind: 'empty' });
  const unknown = tokens.flatMap((token) => (token.kind === 'unknown' ? [token.text] : []));
  if (unknown.length > 0) return no({ kind: 'not-understood', words: unknown });
  const readings = new Map<string, readonly Find[]>();
  let nearest: Typed | null = null;
  for (const choose of ways()) {
    const read = readClauses(clausesOf(tokens, choose), { packs, unit, choose });
    nearest ??= read;
    if (read.ok) readings.set(JSON.stringify(read.finds), read.finds);
  }
  const [only, ...others] = readings.values();
  if (only === undefined) return nearest ?? no({ kind: 'what-is-there' });
  return others.length === 0 ? ok(...only) : no({ kind: 'which', readings: [only, ...others] });
}

/** Every way through the choices of a line, the nearest first. */
function* ways(): Generator<Choose> {
  const taken: { way: number; of: number }[] = [];
  for (let count = 0; count < MOST_WAYS; count++) {
    let at = 0;
    yield (of) => {
      const choice = (taken[at] ??= { way: 0, of });
      at++;
      return choice.way;
    };
    taken.length = at;
    while (taken.length > 0 && (taken.at(-1)?.way ?? 0) + 1 >= (taken.at(-1)?.of ?? 0)) taken.pop();
    const last = taken.at(-1);
    if (!last) return;
    last.way++;
  }
}

interface Reader {
  readonly packs: Packs;
  readonly unit: LengthUnit;
  readonly choose: Choose;
}

function readClauses(clauses: readonly Clause[], reader: Reader): Typed {
  const finds: Find[] = [];
  for (const clause of clauses) {
    const read = readClause(clause, reader);
    if (!read.ok) return read;
    finds.push(...read.finds);
  }
  if (finds.length === 0) return no({ kind: 'what-is-there' });
  const said = new Map<string, Find>();
  for (const find of finds) {
    const about = thingOf(find);
    const before = said.get(about);
    if (before && JSON.stringify(before) !== JSON.stringify(find))
      return no({ kind: 'twice', about: about.split(' ')[1] ?? about });
    said.set(about, find);
  }
  return ok(...said.values());
}

/** What a find is of: a line says it once. */
function thingOf(find: Find): string {
  switch (find.kind) {
    case 'length':
      return `length ${find.zone}`;
    case 'measure':
      return `measure ${find.key}`;
    case 'sign':
      return `sign ${find.sign.sign} ${find.sign.zone ?? 'any'}`;
    case 'structure':
      return `structure ${find.finding.finding} ${find.finding.side ?? 'any'}`;
    case 'absent':
    case 'not-seen': {
      const { what } = find;
      if (what.of === 'sign') return `sign ${what.sign} ${what.zone ?? 'any'}`;
      if (what.of === 'structure') return `structure ${what.finding} ${what.side ?? 'any'}`;
      return JSON.stringify(what);
    }
    default:
      return JSON.stringify(find);
  }
}

const ok = (...finds: readonly Find[]): Typed => ({ ok: true, finds });
const no = (problem: TypedProblem): Typed => ({ ok: false, problem });
const outside = (
  what: Extract<TypedProblem, { kind: 'out-of-bounds' }>['what'],
  lo: number,
  hi: number,
  unit: 'mm' | 'cm' | 'kg' | 'min' | '',
): Typed => no({ kind: 'out-of-bounds', what, lo, hi, unit });

/** A finding that is gone comes off the sheet; one that was not seen changes nothing there, and says so. */
const absent = ({ said }: Clause, what: Absent): Find => ({
  kind: said === 'gone' ? 'absent' : 'not-seen',
  what,
});

function readClause(clause: Clause, reader: Reader): Typed {
  const { subject } = clause;
  const extra = straysOf(clause);
  if (subject === null) {
    // Only mats have burrs, a tightness, or a size of two numbers; only dogs have a weight.
    const sized = [clause, ...clause.places].some(({ sizes }) => sizes.length > 0);
    if (sized || clause.burr || clause.tightness !== null)
      return readClause({ ...clause, subject: { kind: 'mat' }, text: 'mat' }, reader);
    if (clause.kg !== null && clause.places.length === 0) return readMeasure(clause, 'weightKg', reader);
  }
  if (extra.length > 0) return no({ kind: 'left-over', words: extra });
  if (subject === null) return readHair(clause, reader);
  const here = clause.said === 'found';
  switch (subject.kind) {
    case 'mat':
      return readMat(clause, reader);
    case 'sign':
      return readSign(clause, subject.id, reader);
    case 'structure':
      return readStructure(clause, subject.id, reader);
    case 'modifier':
      if (clause.level !== null || clause.lengths.length > 0) return leftOver(clause);
      return here
        ? ok({ kind: 'modifier', modifier: subject.id })
        : ok(absent(clause, { of: 'modifier', modifier: subject.id }));
    case 'handling':
      if (!here) return no({ kind: 'what-is-there' });
      if (clause.level !== null || clause.lengths.length > 0) return leftOver(clause);
      return ok({ kind: 'handling', handling: subject.id });
    case 'measure':
      return here ? readMeasure(clause, subject.id, reader) : no({ kind: 'what-is-there' });
    case 'stands': {
      if (!here) return no({ kind: 'what-is-there' });
      if (clause.level !== null || clause.lengths.length > 1) return leftOver(clause);
      const minutes = clause.minutes ?? numberIn(clause.lengths[0]?.text);
      if (minutes === null) return no({ kind: 'how-much', about: clause.text });
      return minutes >= 1 && minutes <= 240
        ? ok({ kind: 'standing', minutes })
        : outside('standing', 1, 240, 'min');
    }
  }
}

/** All numbers and levels of a finding that takes none of them. */
function leftOver({ lengths, places, level }: Clause): Typed {
  const words = [lengths, ...places.map((place) => place.lengths)].flat().map(({ text }) => text);
  return no({ kind: 'left-over', words: [...words, ...(level === null ? [] : [level])] });
}

const numberIn = (text: string | undefined): number | null => {
  const value = Number((text ?? '').replace(',', '.'));
  return text !== undefined && Number.isFinite(value) ? value : null;
};

const HAIR_MM = 400;

function readHair(clause: Clause, { unit, choose }: Reader): Typed {
  if (clause.said !== 'found' || clause.level !== null) return no({ kind: 'what-is-there' });
  const named = clause.places.find(({ zone }) => zone !== null)?.zone;
  const spots = spotsOf(clause, choose);
  if (!named) return no({ kind: 'what-is-there' });
  if (spots === null) return no({ kind: 'which-side', about: named.id });
  const finds: Find[] = [];
  for (const { zone, lengths } of spots) {
    const [length, ...more] = lengths;
    if (!length) return no({ kind: 'what-is-there' });
    if (more.length > 0) return no({ kind: 'left-over', words: more.map(({ text }) => text) });
    const parsed = parseLength(length.text, unit, HAIR_MM);
    if (!parsed.ok) return outside('hair', 0, HAIR_MM, 'mm');
    finds.push({ kind: 'length', zone, length: { mm: parsed.mm, sdMm: null, readings: 1, by: 'rule' } });
  }
  return ok(...finds);
}

const MAT_CM = 60;
const TO_SKIN_MM = 100;
/** A mat of fewer millimetres is no mat: so small a number is its distance to the skin. */
const SMALLEST_MAT_MM = 10;
/** Of a mat nobody gave a size for, cm. */
const USUAL_MAT_CM = 3;

function readMat(clause: Clause, reader: Reader): Typed {
  const { packs } = reader;
  const spots = spotsOf(clause, reader.choose);
  if (clause.level !== null) return leftOver(clause);
  if (spots === null) return no({ kind: 'which-side', about: clause.text });
  if (clause.said !== 'found') {
    const where = spots.length > 0 ? spots.map(({ zone }) => zone) : [null];
    return ok(...where.map((zone) => absent(clause, { of: 'mat', zone })));
  }
  if (spots.length === 0) return no({ kind: 'where-is-the-mat' });
  const grade = clause.grade === null ? null : numberIn(clause.grade);
  if (clause.grade !== null && ![1, 2, 3, 4].includes(grade ?? 0)) return outside('mat-grade', 1, 4, '');
  const tightness = clause.tightness ?? ((grade ?? 2) as Tightness);
  const finds: Find[] = [];
  for (const spot of spots) {
    const said = matFigures(spot, reader);
    if ('problem' in said) return no(said.problem);
    const mat: Omit<Mat, 'id'> = {
      zone: spot.zone,
      lengthCm: said.lengthCm,
      widthCm: said.widthCm,
      tightness: clause.tightness ?? said.grade ?? tightness,
      toSkinMm: said.toSkinMm ?? packs.mats.toSkinMm[(clause.tightness ?? said.grade ?? tightness) - 1] ?? 0,
      burr: clause.burr,
      sores: clause.sores,
    };
    finds.push({ kind: 'mat', mat });
  }
  return ok(...finds);
}

/** A length typed in cm or inches. */
const SIZED = /(cm|in|inch|inches|["″”])$/;

interface MatFigures {
  readonly lengthCm: number;
  readonly widthCm: number;
  readonly toSkinMm: number | null;
  readonly grade: Tightness | null;
}

/**
 * Size, distance to the skin and grade of a mat. A single number is its size in cm or inches, its distance to the skin in
 * few millimetres; bare, or in many, it may be either.
 */
function matFigures(
  { sizes, lengths }: Figures,
  { unit, choose }: Reader,
): MatFigures | { problem: TypedProblem } {
  const problem = (what: 'mat-size' | 'to-skin', hi: number, in_: 'cm' | 'mm') =>
    ({ problem: { kind: 'out-of-bounds', what, lo: 0, hi, unit: in_ } }) as const;
  const bareUnit = unit === 'in' ? 'in' : 'cm';
  const asTyped = (text: string): number | null => {
    const parsed = parseLength(text, 'mm', 10 * MAT_CM);
    return parsed.ok ? parsed.mm / 10 : null;
  };
  const cm = (text: string, typed: string) => asTyped(`${text} ${typed === '' ? bareUnit : typed}`);
  const skin = (text: string): number | null => {
    if (numberIn(text.replace(/\s*(mm|cm|in)$/, '')) === 0) return 0;
    const parsed = parseLength(text, unit, TO_SKIN_MM);
    return parsed.ok ? parsed.mm : null;
  };
  const extra = [
    ...sizes.slice(1).map(({ a, b }) => `${a}x${b}`),
    ...lengths.slice(2).map(({ text }) => text),
  ];
  if (extra.length > 0) return { problem: { kind: 'left-over', words: extra } };
  const spoken = lengths.find(({ toSkin }) => toSkin);
  const others = lengths.filter((one) => one !== spoken);
  let [size] = sizes.map(({ a, b, unit: typed }) => [cm(a, typed), cm(b, typed)] as const);
  let toSkin = spoken?.text;
  let grade: Tightness | null = null;
  const [first, second] = others.map(({ text }) => text);
  const pair =
    !size && first !== undefined && second !== undefined && SIZED.test(first) && SIZED.test(second);
  if (pair) size = [asTyped(first), asTyped(second)];
  for (const { text } of pair ? [] : others) {
    const meant = size ? 'skin' : meantBy(text, toSkin !== undefined || others.length > 1, choose);
    if (meant === 'size') {
      const side = /[a-z"″”]$/.test(text) ? asTyped(text) : cm(text, '');
      size = [side, side];
    } else if (meant === 'grade') grade = Number(text) as Tightness;
    else if (toSkin === undefined) toSkin = text;
    else return { problem: { kind: 'left-over', words: [text] } };
  }
  const [lengthCm, widthCm] = size ?? [USUAL_MAT_CM, USUAL_MAT_CM];
  if (lengthCm === null || widthCm === null) return problem('mat-size', MAT_CM, 'cm');
  const toSkinMm = toSkin === undefined ? null : skin(toSkin);
  if (toSkin !== undefined && toSkinMm === null) return problem('to-skin', TO_SKIN_MM, 'mm');
  return { lengthCm, widthCm, toSkinMm, grade };
}

/** What a single number said of a mat is. */
function meantBy(text: string, sizeOnly: boolean, choose: Choose): 'size' | 'skin' | 'grade' {
  const typed = /[a-z"″”]+$/.exec(text)?.[0] ?? '';
  const number = numberIn(text.replace(/\s*[a-z"″”]+$/, ''));
  if (typed === 'mm' && (number ?? 0) < SMALLEST_MAT_MM) return 'skin';
  if ((typed !== '' && typed !== 'mm') || text.includes('/') || sizeOnly) return 'size';
  const grades = typed === '' && [1, 2, 3, 4].includes(number ?? 0);
  return (['size', 'skin', 'grade'] as const)[choose(grades ? 3 : 2)] ?? 'size';
}

const LUMP_MM = 150;

function readSign(clause: Clause, id: string, { packs, unit, choose }: Reader): Typed {
  const sign = packs.signs.signs.find((one) => one.id === id);
  if (!sign) return no({ kind: 'not-understood', words: [clause.text] });
  const spots = spotsOf(clause, choose);
  const here = clause.said === 'found';
  if (clause.level !== null && sign.levels !== true) return leftOver({ ...clause, lengths: [], places: [] });
  const numbers = [clause, ...clause.places].some(({ lengths }) => lengths.length > 0);
  if (numbers && here && sign.sized !== true) return leftOver({ ...clause, level: null });
  if (sign.scope === 'dog') {
    if (clause.places.length > 0)
      return no({
        kind: 'left-over',
        words: clause.places.map(({ text, sides }) => text || sides.join(' ')),
      });
    if (!here) return ok(absent(clause, { of: 'sign', sign: id, zone: null }));
    return ok({ kind: 'sign', sign: { sign: id, zone: null, level: null, sizeMm: null, note: '' } });
  }
  if (spots === null) return no({ kind: 'which-side', about: sign.name });
  if (!here) {
    const where = spots.length > 0 ? spots.map(({ zone }) => zone) : [null];
    return ok(...where.map((zone) => absent(clause, { of: 'sign', sign: id, zone })));
  }
  if (spots.length === 0) return no({ kind: 'where', about: sign.name });
  const kinds = clause.places.flatMap(({ zone }) => zone?.id ?? []);
  if (sign.at.length > 0 && kinds.some((kind) => !sign.at.includes(kind))) {
    return no({ kind: 'not-there', about: sign.name, zones: sign.at });
  }
  const level = sign.levels ? (clause.level ?? 'mild') : null;
  const finds: Find[] = [];
  for (const { zone, lengths } of spots) {
    const [length, ...more] = lengths;
    if (more.length > 0) return no({ kind: 'left-over', words: more.map(({ text }) => text) });
    const size = length === undefined ? null : parseLength(length.text, unit, LUMP_MM);
    if (size && !size.ok) return outside('lump', 0, LUMP_MM, 'mm');
    const sizeMm = size?.ok ? size.mm : null;
    finds.push({ kind: 'sign', sign: { sign: id, zone, level, sizeMm, note: '' } });
  }
  return ok(...finds);
}

function readStructure(clause: Clause, id: string, { packs }: Reader): Typed {
  const kind = packs.findings.findings.find((one) => one.id === id);
  if ([clause, ...clause.places].some(({ lengths }) => lengths.length > 0))
    return leftOver({ ...clause, level: null });
  const named = clause.places.filter(({ zone }) => zone !== null);
  if (named.length > 0) return no({ kind: 'left-over', words: named.map(({ text }) => text) });
  const sides = [...new Set(clause.places.flatMap((place) => place.sides))];
  if (sides.length > 0 && kind?.sided !== true) return no({ kind: 'left-over', words: sides });
  const side = sides.length === 1 ? (sides[0] ?? null) : null;
  if (clause.said !== 'found') return ok(absent(clause, { of: 'structure', finding: id, side }));
  return ok({ kind: 'structure', finding: { finding: id, severity: clause.level ?? 'mild', side } });
}

function readMeasure(clause: Clause, key: MeasureKey, { unit }: Reader): Typed {
  const bounds = MEASURES.find((measure) => measure.key === key);
  if (!bounds || (clause.kg === null && clause.lengths.length === 0))
    return no({ kind: 'how-much', about: clause.text });
  const [length, ...more] = clause.lengths;
  if (clause.level !== null || more.length > 0) return leftOver({ ...clause, lengths: more });
  if (key === 'weightKg') {
    const kg = clause.kg ?? numberIn(length?.text);
    if (kg === null) return no({ kind: 'how-much', about: clause.text });
    return kg >= bounds.lo && kg <= bounds.hi
      ? ok({ kind: 'measure', key, value: Math.round(kg * 100) / 100 })
      : outside('measure', bounds.lo, bounds.hi, 'kg');
  }
  if (clause.kg !== null || !length) return no({ kind: 'left-over', words: [`${clause.kg ?? ''} kg`] });
  const parsed = parseLength(length.text, unit, bounds.hi);
  if (!parsed.ok || parsed.mm < bounds.lo) return outside('measure', bounds.lo, bounds.hi, 'mm');
  return ok({ kind: 'measure', key, value: Math.round(parsed.mm * 10) / 10 });
}

/** What is said not to be there and stands on the sheet: it stays there until it is said to be gone, each by its place. */
export function contradicted(hands: Hands, finds: readonly Find[]): readonly Absent[] {
  return finds.flatMap((find) => {
    if (find.kind !== 'not-seen' && find.kind !== 'absent') return [];
    const there = onSheet(hands, find.what);
    // Gone from one place, or the only one there is, is plain.
    return find.kind === 'not-seen' || there.length > 1 ? there : [];
  });
}

/** Each thing on the sheet that something is said to be. */
export function onSheet({ mats, signs, findings, coatModifiers }: Hands, what: Absent): readonly Absent[] {
  const at = (zone: string | null, where: string | null) => where === null || zone === where;
  switch (what.of) {
    case 'mat':
      return [...new Set(mats.map(({ zone }) => zone))]
        .filter((zone) => at(zone, what.zone))
        .map((zone) => ({ ...what, zone }));
    case 'sign':
      return signs
        .filter(({ sign, zone }) => sign === what.sign && at(zone, what.zone))
        .map(({ zone }) => ({ ...what, zone }));
    case 'structure':
      return findings
        .filter(({ finding, side }) => finding === what.finding && at(side ?? null, what.side))
        .map(({ side }) => ({ ...what, side: side ?? null }));
    case 'modifier':
      return coatModifiers.includes(what.modifier) ? [what] : [];
  }
}
