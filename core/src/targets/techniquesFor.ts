import type { Case } from '../case/resolveCase.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import type { Schooled } from './schooled.ts';

/**
 * The techniques of the zone in order: the house rules', without what the coat or welfare takes away; what a restriction
 * prefers comes first where a clipper would be used.
 */
export function techniquesFor(
  { coat, packs: { tools } }: Case,
  school: Schooled,
  welfare: Welfare,
  shaving: Case['shaving']['answer'],
  { mm, allOver }: { readonly mm: number; readonly allOver: boolean },
): readonly Technique[] {
  const kindOf = (technique: Technique) => techniqueKind(tools, technique);
  const able = school.techniques.filter((technique) => coat.strips || !kindOf(technique).needsStrippable);
  const own = able.length === 0 && school.techniques.length > 0 ? tools.policy.insteadOfStripping : able;
  const wanted = allOver ? [...own, ...tools.policy.anyLength] : own;
  const [first] = wanted;
  const bladed = first !== undefined && kindOf(first).onSkin;
  const preferred = bladed
    ? welfare.preferences.filter(({ fromMm }) => mm >= fromMm).flatMap(({ techniques }) => techniques)
    : [];
  return [...new Set([...preferred, ...wanted])].filter(
    (technique) =>
      technique !== 'leave' &&
      !welfare.forbidden.includes(technique) &&
      !(shaving === 'declined' && kindOf(technique).onSkin),
  );
}
