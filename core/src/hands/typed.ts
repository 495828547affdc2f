import type { MeasureKey } from '../body/measures.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import { parseLength } from '../units/length.ts';
import type { Absent, Find, Mat } from './hands.ts';
import type { Token } from './tokens.ts';
import { tokensOf } from './tokens.ts';
import type { Meaning } from './vocabulary.ts';

/** Why a typed finding is not read. The sentence is made where it is shown. */
export type TypedProblem =
  | { readonly kind: 'empty' | 'where-is-the-mat' | 'what-is-there' }
  | { readonly kind: 'not-understood'; readonly words: readonly string[] }
  | { readonly kind: 'which-side' | 'how-much'; readonly about: string }
  | { readonly kind: 'where'; readonly about: string }
  | { readonly kind: 'not-there'; readonly about: string; readonly zones: readonly string[] }
  | { readonly kind: 'left-over'; readonly words: readonly string[] }
  | {
      readonly kind: 'out-of-bounds';
      readonly what: 'hair' | 'measure' | 'mat-size' | 'to-skin' | 'standing';
      readonly lo: number;
      readonly hi: number;
      readonly unit: 'mm' | 'cm' | 'kg' | 'min';
    };

/** What was typed: finds to put on the sheet, or what is not understood; then nothing of it is put. */
export type Typed =
  | { readonly ok: true; readonly finds: readonly Find[] }
  | { readonly ok: false; readonly problem: TypedProblem };

/**
 * Reads what is typed of a dog: `mat L ear 4x3 tight 2mm`, `lump R thigh 12, redness L and R rib marked`, `high behind
 * marked`, `L rib 1 1/2 in`, `no mats`, `lump L thigh gone`, `handling wary`, `stands 15`, `height 44 cm`. Words come in any
 * order; several findings and several places go on one line; sizes of mats are in cm, bare lengths in mm. All of it is
 * understood, or none of it is taken.
 */
export function readTyped(typed: string, packs: Packs): Typed {
  const tokens = tokensOf(typed, packs);
  if (tokens.length === 0) return { ok: false, problem: { kind: 'empty' } };
  const unknown = tokens.flatMap((token) => (token.kind === 'unknown' ? [token.text] : []));
  if (unknown.length > 0) return { ok: false, problem: { kind: 'not-understood', words: unknown } };
  const finds: Find[] = [];
  for (const clause of clausesOf(tokens)) {
    const read = readClause(clause, packs);
    if (!read.ok) return read;
    finds.push(...read.finds);
  }
  return finds.length > 0 ? { ok: true, finds } : { ok: false, problem: { kind: 'what-is-there' } };
}

type Subject = Extract<
  Meaning,
  { kind: 'sign' | 'structure' | 'modifier' | 'handling' | 'measure' | 'mat' | 'stands' }
>;
type ZoneWord = Extract<Meaning, { kind: 'zone' }>;

interface Place {
  zone: ZoneWord | null;
  sides: Side[];
  /** Named after the subject of its clause. */
  late: boolean;
}

interface Clause {
  subject: Subject | null;
  /** The subject's own word, for asking back. */
  text: string;
  places: Place[];
  sizes: Extract<Token, { kind: 'size' }>[];
  lengths: string[];
  kg: number | null;
  minutes: number | null;
  tightness: Tightness | null;
  graded: boolean;
  level: Severity | null;
  burr: boolean;
  sores: boolean;
  absent: boolean;
}

const blank = (): Clause => ({
  subject: null,
  text: '',
  places: [],
  sizes: [],
  lengths: [],
  kg: null,
  minutes: null,
  tightness: null,
  graded: false,
  level: null,
  burr: false,
  sores: false,
  absent: false,
});

const SUBJECTS: readonly Meaning['kind'][] = [
  'sign',
  'structure',
  'modifier',
  'handling',
  'measure',
  'mat',
  'stands',
];
const isSubject = (means: Meaning): means is Subject => SUBJECTS.includes(means.kind);

