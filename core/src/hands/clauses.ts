import type { Choose, Clause, Figures, Place, Subject, ZoneWord } from './clause.ts';
import { blank, counted, figures, PLACELESS } from './clause.ts';
import { joined } from './joinClauses.ts';
import type { Side } from '../terms/zone.ts';
import type { LengthToken, SizeToken, Token } from './tokens.ts';
import { saysMat } from './tokens.ts';
import type { Meaning } from './vocabulary.ts';

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
