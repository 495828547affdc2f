import type { Case } from '../../case/resolveCase.ts';
import type { TrimArea } from '../../packs/breed.ts';
import { techniqueKind } from '../../tools/drawer.ts';
import { outlineAt, outlineConflicts } from '../outlineAt.ts';
import type { Stage } from '../place.ts';
import { adjustForStructure } from '../adjustForStructure.ts';

/** The length as this dog's outline, findings and coat need it; hair that stands is only tipped. */
export const outlineAndStructure: Stage = (place, draft) => {
  const { visit, zone, school, welfare, outline, trimName } = place;
  const { area } = school;
  const outlined = outlineAt(visit, zone, outline, area);
  const conflicts = [...draft.conflicts, ...outlineConflicts(visit, zone, outline, trimName)];
  if (draft.stays) return { ...draft, outlined, conflicts, mm: tippedMm(visit, area, draft) };
  const [first] = school.techniques;
  const bladed = first !== undefined && techniqueKind(visit.packs.tools, first).onSkin;
  const found = { area, welfare, outlined, bladed, schoolShare: school.share };
  const { mm, reasons } = adjustForStructure(visit, zone, found, draft.mm);
  return { ...draft, outlined, conflicts, mm, reasons: [...draft.reasons, ...reasons] };
};

/** More hair never leaves less of what stands: all there is, up to the trim's longest. */
function tippedMm(
  visit: Case,
  area: TrimArea,
  { mm, ceilingMm }: { readonly mm: number; readonly ceilingMm: number },
): number {
  if (ceilingMm === Infinity || !isTippedByHand(visit, area)) return mm;
  return Math.max(mm, Math.min(ceilingMm, area.range[1]));
}

/** Hair that is left to stand is tipped by hand, unless only a machine keeps it short. */
const isTippedByHand = ({ packs }: Case, { techniques: [, ...others] }: TrimArea): boolean =>
  others.length === 0 || others.some((technique) => techniqueKind(packs.tools, technique).byHand);
