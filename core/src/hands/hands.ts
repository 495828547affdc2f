import type { SeenFinding } from '../body/body.ts';
import type { Measurements } from '../body/measures.ts';
import type { MeasureKey } from '../terms/measure.ts';
import { byId, MisuseError } from '../terms/failure.ts';
import type { SignPack } from '../packs/signs.ts';
import type { Handling, Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import { isAmong, otherSide } from '../terms/zone.ts';

/** Something found on the dog, where it was found. */
export interface SeenSign {
  readonly sign: string;
  /** Null for what is true of the whole dog. */
  readonly zone: string | null;
  readonly level: Severity | null;
  readonly sizeMm: number | null;
  readonly note: string;
}

/** A mat: 1 loose, 2 firm, 3 tight, 4 felted to the skin. */
export interface Mat {
  readonly id: string;
  readonly zone: string;
  readonly lengthCm: number;
  readonly widthCm: number;
  readonly tightness: Tightness;
  /** Clear hair between mat and skin, mm. */
  readonly toSkinMm: number;
  readonly burr: boolean;
  /** Sores seen or felt beneath. */
  readonly sores: boolean;
}

/** Hair measured in a zone today, stretched. */
export interface MeasuredLength {
  readonly mm: number;
  /** Spread of the readings; null for a single one. */
  readonly sdMm: number | null;
  readonly readings: number;
  readonly by: 'rule' | 'gauge';
}

/** A cut all over that this salon did not make: so many weeks ago, so short. */
export interface LastCut {
  readonly weeks: number;
  readonly mm: number;
}

export interface Temper {
  readonly handling: Handling;
  /** Minutes it stands before a break; null takes what is usual at its age. */
  readonly standingMinutes: number | null;
}

/** What the hands found on a dog before any tool: a plain value, kept with the visit. */
export interface Hands {
  readonly measurements: Measurements;
  /** Measurements unusual for the breed that the groomer has taken twice and stands by. */
  readonly confirmed: readonly MeasureKey[];
  readonly findings: readonly SeenFinding[];
  readonly coatType: string;
  readonly coatModifiers: readonly string[];
  readonly dense: boolean;
  readonly signs: readonly SeenSign[];
  readonly mats: readonly Mat[];
  readonly lengths: Readonly<Record<string, MeasuredLength>>;
  /** When it was last cut where nobody here saw it, and how short; null where nobody said. */
  readonly lastCut: LastCut | null;
  readonly temper: Temper;
}

/** What stays on the dog from visit to visit, known before this visit's hands. */
export interface StayingFacts {
  readonly measurements: Measurements;
  readonly findings: readonly SeenFinding[];
  readonly coatType: string;
  readonly coatModifiers: readonly string[];
  readonly dense: boolean;
  readonly signs: readonly SeenSign[];
}

/** The sheet a visit starts with: all that stays on the dog, nothing of the day. */
export function freshHands(dog: StayingFacts, temper: Temper): Hands {
  const { measurements, findings, coatType, coatModifiers, dense, signs } = dog;
  return {
    measurements,
    confirmed: [],
    findings,
    coatType,
    coatModifiers,
    dense,
    signs,
    mats: [],
    lengths: {},
    lastCut: null,
    temper,
  };
}

/** One thing found; touch, a typed line and the gauge all end as one of these. */
export type Find =
  | { readonly kind: 'structure'; readonly finding: SeenFinding }
  | { readonly kind: 'sign'; readonly sign: SeenSign }
  | { readonly kind: 'mat'; readonly mat: Omit<Mat, 'id'> }
  | { readonly kind: 'length'; readonly zone: string; readonly length: MeasuredLength }
  | { readonly kind: 'measure'; readonly key: MeasureKey; readonly value: number }
  | { readonly kind: 'coat-type'; readonly coatType: string }
  | { readonly kind: 'modifier'; readonly modifier: string }
  | { readonly kind: 'dense'; readonly dense: boolean }
  | { readonly kind: 'last-cut'; readonly lastCut: LastCut | null }
  | { readonly kind: 'handling'; readonly handling: Handling }
  | { readonly kind: 'standing'; readonly minutes: number }
  | { readonly kind: 'absent'; readonly what: Absent }
  /** Looked for and not seen: nothing comes off the sheet by that. */
  | { readonly kind: 'not-seen'; readonly what: Absent };

/** What is not there, or not any more: in one place, or with null anywhere. */
export type Absent =
  | { readonly of: 'mat'; readonly zone: string | null }
  | { readonly of: 'sign'; readonly sign: string; readonly zone: string | null }
  | { readonly of: 'structure'; readonly finding: string; readonly side: Side | null }
  | { readonly of: 'modifier'; readonly modifier: string };

/** A place on the sheet, for taking something off it again. */
export type FindKey =
  | { readonly kind: 'structure'; readonly finding: string; readonly side: Side | null }
  | { readonly kind: 'sign'; readonly sign: string; readonly zone: string | null }
  | { readonly kind: 'mat'; readonly id: string }
  | { readonly kind: 'length'; readonly zone: string }
  | { readonly kind: 'measure'; readonly key: MeasureKey }
  | { readonly kind: 'modifier'; readonly modifier: string };

const sameFinding = (a: SeenFinding, b: { finding: string; side?: Side | null | undefined }) =>
  a.finding === b.finding && (a.side ?? null) === (b.side ?? null);

/** The sheet with one more find on it; the same thing found again in the same place replaces what was there. */
export function withFind(hands: Hands, find: Find): Hands {
  switch (find.kind) {
    case 'structure':
      return {
        ...hands,
        findings: [...hands.findings.filter((f) => !sameFinding(f, find.finding)), find.finding],
      };
    case 'sign': {
      const { sign, zone } = find.sign;
      const others = hands.signs.filter((s) => s.sign !== sign || s.zone !== zone);
      return { ...hands, signs: [...others, find.sign] };
    }
    case 'mat':
      return { ...hands, mats: [...hands.mats, { ...find.mat, id: nextMatId(hands) }] };
    case 'length':
      return { ...hands, lengths: { ...hands.lengths, [find.zone]: find.length } };
    case 'measure':
      return {
        ...hands,
        measurements: { ...hands.measurements, [find.key]: find.value },
        confirmed: hands.confirmed.filter((key) => key !== find.key),
      };
    case 'coat-type':
      return { ...hands, coatType: find.coatType };
    case 'modifier':
      return hands.coatModifiers.includes(find.modifier)
        ? hands
        : { ...hands, coatModifiers: [...hands.coatModifiers, find.modifier] };
    case 'dense':
      return { ...hands, dense: find.dense };
    case 'last-cut':
      return { ...hands, lastCut: find.lastCut };
    case 'handling':
      return { ...hands, temper: { ...hands.temper, handling: find.handling } };
    case 'standing':
      return { ...hands, temper: { ...hands.temper, standingMinutes: find.minutes } };
    case 'absent':
      return withoutAll(hands, find.what);
    case 'not-seen':
      return hands;
  }
}

/** The sheet without everything that is said not to be there. */
function withoutAll(hands: Hands, what: Absent): Hands {
  const at = (zone: string | null, where: string | null) => where === null || zone === where;
  switch (what.of) {
    case 'mat':
      return { ...hands, mats: hands.mats.filter((mat) => !at(mat.zone, what.zone)) };
    case 'sign':
      return { ...hands, signs: hands.signs.filter((s) => s.sign !== what.sign || !at(s.zone, what.zone)) };
    case 'structure':
      return {
        ...hands,
        findings: hands.findings.filter((f) => f.finding !== what.finding || !at(f.side ?? null, what.side)),
      };
    case 'modifier':
      return { ...hands, coatModifiers: hands.coatModifiers.filter((m) => m !== what.modifier) };
  }
}

/** The sheet without one find. */
export function withoutFind(hands: Hands, key: FindKey): Hands {
  switch (key.kind) {
    case 'structure':
      return { ...hands, findings: hands.findings.filter((f) => !sameFinding(f, key)) };
    case 'sign':
      return { ...hands, signs: hands.signs.filter((s) => s.sign !== key.sign || s.zone !== key.zone) };
    case 'mat':
      return { ...hands, mats: hands.mats.filter((mat) => mat.id !== key.id) };
    case 'length':
      return { ...hands, lengths: omit(hands.lengths, key.zone) };
    case 'measure':
      return {
        ...hands,
        measurements: omit(hands.measurements, key.key),
        confirmed: hands.confirmed.filter((k) => k !== key.key),
      };
    case 'modifier':
      return { ...hands, coatModifiers: hands.coatModifiers.filter((m) => m !== key.modifier) };
  }
}

/** Changes one mat in place. @throws MisuseError when the sheet has no such mat. */
export function withMat(hands: Hands, id: string, change: Partial<Omit<Mat, 'id'>>): Hands {
  if (!hands.mats.some((mat) => mat.id === id)) throw new MisuseError(`no mat "${id}" on the sheet`);
  return { ...hands, mats: hands.mats.map((mat) => (mat.id === id ? { ...mat, ...change } : mat)) };
}

/** The signs that stay on the dog when it goes home. */
export const stayingSigns = (signs: readonly SeenSign[], pack: SignPack): readonly SeenSign[] =>
  signs.filter((seen) => byId('sign', pack.signs, seen.sign).stays);

/** The same dog seen in a mirror. */
export function mirrored(hands: Hands): Hands {
  return {
    ...hands,
    findings: hands.findings.map((f) =>
      f.side ? { ...f, side: f.side === 'left' ? ('right' as const) : ('left' as const) } : f,
    ),
    signs: hands.signs.map((s) => (s.zone === null ? s : { ...s, zone: otherSide(s.zone) })),
    mats: hands.mats.map((mat) => ({ ...mat, zone: otherSide(mat.zone) })),
    lengths: Object.fromEntries(
      Object.entries(hands.lengths).map(([zone, length]) => [otherSide(zone), length]),
    ),
  };
}

function nextMatId({ mats }: Hands): string {
  const taken = mats.map((mat) => Number(mat.id.slice(1)) || 0);
  return `m${Math.max(0, ...taken) + 1}`;
}

function omit<T extends object>(record: T, key: string): T {
  return Object.fromEntries(Object.entries(record).filter(([k]) => k !== key)) as T;
}

/** The signs that may be found in a zone (or on the whole dog for null), as the pack orders them. */
export const signsFor = (pack: SignPack, zone: string | null) =>
  pack.signs.filter((sign) =>
    zone === null
      ? sign.scope === 'dog'
      : sign.scope === 'zone' && (sign.at.length === 0 || isAmong(sign.at, zone)),
  );
