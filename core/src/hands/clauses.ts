import type { Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import type { LengthToken, SizeToken, Token } from './tokens.ts';
import { saysMat } from './tokens.ts';
import type { Meaning } from './vocabulary.ts';

type Subject = Extract<
  Meaning,
  { kind: 'sign' | 'structure' | 'modifier' | 'handling' | 'measure' | 'mat' | 'stands' }
>;
type ZoneWord = Extract<Meaning, { kind: 'zone' }>;

/** Numbers said of one thing. */
export interface Figures {
  readonly sizes: SizeToken[];
  readonly lengths: { readonly text: string; toSkin: boolean }[];
}

export interface Place extends Figures {
  zone: ZoneWord | null;
  sides: Side[];
  /** Both sides only because the word is a plural; a side that is said counts. */
  plural: boolean;
  readonly text: string;
  /** Named after the subject of its clause. */
  readonly late: boolean;
}

/** One finding as it is said. */
export interface Clause extends Figures {
  subject: Subject | null;
  /** The subject's own word, for asking back. */
  text: string;
  /** How it stands after the one before. */
  readonly link: 'apart' | 'comma' | 'and' | 'or';
  places: Place[];
  kg: number | null;
  minutes: number | null;
  tightness: Tightness | null;
  grade: string | null;
  level: Severity | null;
  /** The level or the tightness was said after a place, and may be of that place alone. */
  late: boolean;
  burr: boolean;
  sores: boolean;
  said: 'found' | 'not-seen' | 'gone';
  /** Says “or”: good for what was not seen alone. */
  either: boolean;
  /** Words that belong to nothing here. */
  readonly stray: string[];
}

/** Takes one of so many ways where a line can be meant in several; the first is the nearest. */
export type Choose = (ways: number) => number;

const figures = (): Figures => ({ sizes: [], lengths: [] });
const blank = (link: Clause['link']): Clause => ({
  ...figures(),
  subject: null,
  text: '',
  link,
  places: [],
  kg: null,
  minutes: null,
  tightness: null,
  grade: null,
  level: null,
  late: false,
  burr: false,
  sores: false,
  said: 'found',
  either: link === 'or',
  stray: [],
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
/** What is said of the dog and not of a place. */
const PLACELESS: readonly Meaning['kind'][] = ['modifier', 'handling', 'measure', 'stands'];

/**
 * Findings as they stand one after the other: a new one begins at a new subject, or at a break once one is complete. A
 * number belongs to the nearest thing named before it, or to what follows where nothing is; a “no” to the word beside it;
 * a “gone” to what was said last.
 */
export function clausesOf(tokens: readonly Token[], choose: Choose): readonly Clause[] {
  const clauses: Clause[] = [];
  let clause = blank('apart');
  /** Sides typed before their place. */
  let pending: Side[] = [];
  let nearest: Figures | null = null;
  const begin = (link: Clause['link'], places: Place[] = []) => {
    clauses.push(clause);
    clause = { ...blank(link), places };
    nearest = null;
  };
  const addPlace = (zone: ZoneWord, sides: Side[], text: string): void => {
    const plural = sides.length === 0 && zone.sides.length > 0;
    const late = clause.subject !== null;
    const place = { ...figures(), zone, sides: plural ? [...zone.sides] : sides, plural, text, late };
    clause.places.push(place);
    nearest = place;
  };
  const aloneOr = (token: LengthToken | SizeToken): boolean =>
    token.maybeIn && (clause.places.every(({ zone }) => zone === null) || choose(2) === 1);

  for (let at = 0; at < tokens.length; at++) {
    const token = tokens[at];
    if (!token) continue;
    const link = linkOf(token);
    if (link !== null) {
      clause.either ||= link === 'or';
      if (pending.length > 0 && link !== 'apart') continue;
      const whole = clause.subject !== null || clause.lengths.length > 0 || clause.sizes.length > 0;
      const hair = clause.places.some(({ lengths, sizes }) => lengths.length + sizes.length > 0);
      if (whole || hair || link === 'apart') begin(link);
      continue;
    }
    if (token.kind === 'size')
      (nearest ?? clause).sizes.push(aloneOr(token) ? { ...token, unit: '' } : token);
    else if (token.kind === 'length')
      (nearest ?? clause).lengths.push({ text: aloneOr(token) ? token.alone : token.text, toSkin: false });
    else if (token.kind === 'amount' && token.unit === 'kg') clause.kg = token.value;
    else if (token.kind === 'amount') clause.minutes = token.value;
    if (token.kind !== 'word') continue;
    const { means, text } = token;
    if (isSubject(means)) {
      if (clause.subject !== null) {
        const early = clause.places.some(({ late }) => !late);
        const moved = early ? clause.places.filter(({ late }) => late) : [];
        clause.places = clause.places.filter((one) => !moved.includes(one));
        begin(
          'comma',
          moved.map((one) => ({ ...one, late: false })),
        );
      }
      clause.subject = means;
      clause.text = text;
      nearest = clause;
      continue;
    }
    switch (means.kind) {
      case 'zone': {
        const sides = pending;
        pending = [];
        if (clause.subject !== null && PLACELESS.includes(clause.subject.kind)) begin('comma');
        const last = clause.places.at(-1);
        if (last?.zone === null) {
          last.zone = means;
          last.sides.push(...sides);
          nearest = last;
        } else addPlace(means, sides, text);
        break;
      }
      case 'side': {
        const sides: Side[] = means.side === 'both' ? ['left', 'right'] : [means.side];
        const last = clause.places.at(-1);
        const before = clauses.at(-1)?.places.at(-1)?.zone;
        const named = zoneFollows(tokens, at);
        if (last?.zone && !named && !last.plural) last.sides.push(...sides);
        else if (last?.zone && (last.plural || last.sides.length === 0)) {
          last.sides = sides;
          last.plural = false;
        } else if (!named && clause.places.length === 0 && clause.subject === null && before?.paired)
          addPlace(before, sides, `${text} ${before.id}`);
        else pending = [...pending, ...sides];
        break;
      }
      case 'level':
        if (clause.level !== null) begin('comma');
        clause.level = means.level;
        clause.late = clause.places.some(({ late }) => late);
        break;
      case 'tightness':
        if (clause.tightness !== null) begin('comma');
        clause.tightness = means.grade;
        clause.late = clause.places.some(({ late }) => late);
        break;
      case 'grade': {
        const next = tokens[at + 1];
        if (next?.kind === 'length') {
          clause.grade = next.text;
          at++;
        } else clause.stray.push(text);
        break;
      }
      case 'burr':
      case 'sores':
        clause[means.kind] = true;
        break;
      case 'to-skin': {
        const last = (nearest ?? clause).lengths.at(-1) ?? clause.lengths.at(-1);
        if (last) last.toSkin = true;
        else (nearest ?? clause).lengths.push({ text: '0', toSkin: true });
        break;
      }
      case 'gone':
        if (clause.places.length > 1 && clause.subject !== null && choose(2) === 0) {
          const last = clause.places.pop();
          const { subject, text: word } = clause;
          begin('comma', last ? [last] : []);
          clause.subject = subject;
          clause.text = word;
        }
        clause.said = 'gone';
        break;
      case 'not':
        at = negate(at);
        break;
      default:
        break;
    }
  }
  if (pending.length > 0)
    clause.places.push({ ...figures(), zone: null, sides: pending, plural: false, text: '', late: true });
  clauses.push(clause);
  return joined(clauses.filter(saysSomething), choose);

  /** Binds a “no” to the word beside it; returns the last token it took. */
  function negate(at: number): number {
    let beside = at + 1;
    for (let next = tokens[beside]; next?.kind === 'word' && next.means.kind === 'filler';)
      next = tokens[++beside];
    const not = tokens[at];
    const next = tokens[beside];
    const word = not?.kind === 'word' ? not.text : '';
    if (next?.kind !== 'word') {
      if (clause.subject !== null && clause.places.length === 0) clause.said = 'not-seen';
      else clause.stray.push(word);
      return at;
    }
    const { means, text } = next;
    if (means.kind === 'tightness' || means.kind === 'gone') return beside;
    if (means.kind === 'level' && means.level === 'marked') {
      clause.level = 'mild';
      return beside;
    }
    if ((means.kind === 'burr' || means.kind === 'sores') && saysMat(tokens)) return beside;
    if (isSubject(means) || means.kind === 'zone' || means.kind === 'side') {
      const { subject, text: about } = clause;
      if (subject !== null) begin('comma');
      if (!isSubject(means) && subject !== null) {
        clause.subject = subject;
        clause.text = about;
      }
      clause.said = 'not-seen';
      return at;
    }
    clause.stray.push(`${word} ${text}`);
    return beside;
  }
}

function linkOf(token: Token): 'apart' | 'comma' | 'and' | 'or' | null {
  if (token.kind === 'break') return token.link;
  if (token.kind !== 'word') return null;
  return token.means.kind === 'and' || token.means.kind === 'or' ? token.means.kind : null;
}

/** Whether a place is named next, over words that say nothing and other sides. */
function zoneFollows(tokens: readonly Token[], at: number): boolean {
  for (const token of tokens.slice(at + 1)) {
    const kind = token.kind === 'word' ? token.means.kind : token.kind;
    if (kind === 'zone') return true;
    if (!['filler', 'side', 'and'].includes(kind)) return false;
  }
  return false;
}

const counted = ({ sizes, lengths }: Figures): number => sizes.length + lengths.length;

const saysSomething = (clause: Clause): boolean =>
  clause.subject !== null ||
  clause.places.length > 0 ||
  counted(clause) > 0 ||
  clause.kg !== null ||
  clause.minutes !== null ||
  clause.grade !== null ||
  clause.said !== 'found' ||
  clause.burr ||
  clause.sores ||
  clause.tightness !== null ||
  clause.level !== null ||
  clause.stray.length > 0;

/** What a finding without a subject of its own says of the one before. */
function joined(clauses: readonly Clause[], choose: Choose): readonly Clause[] {
  const out: Clause[] = [];
  for (const clause of clauses) {
    const before = out.at(-1);
    if (!before || clause.link === 'apart') out.push(clause);
    else if (clause.subject !== null) out.push(unseenToo(before, clause, choose));
    else if (before.subject === null || PLACELESS.includes(before.subject.kind)) out.push(clause);
    else if (clause.places.length === 0) {
      if (!added(before, clause)) out.push(clause);
    } else if (isHair(before, clause, choose)) out.push(clause);
    else out.push(goneToo(before, goesOn(before, clause, choose), choose));
  }
  return out;
}

/** “No lumps or fleas”: a bare finding after one that was not seen may be meant as not seen, too. */
function unseenToo(before: Clause, clause: Clause, choose: Choose): Clause {
  if (before.said !== 'not-seen' || clause.said !== 'found') return clause;
  const bare = clause.places.length === 0 && counted(clause) === 0 && clause.level === null;
  const carried = clause.link === 'or' || ((clause.link === 'and' || bare) && choose(2) === 0);
  return carried ? { ...clause, said: 'not-seen' } : clause;
}

/** Puts what is said without place or subject to the finding before; false where that has it already. */
function added(before: Clause, clause: Clause): boolean {
  const last = before.places.at(-1);
  const target = last && counted(before) === 0 ? last : before;
  if (counted(clause) > 0 && counted(target) > 0 && before.subject?.kind !== 'mat') return false;
  if (clause.level !== null && before.level !== null) return false;
  if (clause.tightness !== null && before.tightness !== null) return false;
  target.lengths.push(...clause.lengths);
  target.sizes.push(...clause.sizes);
  before.level ??= clause.level;
  before.tightness ??= clause.tightness;
  before.grade ??= clause.grade;
  before.kg ??= clause.kg;
  before.minutes ??= clause.minutes;
  if (clause.said !== 'found') before.said = clause.said;
  before.burr ||= clause.burr;
  before.sores ||= clause.sores;
  before.stray.push(...clause.stray);
  return true;
}

/** A place with a length is hair, unless what went before is measured as well: then it may be either. */
function isHair(before: Clause, clause: Clause, choose: Choose): boolean {
  const all: readonly Figures[] = [clause, ...clause.places];
  if (all.some(({ sizes }) => sizes.length > 0) || clause.tightness !== null || clause.level !== null)
    return false;
  if (all.every(({ lengths }) => lengths.length === 0) || clause.said !== 'found') return false;
  const measured = before.subject?.kind === 'mat' || before.subject?.kind === 'sign';
  if (!measured) return true;
  if (clause.link !== 'comma') return false;
  const texts = all.flatMap(({ lengths }) => lengths.map(({ text }) => text));
  // A mat is sized in cm: so many millimetres are of hair.
  const plain = before.subject?.kind === 'mat' && texts.every((text) => /^\d{2,}\s*(mm)?$/.test(text));
  return plain || choose(2) === 1;
}

function goesOn(before: Clause, clause: Clause, choose: Choose): Clause {
  const { subject, text, said } = before;
  const own = clause.level !== null || clause.tightness !== null;
  const had = before.level !== null || before.tightness !== null;
  // “marked redness rib and thigh” is of both; “redness rib marked and thigh” may be.
  const carry = !own && had && (!before.late || choose(2) === 0);
  // “redness rib and thigh marked” may be of both.
  if (own && !had && clause.link === 'and' && choose(2) === 1) {
    before.level = clause.level;
    before.tightness = clause.tightness;
  }
  const sized = [clause, ...clause.places].find((one) => counted(one) > 0);
  const last = before.places.at(-1);
  const open = last !== undefined && counted(last) === 0 && counted(before) === 0;
  if (sized && open && clause.link === 'and' && choose(2) === 1) {
    last.sizes.push(...sized.sizes);
    last.lengths.push(...sized.lengths);
  }
  return {
    ...clause,
    subject,
    text,
    level: clause.level ?? (carry ? before.level : null),
    tightness: clause.tightness ?? (carry ? before.tightness : null),
    said: clause.said === 'found' && said === 'not-seen' ? said : clause.said,
  };
}

/** “Lump L thigh and R thigh gone”: that place alone, or both. */
function goneToo(before: Clause, clause: Clause, choose: Choose): Clause {
  if (clause.said === 'gone' && before.said === 'found' && choose(2) === 1) before.said = 'gone';
  return clause;
}

export interface Spot extends Figures {
  /** A place of the dog with its side. */
  readonly zone: string;
}

/** The places named, each with its numbers; null where a side is missing. A number said after several may be of all. */
export function spotsOf(clause: Clause, choose: Choose): readonly Spot[] | null {
  const spots: Spot[] = [];
  const spare = clause.places.find(({ zone }) => zone === null)?.sides ?? [];
  const named = clause.places.filter(({ zone }) => zone !== null);
  const last = named.at(-1);
  const open = named.slice(0, -1).some((one) => counted(one) === 0);
  const shared = last !== undefined && counted(last) > 0 && open && choose(2) === 1;
  for (const place of named) {
    const { zone, sides } = place;
    if (zone === null) continue;
    const own = shared && counted(place) === 0 ? last : place;
    const sizes = [...clause.sizes, ...own.sizes];
    const lengths = [...clause.lengths, ...own.lengths];
    const said = sides.length > 0 ? sides : spare;
    if (zone.paired && said.length === 0) return null;
    const zones = zone.paired ? [...new Set(said)].map((side) => `${zone.id}.${side}`) : [zone.id];
    for (const id of zones) {
      if (spots.some((one) => one.zone === id)) continue;
      spots.push({ zone: id, sizes, lengths });
    }
  }
  return spots;
}

/** Words of a finding that it has no use for: said, never dropped. */
export function straysOf(clause: Clause): readonly string[] {
  const { subject, places, kg, minutes, tightness, grade, burr, sores, stray } = clause;
  const words = [...stray, ...(clause.either && clause.said === 'found' ? ['or'] : [])];
  const mat = subject?.kind === 'mat';
  const all: readonly Figures[] = [clause, ...places];
  if (!mat) {
    for (const { sizes } of all) words.push(...sizes.map(({ a, b, unit }) => `${a}x${b}${unit}`));
    if (subject !== null && (tightness !== null || grade !== null || burr || sores)) words.push('mat');
  }
  if (kg !== null && subject?.kind !== 'measure') words.push(`${kg} kg`);
  if (minutes !== null && subject?.kind !== 'stands') words.push(`${minutes} min`);
  if (subject !== null && PLACELESS.includes(subject.kind))
    words.push(...places.map(({ text, sides }) => text || sides.join(' ')));
  for (const { zone, sides, text } of places)
    if (zone && !zone.paired && sides.length > 0) words.push(`${sides.join(' and ')} ${text}`);
  return words;
}
