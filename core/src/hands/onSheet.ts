import type { Absent, Find, Hands } from './hands.ts';

/** What is said not to be there and stands on the sheet: it stays there until it is said to be gone, each by its place. */
export function contradicted(hands: Hands, finds: readonly Find[]): readonly Absent[] {
  return finds.flatMap((find) => {
    if (find.kind !== 'not-seen' && find.kind !== 'absent') return [];
    const there = onSheet(hands, find.what);
    // Gone from one place, or the only one there is, is plain.
    return find.kind === 'not-seen' || there.length > 1 ? there : [];
  });
}

/** Each thing on the sheet that something is said to be. */
export function onSheet({ mats, signs, findings, coatModifiers }: Hands, what: Absent): readonly Absent[] {
  const at = (zone: string | null, where: string | null) => where === null || zone === where;
  switch (what.of) {
    case 'mat':
      return [...new Set(mats.map(({ zone }) => zone))]
        .filter((zone) => at(zone, what.zone))
        .map((zone) => ({ ...what, zone }));
    case 'sign':
      return signs
        .filter(({ sign, zone }) => sign === what.sign && at(zone, what.zone))
        .map(({ zone }) => ({ ...what, zone }));
    case 'structure':
      return findings
        .filter(({ finding, side }) => finding === what.finding && at(side ?? null, what.side))
        .map(({ side }) => ({ ...what, side: side ?? null }));
    case 'modifier':
      return coatModifiers.includes(what.modifier) ? [what] : [];
  }
}