/** Findings as they stand one after the other: a new one begins at a new subject, or at a break once one is complete. */
function clausesOf(tokens: readonly Token[]): readonly Clause[] {
  const clauses: Clause[] = [];
  let clause = blank();
  /** A side typed before its place. */
  let pending: Side[] = [];
  const begin = (places: Place[] = []) => {
    clauses.push(clause);
    clause = { ...blank(), places };
  };
  const place = (): Place => {
    const last = clause.places.at(-1);
    if (last && last.zone === null) return last;
    const fresh: Place = { zone: null, sides: [], late: clause.subject !== null };
    clause.places.push(fresh);
    return fresh;
  };
  for (const token of tokens) {
    if (token.kind === 'break' || (token.kind === 'word' && token.means.kind === 'and')) {
      if (pending.length === 0) breakAt(clause, begin);
      continue;
    }
    if (token.kind === 'size') clause.sizes.push(token);
    else if (token.kind === 'length') clause.lengths.push(token.text);
    else if (token.kind === 'amount' && token.unit === 'kg') clause.kg = token.value;
    else if (token.kind === 'amount') clause.minutes = token.value;
    if (token.kind !== 'word') continue;
    const { means, text } = token;
    if (isSubject(means)) {
      if (clause.subject !== null) {
        const early = clause.places.some(({ late }) => !late);
        const moved = early ? clause.places.filter(({ late }) => late) : [];
        clause.places = clause.places.filter((one) => !moved.includes(one));
        begin(moved.map((one) => ({ ...one, late: false })));
      }
      clause.subject = means;
      clause.text = text;
    } else if (means.kind === 'zone') {
      const last = clause.places.at(-1);
      const sides: Side[] = pending.length > 0 ? pending : means.both ? ['left', 'right'] : [];
      pending = [];
      if (last?.zone === null && sides.length === 0) last.zone = means;
      else {
        const open = last?.zone === null ? last : place();
        open.zone = means;
        if (sides.length > 0) open.sides = sides;
      }
    } else if (means.kind === 'side') {
      const sides: Side[] = means.side === 'both' ? ['left', 'right'] : [means.side];
      const last = clause.places.at(-1);
      if (last?.zone && last.sides.length === 0) last.sides = sides;
      else pending = [...pending, ...sides];
    } else if (means.kind === 'level') clause.level = means.level;
    else if (means.kind === 'tightness') clause.tightness = means.grade;
    else if (means.kind === 'grade') clause.graded = true;
    else if (means.kind === 'burr') clause.burr = true;
    else if (means.kind === 'sores') clause.sores = true;
    else if (means.kind === 'not') {
      if (clause.subject !== null) begin();
      clause.absent = true;
    } else if (means.kind === 'gone') clause.absent = true;
  }
  if (pending.length > 0) clause.places.push({ zone: null, sides: pending, late: true });
  clauses.push(clause);
  return joined(clauses.filter(saysSomething));
}

/** At a break the finding ends once it has a subject with its place or number, or a place with its length. */
function breakAt(clause: Clause, begin: () => void): void {
  if (clause.subject !== null || clause.lengths.length > 0 || clause.sizes.length > 0) begin();
}

const saysSomething = (clause: Clause): boolean =>
  clause.subject !== null ||
  clause.places.length > 0 ||
  clause.lengths.length + clause.sizes.length > 0 ||
  clause.kg !== null ||
  clause.absent ||
  clause.burr ||
  clause.sores ||
  clause.tightness !== null ||
  clause.level !== null;

/**
 * A clause with a place but no subject goes on with the one before: “redness L rib and R rib”. What it does not say of a
 * mat's tightness or a level it takes over; a size is never taken over. A place with a length is hair, unless what went
 * before has a size.
 */
function joined(clauses: readonly Clause[]): readonly Clause[] {
  const out: Clause[] = [];
  for (const clause of clauses) {
    const before = out.at(-1);
    const goesOn = clause.subject === null && before?.subject != null;
    if (!goesOn || !before) out.push(clause);
    else if (clause.places.length === 0) {
      before.level ??= clause.level;
      before.tightness ??= clause.tightness;
      before.lengths.push(...clause.lengths);
      before.sizes.push(...clause.sizes);
      before.kg ??= clause.kg;
      before.absent ||= clause.absent;
      before.burr ||= clause.burr;
      before.sores ||= clause.sores;
    } else if (clause.lengths.length > 0 && before.subject?.kind !== 'mat' && before.lengths.length === 0)
      out.push(clause);
    else {
      const { subject, text, level, tightness, absent } = before;
      out.push({
        ...clause,
        subject,
        text,
        level: clause.level ?? level,
        tightness: clause.tightness ?? tightness,
        absent: clause.absent || absent,
      });
    }
  }
  return out;
}

const ok = (...finds: readonly Find[]): Typed => ({ ok: true, finds });
const no = (problem: TypedProblem): Typed => ({ ok: false, problem });
const outside = (
  what: Extract<TypedProblem, { kind: 'out-of-bounds' }>['what'],
  lo: number,
  hi: number,
  unit: 'mm' | 'cm' | 'kg' | 'min',
): Typed => no({ kind: 'out-of-bounds', what, lo, hi, unit });

