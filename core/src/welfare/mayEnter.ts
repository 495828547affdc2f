import type { ZoneKind } from '../packs/zones.ts';
import type { ToolOption } from '../tools/drawer.ts';

/** A blade that runs bare on the skin: no comb on it, not by hand. */
export const isBare = ({ leavesMm, carrierLabel }: Pick<ToolOption, 'leavesMm' | 'carrierLabel'>): boolean =>
  leavesMm !== null && carrierLabel === null;

/** The bare blades that may enter a place, by tool kind, there being a mat or not; null for any. */
export const bladesAt = ({ machines }: ZoneKind, matted: boolean): readonly string[] | null =>
  machines === null ? null : matted ? machines.matted : machines.blades;

/** Whether a tool may enter a place at all (brief 9, "Which blade where it may hurt"): hands and guard combs always may. */
export function mayEnter(
  kind: ZoneKind,
  option: Pick<ToolOption, 'kindId' | 'leavesMm' | 'carrierLabel'>,
  matted = false,
): boolean {
  return !isBare(option) || (bladesAt(kind, matted)?.includes(option.kindId) ?? true);
}
