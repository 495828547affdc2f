import type { MeasureKey } from '../body/measures.ts';
import { MEASURES } from '../body/measures.ts';
import type { Packs } from '../packs/packs.ts';
import type { Tightness } from '../terms/dog.ts';
import { parseLength } from '../units/length.ts';
import type { Absent, Find, Mat } from './hands.ts';
import type { Clause } from './clauses.ts';
import { clausesOf, zonesOf } from './clauses.ts';
import { tokensOf } from './tokens.ts';

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

const ok = (...finds: readonly Find[]): Typed => ({ ok: true, finds });
const no = (problem: TypedProblem): Typed => ({ ok: false, problem });
const outside = (
  what: Extract<TypedProblem, { kind: 'out-of-bounds' }>['what'],
  lo: number,
  hi: number,
  unit: 'mm' | 'cm' | 'kg' | 'min',
): Typed => no({ kind: 'out-of-bounds', what, lo, hi, unit });

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