/** Zone ids of the places named; null where a side is missing. */
function zonesOf({ places }: Clause): readonly string[] | null {
  const zones: string[] = [];
  const spare = places.find(({ zone }) => zone === null)?.sides ?? [];
  for (const { zone, sides } of places) {
    if (zone === null) continue;
    const said = sides.length > 0 ? sides : spare;
    if (!zone.paired) zones.push(zone.id);
    else if (said.length === 0) return null;
    else zones.push(...new Set(said.map((side) => `${zone.id}.${side}`)));
  }
  return [...new Set(zones)];
}

function readClause(clause: Clause, packs: Packs): Typed {
  const { subject } = clause;
  const extra = strayed(clause);
  if (extra.length > 0) return no({ kind: 'left-over', words: extra });
  if (subject === null) return readHair(clause);
  switch (subject.kind) {
    case 'mat':
      return readMat(clause, packs);
    case 'sign':
      return readSign(clause, subject.id, packs);
    case 'structure':
      return readStructure(clause, subject.id, packs);
    case 'modifier':
      return clause.absent
        ? ok({ kind: 'absent', what: { of: 'modifier', modifier: subject.id } })
        : ok({ kind: 'modifier', modifier: subject.id });
    case 'handling':
      return clause.absent ? no({ kind: 'what-is-there' }) : ok({ kind: 'handling', handling: subject.id });
    case 'measure':
      return readMeasure(clause, subject.id);
    case 'stands': {
      const minutes = clause.minutes ?? numberIn(clause.lengths[0]);
      if (minutes === null) return no({ kind: 'how-much', about: clause.text });
      return minutes >= 1 && minutes <= 240
        ? ok({ kind: 'standing', minutes })
        : outside('standing', 1, 240, 'min');
    }
  }
}

/** Numbers that what is said has no use for: kept and said, never dropped. */
function strayed({ subject, lengths, sizes, kg, minutes, tightness, burr, sores, absent }: Clause): string[] {
  const words: string[] = [];
  const mat = subject?.kind === 'mat';
  if (!mat && sizes.length > 0) words.push(...sizes.map(({ a, b, unit }) => `${a}x${b}${unit}`));
  if (!mat && (tightness !== null || burr || sores) && subject !== null) words.push('mat');
  if (kg !== null && subject?.kind !== 'measure') words.push(`${kg} kg`);
  if (minutes !== null && subject?.kind !== 'stands') words.push(`${minutes} min`);
  const takes = subject === null || ['mat', 'sign', 'measure', 'stands'].includes(subject.kind) ? 1 : 0;
  words.push(...lengths.slice(absent ? 0 : takes));
  return words;
}

const numberIn = (text: string | undefined): number | null => {
  const value = Number((text ?? '').replace(',', '.'));
  return text !== undefined && Number.isFinite(value) ? value : null;
};

const HAIR_MM = 400;

function readHair(clause: Clause): Typed {
  const zones = zonesOf(clause);
  const named = clause.places.find(({ zone }) => zone !== null)?.zone;
  if (!named || clause.lengths.length === 0) return no({ kind: 'what-is-there' });
  if (zones === null) return no({ kind: 'which-side', about: named.id });
  const parsed = parseLength(clause.lengths[0] ?? '', 'mm', HAIR_MM);
  if (!parsed.ok) return outside('hair', 0, HAIR_MM, 'mm');
  const length = { mm: parsed.mm, sdMm: null, readings: 1, by: 'rule' } as const;
  return ok(...zones.map((zone): Find => ({ kind: 'length', zone, length })));
}

const MAT_CM = 60;
const TO_SKIN_MM = 100;

