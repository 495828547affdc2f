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
export const clausesOf = (tokens: readonly Token[], choose: Choose): readonly Clause[] =>
  joined(new ClauseReader(tokens, choose).read().filter(saysSomething), choose);

type WordToken = Extract<Token, { readonly kind: 'word' }>;
type Said<K extends Meaning['kind']> = Extract<Meaning, { readonly kind: K }>;

/** Reads tokens one by one into the clause in hand. */
class ClauseReader {
  private readonly clauses: Clause[] = [];
  private clause = blank('apart');
  /** Sides typed before their place. */
  private pending: Side[] = [];
  /** What a number belongs to. */
  private nearest: Figures | null = null;
  private at = 0;

  constructor(
    private readonly tokens: readonly Token[],
    private readonly choose: Choose,
  ) {}

  read(): readonly Clause[] {
    for (; this.at < this.tokens.length; this.at++) {
      const token = this.tokens[this.at];
      if (token) this.take(token);
    }
    const { clause, pending } = this;
    if (pending.length > 0)
      clause.places.push({ ...figures(), zone: null, sides: pending, plural: false, text: '', late: true });
    return [...this.clauses, clause];
  }

  private take(token: Token): void {
    const link = linkOf(token);
    if (link !== null) this.break(link);
    else if (token.kind === 'word') this.word(token);
    else this.number(token);
  }

  private begin(link: Clause['link'], places: Place[] = []): void {
    this.clauses.push(this.clause);
    this.clause = { ...blank(link), places };
    this.nearest = null;
  }

  private break(link: Clause['link'] | 'or'): void {
    const { clause } = this;
    clause.either ||= link === 'or';
    if (this.pending.length > 0 && link !== 'apart') return;
    const whole = clause.subject !== null || clause.lengths.length > 0 || clause.sizes.length > 0;
    const hair = clause.places.some(({ lengths, sizes }) => lengths.length + sizes.length > 0);
    if (whole || hair || link === 'apart') this.begin(link);
  }

  private number(token: Exclude<Token, WordToken>): void {
    const to = this.nearest ?? this.clause;
    if (token.kind === 'size') to.sizes.push(this.isAlone(token) ? { ...token, unit: '' } : token);
    else if (token.kind === 'length')
      to.lengths.push({ text: this.isAlone(token) ? token.alone : token.text, toSkin: false });
    else if (token.kind === 'amount' && token.unit === 'kg') this.clause.kg = token.value;
    else if (token.kind === 'amount') this.clause.minutes = token.value;
  }

  /** An “in” behind a number is the word, not inches. */
  private isAlone(token: LengthToken | SizeToken): boolean {
    const nowhere = () => this.clause.places.every(({ zone }) => zone === null);
    return token.maybeIn && (nowhere() || this.choose(2) === 1);
  }

  private word({ means, text }: WordToken): void {
    if (isSubject(means)) return this.subject(means, text);
    const { clause } = this;
    switch (means.kind) {
      case 'zone':
        return this.zone(means, text);
      case 'side':
        return this.side(means, text);
      case 'level':
        return this.howMuch(clause.level !== null, (of) => (of.level = means.level));
      case 'tightness':
        return this.howMuch(clause.tightness !== null, (of) => (of.tightness = means.grade));
      case 'grade':
        return this.grade(text);
      case 'burr':
      case 'sores':
        clause[means.kind] = true;
        return;
      case 'to-skin':
        return this.toSkin();
      case 'gone':
        return this.gone();
      case 'not':
        this.at = this.negate();
        return;
      default:
    }
  }

  private subject(means: Subject, text: string): void {
    const { clause } = this;
    if (clause.subject !== null) {
      const early = clause.places.some(({ late }) => !late);
      const moved = early ? clause.places.filter(({ late }) => late) : [];
      clause.places = clause.places.filter((one) => !moved.includes(one));
      this.begin(
        'comma',
        moved.map((one) => ({ ...one, late: false })),
      );
    }
    this.clause.subject = means;
    this.clause.text = text;
    this.nearest = this.clause;
  }

