import type { Case } from '../../case/resolveCase.ts';
import type { TrimArea } from '../../packs/breed.ts';
import { techniqueKind } from '../../tools/drawer.ts';
import { changeAt, changeConflicts } from '../changeAt.ts';
import type { Draft, Place, Stage } from '../place.ts';
import { adjustForStructure, balances } from '../adjustForStructure.ts';

/** The length as this dog's outline, findings and coat need it; hair that stands is only tipped. */
export const outlineAndStructure: Stage = (place, draft) => {
  const { visit, zone, school, welfare, outline, trimName } = place;
  const { area } = school;
  const outlined = changeAt(visit, zone, outline, area, welfare.coverMm > 0);
  const conflicts = [...draft.conflicts, ...changeConflicts(visit, zone, outline, trimName)];
  if (draft.stays) return { ...draft, outlined, conflicts, ...tippedFor(place, draft) };
  const [first] = school.techniques;
  const bladed = first !== undefined && techniqueKind(visit.packs.tools, first).onSkin;
  const found = { area, welfare, outlined, bladed, schoolShare: school.share };
  const { mm, reasons } = adjustForStructure(visit, zone, found, draft.mm);
  return { ...draft, outlined, conflicts, mm, reasons: [...draft.reasons, ...reasons] };
};

/** What stands as it is tipped; a finding may take it closer, and adds nothing to hair that stands as long as it may. */
function tippedFor({ visit, zone, school }: Place, draft: Draft): Pick<Draft, 'mm' | 'reasons'> {
  let mm = tippedMm(visit, school.area, draft);
  const reasons = [...draft.reasons];
  for (const { toMm, why } of balances(visit, zone, school.area, false)) {
    const closerMm = Math.min(mm, toMm(mm));
    if (closerMm < mm) reasons.push({ ...why, effect: { kind: 'change', mm: closerMm - mm } });
    mm = closerMm;
  }
  return { mm, reasons };
}

/** More hair never leaves less of what stands: all there is, up to the trim's longest. */
function tippedMm(
  visit: Case,
  area: TrimArea,
  { mm, ceilingMm, thereMm }: Pick<Draft, 'mm' | 'ceilingMm' | 'thereMm'>,
): number {
  if (!isTippedByHand(visit, area)) return mm;
  return Math.max(mm, Math.min(ceilingMm, thereMm, area.range[1]));
}

/** Hair that is left to stand is tipped by hand, unless only a machine keeps it short. */
const isTippedByHand = ({ packs }: Case, { techniques: [, ...others] }: TrimArea): boolean =>
  others.length === 0 || others.some((technique) => techniqueKind(packs.tools, technique).byHand);
