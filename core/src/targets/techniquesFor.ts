import type { Case, Derived } from '../case/resolveCase.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import type { HouseRulesHere } from './applyHouseRules.ts';

/**
 * The techniques of the zone in order: the house rules', without what the coat or welfare takes away; what a restriction
 * prefers comes first where a clipper would be used. One length all over is done with machines, whatever the trim uses; by
 * hand only where so much is left that hands leave it even.
 */
export function techniquesFor(
  visit: Case,
  school: HouseRulesHere,
  welfare: Welfare,
  shaving: Derived['shaving']['answer'],
  { mm, allOver, felted }: { readonly mm: number; readonly allOver: boolean; readonly felted: boolean },
): readonly Technique[] {
  const {
    derived: { coat },
  } = visit;
  const { tools } = visit.packs;
  const { insteadOfStripping, anyLength, allOver: short } = tools.policy;
  const kindOf = (technique: Technique) => techniqueKind(tools, technique);
  const able = school.techniques.filter((technique) => coat.strips || !kindOf(technique).needsStrippable);
  const own = able.length === 0 && school.techniques.length > 0 ? insteadOfStripping : able;
  const cut = [...(mm < short.byHandFromMm ? [] : own), ...short.techniques, ...anyLength].filter(
    (technique) =>
      !kindOf(technique).needsStrippable && (mm >= short.byHandFromMm || !kindOf(technique).byHand),
  );
  const wanted = allOver ? cut : own;
  return [...new Set([...preferredAt(visit, welfare, wanted[0], mm), ...wanted])].filter(
    (technique) =>
      kindOf(technique).cuts &&
      !welfare.forbidden.includes(technique) &&
      !(felted && kindOf(technique).needsCombedCoat) &&
      !(shaving === 'declined' && kindOf(technique).onSkin),
  );
}

/** What restrictions promise at this length where a machine would be used. */
export function preferredAt(
  { packs }: Case,
  { preferences }: Welfare,
  first: Technique | undefined,
  mm: number,
): readonly Technique[] {
  if (first === undefined || !techniqueKind(packs.tools, first).onSkin) return [];
  return preferences.filter(({ fromMm }) => mm >= fromMm).flatMap(({ techniques }) => techniques);
}
