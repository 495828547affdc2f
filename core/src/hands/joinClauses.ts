import type { Choose, Clause, Figures } from './clause.ts';
import { counted, PLACELESS } from './clause.ts';

/** What a finding without a subject of its own says of the one before. */
export function joined(clauses: readonly Clause[], choose: Choose): readonly Clause[] {
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
