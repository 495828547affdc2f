import type { ToolRole } from '../packs/tools.ts';
import type { Technique } from '../terms/tool.ts';
import type { ToolOption } from '../tools/drawer.ts';

/**
 * How well a hand tool suits the shape that is wanted: 0 for the first of the roles; the number of them for one that has none,
 * and that much more for one that does not suit the length.
 */
export function shapeRank(roles: readonly ToolRole[], option: ToolOption, mm: number): number {
  if (option.roles.length === 0) return 0;
  const at = roles.findIndex((role) => option.roles.includes(role));
  return (at < 0 ? roles.length : at) + (suits(option, mm) ? 0 : roles.length + 1);
}

/** Of the hand tools of one technique those that suit the shape best: no millimetre outweighs it. */
export function ofTheShape<W extends { readonly option: ToolOption }>(
  roles: readonly ToolRole[],
  mm: number,
  ways: readonly W[],
): readonly W[] {
  if (ways.every(({ option }) => option.roles.length === 0)) return ways;
  const rank = (option: ToolOption) => shapeRank(roles, option, mm);
  const best = new Map<Technique, number>();
  for (const { option } of ways)
    best.set(option.technique, Math.min(best.get(option.technique) ?? Infinity, rank(option)));
  return ways.filter(({ option }) => option.leavesMm !== null || rank(option) === best.get(option.technique));
}

/** Whether a tool is made for so long a hair, mm. */
export const suits = ({ suitsMm }: ToolOption, mm: number): boolean =>
  suitsMm === null || (mm >= suitsMm[0] && mm <= suitsMm[1]);
