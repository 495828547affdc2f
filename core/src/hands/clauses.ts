import type { Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import type { Token } from './tokens.ts';
import type { Meaning } from './vocabulary.ts';

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

export interface Clause {
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
export function clausesOf(tokens: readonly Token[]): readonly Clause[] {
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

/** Zone ids of the places named; null where a side is missing. */
export function zonesOf({ places }: Clause): readonly string[] | null {
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