function readMat(clause: Clause, packs: Packs): Typed {
  const zones = zonesOf(clause);
  const named = clause.places.some(({ zone }) => zone !== null);
  if (clause.absent) {
    if (zones === null) return no({ kind: 'which-side', about: clause.text });
    const where = zones.length > 0 ? zones : [null];
    return ok(...where.map((zone): Find => ({ kind: 'absent', what: { of: 'mat', zone } })));
  }
  if (!named) return no({ kind: 'where-is-the-mat' });
  if (zones === null) return no({ kind: 'which-side', about: clause.text });
  const lengths = [...clause.lengths];
  const grade = clause.graded ? numberIn(lengths.shift()) : null;
  if (grade !== null && ![1, 2, 3, 4].includes(grade)) return outside('mat-size', 1, 4, 'cm');
  const tightness = clause.tightness ?? ((grade ?? 2) as Tightness);
  const size = clause.sizes[0];
  const cm = (text: string | undefined) => {
    if (text === undefined || !size) return 3;
    const parsed = parseLength(`${text} ${size.unit === '' ? 'cm' : size.unit}`, 'mm', 10 * MAT_CM);
    return parsed.ok ? parsed.mm / 10 : null;
  };
  const [lengthCm, widthCm] = [cm(size?.a), cm(size?.b)];
  if (lengthCm === null || widthCm === null) return outside('mat-size', 0, MAT_CM, 'cm');
  const toSkin = lengths[0] === undefined ? null : parseLength(lengths[0], 'mm', TO_SKIN_MM);
  const touching = lengths[0] !== undefined && numberIn(lengths[0].replace(/\s*(mm|cm)$/, '')) === 0;
  if (toSkin && !toSkin.ok && !touching) return outside('to-skin', 0, TO_SKIN_MM, 'mm');
  const toSkinMm = touching ? 0 : toSkin?.ok ? toSkin.mm : (packs.mats.toSkinMm[tightness - 1] ?? 0);
  const mat: Omit<Mat, 'id' | 'zone'> = {
    lengthCm,
    widthCm,
    tightness,
    toSkinMm,
    burr: clause.burr,
    sores: clause.sores,
  };
  return ok(...zones.map((zone): Find => ({ kind: 'mat', mat: { ...mat, zone } })));
}

function readSign(clause: Clause, id: string, packs: Packs): Typed {
  const sign = packs.signs.signs.find((one) => one.id === id);
  if (!sign) return no({ kind: 'not-understood', words: [clause.text] });
  const zones = zonesOf(clause);
  const absent = (zone: string | null): Find => ({ kind: 'absent', what: { of: 'sign', sign: id, zone } });
  if (sign.scope === 'dog') {
    if (clause.absent) return ok(absent(null));
    return ok({ kind: 'sign', sign: { sign: id, zone: null, level: null, sizeMm: null, note: '' } });
  }
  if (zones === null) return no({ kind: 'which-side', about: sign.name });
  if (clause.absent) return ok(...(zones.length > 0 ? zones : [null]).map(absent));
  if (zones.length === 0) return no({ kind: 'where', about: sign.name });
  const kinds = clause.places.flatMap(({ zone }) => zone?.id ?? []);
  if (sign.at.length > 0 && kinds.some((kind) => !sign.at.includes(kind))) {
    return no({ kind: 'not-there', about: sign.name, zones: sign.at });
  }
  if (!sign.sized && clause.lengths.length > 0) return no({ kind: 'left-over', words: clause.lengths });
  const size = clause.lengths[0] === undefined ? null : parseLength(clause.lengths[0], 'mm');
  if (size && !size.ok) return outside('hair', 0, HAIR_MM, 'mm');
  const level = sign.levels ? (clause.level ?? 'mild') : null;
  const sizeMm = size?.ok ? size.mm : null;
  return ok(
    ...zones.map((zone): Find => ({ kind: 'sign', sign: { sign: id, zone, level, sizeMm, note: '' } })),
  );
}

function readStructure(clause: Clause, id: string, packs: Packs): Typed {
  const kind = packs.findings.findings.find((one) => one.id === id);
  const sides = [...new Set(clause.places.flatMap((place) => place.sides))];
  const side = kind?.sided === true && sides.length === 1 ? (sides[0] ?? null) : null;
  if (clause.absent) {
    const what: Absent = { of: 'structure', finding: id, side };
    return ok({ kind: 'absent', what });
  }
  return ok({ kind: 'structure', finding: { finding: id, severity: clause.level ?? 'mild', side } });
}

function readMeasure(clause: Clause, key: MeasureKey): Typed {
  const bounds = MEASURES.find((measure) => measure.key === key);
  if (!bounds) return no({ kind: 'how-much', about: clause.text });
  if (key === 'weightKg') {
    const kg = clause.kg ?? numberIn(clause.lengths[0]);
    if (kg === null) return no({ kind: 'how-much', about: clause.text });
    return kg >= bounds.lo && kg <= bounds.hi
      ? ok({ kind: 'measure', key, value: kg })
      : outside('measure', bounds.lo, bounds.hi, 'kg');
  }
  const [text] = clause.lengths;
  if (text === undefined) return no({ kind: 'how-much', about: clause.text });
  const parsed = parseLength(text, 'mm', bounds.hi);
  if (!parsed.ok || parsed.mm < bounds.lo) return outside('measure', bounds.lo, bounds.hi, 'mm');
  return ok({ kind: 'measure', key, value: Math.round(parsed.mm * 10) / 10 });
}
