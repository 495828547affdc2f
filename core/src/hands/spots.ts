import type { Choose, Clause, Figures } from './clause.ts';
import { counted, PLACELESS } from './clause.ts';

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
