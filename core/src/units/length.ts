/**
 * Lengths as groomers type and read them. Inside Kurrel every length is a number of millimetres;
 * inches exist only at the edge, to the nearest 1/32.
 */
export type LengthUnit = 'mm' | 'in';

export const MM_PER_INCH = 25.4;
/** Nothing on a dog is longer than this; more is a slip of the finger. */
export const LONGEST_MM = 400;

export type ParsedLength =
  { readonly ok: true; readonly mm: number } | { readonly ok: false; readonly reason: LengthProblem };

export type LengthProblem = 'empty' | 'not-a-length' | 'zero-denominator' | 'not-positive' | 'too-long';

const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

const SHAPE =
  /^(?:(?<whole>\d+)(?:\s+|-))?(?<num>\d+)\s*\/\s*(?<den>\d+)\s*(?<fu>in|inch|inches|"|″|”|mm|cm)?$|^(?<dec>\d+(?:[.,]\d+)?|[.,]\d+)\s*(?<du>mm|cm|in|inch|inches|"|″|”)?$/;

/**
 * Reads what a person types: `13`, `13mm`, `1.5 cm`, `1/2`, `1 1/4"`, `½`, `0,5 in`.
 * A bare fraction is inches (nobody says half a millimetre as 1/2); a bare number is in `unit`. Nothing longer than
 * `longestMm` is a length: hair ends at 400 mm, a tape says where it ends.
 */
export function parseLength(text: string, unit: LengthUnit, longestMm = LONGEST_MM): ParsedLength {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/(\d)?([½¼¾⅛⅜⅝⅞⅓⅔])/g, (_all, whole: string | undefined, sign: string) =>
      whole ? `${whole} ${VULGAR[sign] ?? ''}` : (VULGAR[sign] ?? ''),
    );
  if (plain === '') return { ok: false, reason: 'empty' };
  const parts = SHAPE.exec(plain)?.groups;
  if (!parts) return { ok: false, reason: 'not-a-length' };

  let value: number;
  let scale: number;
  if (parts.dec !== undefined) {
    value = Number(parts.dec.replace(',', '.'));
    scale = scaleOf(parts.du, unit === 'in' ? MM_PER_INCH : 1);
  } else {
    const den = Number(parts.den);
    if (den === 0) return { ok: false, reason: 'zero-denominator' };
    value = Number(parts.whole ?? 0) + Number(parts.num) / den;
    scale = scaleOf(parts.fu, MM_PER_INCH);
  }
  const mm = Math.round(value * scale * 1e6) / 1e6;
  if (mm <= 0) return { ok: false, reason: 'not-positive' };
  if (mm > longestMm) return { ok: false, reason: 'too-long' };
  return { ok: true, mm };
}

function scaleOf(unit: string | undefined, bare: number): number {
  if (unit === undefined) return bare;
  if (unit === 'mm') return 1;
  return unit === 'cm' ? 10 : MM_PER_INCH;
}

/** Nobody tells close blades apart by less, mm. */
const FINEST_MM = 0.05;

/** From here on what to leave is said in coarser steps of inches, mm. */
const COARSE_FROM_MM = MM_PER_INCH / 4;
const FINE = 32;
const COARSE = 16;

/**
 * What was read, a limit or a difference, the number alone and as precise as the trade uses it: 0.25, 1.5, 13; inches to
 * the nearest 1/32 in lowest terms (`1 3/32`). A length under 1/64 in is shown as `1/32`, the finest division on the rule.
 */
export function lengthNumber(mm: number, unit: LengthUnit): string {
  return unit === 'in' ? inches(mm, FINE) : millimetres(mm);
}

/** What to leave, the number alone: as `lengthNumber`, but from 1/4 in up in 1/16, as nobody cuts finer. */
export function leftNumber(mm: number, unit: LengthUnit): string {
  return unit === 'in' ? inches(mm, mm >= COARSE_FROM_MM ? COARSE : FINE) : millimetres(mm);
}

/**
 * What was read, a limit or a difference, with its unit: `13 mm`, `1/2 in (13 mm)`. Inches have millimetres beside them, so
 * that two lengths never look the same.
 */
export function formatLength(mm: number, unit: LengthUnit): string {
  const said = `${lengthNumber(mm, unit)} ${unit}`;
  return unit === 'in' ? `${said} (${millimetres(mm)} mm)` : said;
}

/** Below this 1/32 in is a coarse step: millimetres are said as well. */
const FINE_MM = 3;

/** What to leave, with its unit: `13 mm`, `1/2 in`, `1/16 in (1.5 mm)`. */
export function formatLeft(mm: number, unit: LengthUnit): string {
  const said = `${leftNumber(mm, unit)} ${unit}`;
  return unit === 'in' && mm < FINE_MM ? `${said} (${millimetres(mm)} mm)` : said;
}

function millimetres(mm: number): string {
  const step = mm < 1 ? FINEST_MM : mm < 9.95 ? 0.1 : 1;
  return String(Number((Math.max(1, Math.round(mm / step)) * step).toFixed(2)));
}

function inches(mm: number, perInch: number): string {
  const parts = Math.max(1, Math.round((mm / MM_PER_INCH) * perInch));
  const whole = Math.floor(parts / perInch);
  let num = parts % perInch;
  let den = perInch;
  while (num > 0 && num % 2 === 0) {
    num /= 2;
    den /= 2;
  }
  if (num === 0) return String(whole);
  return whole === 0 ? `${num}/${den}` : `${whole} ${num}/${den}`;
}
