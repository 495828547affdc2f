import type { Tightness } from '../terms/dog.ts';
import { parseLength } from '../units/length.ts';
import type { Choose, Clause, Figures } from './clause.ts';
import type { Find, Mat } from './hands.ts';
import { spotsOf } from './spots.ts';
import type { Reader, Typed, TypedProblem } from './typedResult.ts';
import { absent, leftOver, no, numberIn, ok, outside } from './typedResult.ts';

const MAT_CM = 60;
const TO_SKIN_MM = 100;
/** A mat of fewer millimetres is no mat: so small a number is its distance to the skin. */
const SMALLEST_MAT_MM = 10;
/** Of a mat nobody gave a size for, cm. */
const USUAL_MAT_CM = 3;

/** A mat as it was said, place by place. */
export function readMat(clause: Clause, reader: Reader): Typed {
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
  const finds: Find[] = [];
  for (const spot of spots) {
    const said = matFigures(spot, reader);
    if ('problem' in said) return no(said.problem);
    const tightness = clause.tightness ?? said.grade ?? ((grade ?? 2) as Tightness);
    finds.push({ kind: 'mat', mat: matAt(spot.zone, clause, said, tightness, packs.mats.toSkinMm) });
  }
  return ok(...finds);
}

const matAt = (
  zone: string,
  { burr, sores }: Clause,
  { lengthCm, widthCm, toSkinMm }: MatFigures,
  tightness: Tightness,
  usualToSkinMm: readonly number[],
): Omit<Mat, 'id'> => ({
  zone,
  lengthCm,
  widthCm,
  tightness,
  toSkinMm: toSkinMm ?? usualToSkinMm[tightness - 1] ?? 0,
  burr,
  sores,
});

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
