/** The vocabulary of places on a dog. A zone kind is a place (`rib`); a zone is that place on one dog (`rib.left`, `back`). */
export type Side = 'left' | 'right';
export type Region = 'head' | 'neck' | 'trunk' | 'front' | 'rear' | 'tail';

/** The part of the dog an owner would name across a counter. */
export type Look = 'body' | 'legs' | 'underline' | 'face' | 'top' | 'ears' | 'tail';
export const LOOKS: readonly Look[] = ['body', 'legs', 'underline', 'face', 'top', 'ears', 'tail'];

/** Which hair of a zone is meant: each class ends at its own full length. */
export type HairClass = 'jacket' | 'furnishing' | 'ear-fringe' | 'tail' | 'head-furnishing' | 'smooth';

/** `rib.left` → `rib`. */
export function zoneKindId(zoneId: string): string {
  const dot = zoneId.indexOf('.');
  return dot < 0 ? zoneId : zoneId.slice(0, dot);
}

/** `rib.left` → `left`; null where there is one only. */
export function sideOf(zoneId: string): Side | null {
  if (zoneId.endsWith('.left')) return 'left';
  return zoneId.endsWith('.right') ? 'right' : null;
}

/** The same zone on the dog's other side; itself where there is one only. */
export function otherSide(zoneId: string): string {
  const side = sideOf(zoneId);
  if (side === null) return zoneId;
  return `${zoneKindId(zoneId)}.${side === 'left' ? 'right' : 'left'}`;
}
