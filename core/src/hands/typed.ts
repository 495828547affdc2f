import type { MeasureKey } from '../terms/measure.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { LengthUnit } from '../units/length.ts';
import { parseLength } from '../units/length.ts';
import type { Find } from './hands.ts';
import type { Choose, Clause } from './clause.ts';
import { clausesOf } from './clauses.ts';
import { readMat } from './readMat.ts';
import { spotsOf, straysOf } from './spots.ts';
import type { Reader, Typed } from './typedResult.ts';
import { absent, leftOver, no, numberIn, ok, outside } from './typedResult.ts';
import { tokensOf } from './tokens.ts';
import { isAmong } from '../terms/zone.ts';

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
  if (sign.at.length > 0 && kinds.some((kind) => !isAmong(sign.at, kind))) {
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