  private zone(means: Said<'zone'>, text: string): void {
    const sides = this.pending;
    this.pending = [];
    if (this.clause.subject !== null && PLACELESS.includes(this.clause.subject.kind)) this.begin('comma');
    const last = this.clause.places.at(-1);
    if (last?.zone !== null) return this.addPlace(means, sides, text);
    last.zone = means;
    last.sides.push(...sides);
    this.nearest = last;
  }

  private addPlace(zone: ZoneWord, sides: Side[], text: string): void {
    const plural = sides.length === 0 && zone.sides.length > 0;
    const late = this.clause.subject !== null;
    const place = { ...figures(), zone, sides: plural ? [...zone.sides] : sides, plural, text, late };
    this.clause.places.push(place);
    this.nearest = place;
  }

  private side(means: Said<'side'>, text: string): void {
    const sides: Side[] = means.side === 'both' ? ['left', 'right'] : [means.side];
    const last = this.clause.places.at(-1);
    const named = zoneFollows(this.tokens, this.at);
    if (last?.zone && this.takesSides(last, sides, named)) return;
    const alone = !named && this.clause.places.length === 0 && this.clause.subject === null;
    const before = this.clauses.at(-1)?.places.at(-1)?.zone;
    if (alone && before?.paired) this.addPlace(before, sides, `${text} ${before.id}`);
    else this.pending = [...this.pending, ...sides];
  }

  /** Whether sides are said of the place before them. */
  private takesSides(last: Place, sides: readonly Side[], named: boolean): boolean {
    if (!named && !last.plural) {
      last.sides.push(...sides);
      return true;
    }
    if (!last.plural && last.sides.length > 0) return false;
    last.sides = [...sides];
    last.plural = false;
    return true;
  }

  private howMuch(saidBefore: boolean, say: (clause: Clause) => unknown): void {
    if (saidBefore) this.begin('comma');
    say(this.clause);
    this.clause.late = this.clause.places.some(({ late }) => late);
  }

  private grade(text: string): void {
    const next = this.tokens[this.at + 1];
    if (next?.kind !== 'length') {
      this.clause.stray.push(text);
      return;
    }
    this.clause.grade = next.text;
    this.at++;
  }

  private toSkin(): void {
    const to = this.nearest ?? this.clause;
    const last = to.lengths.at(-1) ?? this.clause.lengths.at(-1);
    if (last) last.toSkin = true;
    else to.lengths.push({ text: '0', toSkin: true });
  }

  private gone(): void {
    const { clause } = this;
    if (clause.places.length > 1 && clause.subject !== null && this.choose(2) === 0) {
      const last = clause.places.pop();
      this.begin('comma', last ? [last] : []);
      this.sayAgain(clause);
    }
    this.clause.said = 'gone';
  }

  /** The clause in hand is about what another was about. */
  private sayAgain({ subject, text }: Clause): void {
    this.clause.subject = subject;
    this.clause.text = text;
  }

  /** Binds a “no” to the word beside it; returns the last token it took. */
  private negate(): number {
    const { tokens, at } = this;
    let beside = at + 1;
    while (isFiller(tokens[beside])) beside++;
    const next = tokens[beside];
    const not = tokens[at];
    const word = not?.kind === 'word' ? not.text : '';
    if (next?.kind === 'word') return this.notThis(next, beside, word);
    if (this.clause.subject !== null && this.clause.places.length === 0) this.clause.said = 'not-seen';
    else this.clause.stray.push(word);
    return at;
  }

  private notThis({ means, text }: WordToken, beside: number, word: string): number {
    const { clause } = this;
    if (means.kind === 'tightness' || means.kind === 'gone') return beside;
    if (means.kind === 'level' && means.level === 'marked') {
      clause.level = 'mild';
      return beside;
    }
    if ((means.kind === 'burr' || means.kind === 'sores') && saysMat(this.tokens)) return beside;
    if (!isSubject(means) && means.kind !== 'zone' && means.kind !== 'side') {
      clause.stray.push(`${word} ${text}`);
      return beside;
    }
    if (clause.subject !== null) {
      this.begin('comma');
      if (!isSubject(means)) this.sayAgain(clause);
    }
    this.clause.said = 'not-seen';
    return this.at;
  }
}

const isFiller = (token: Token | undefined): boolean =>
  token?.kind === 'word' && token.means.kind === 'filler';

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
