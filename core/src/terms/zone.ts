/**
 * The vocabulary of places on a dog. A zone kind is a place (`rib`); a zone is that place on one dog (`rib.left`, `back`). Where a clip line
 * divides a place, each part of it is a kind of its own (`topknot#crown`, `ear-outside#leather.left`).
 */
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

/** `topknot#crown` → `topknot`; a place that no line divides is itself. */
export function wholeKindId(kindId: string): string {
  const hash = kindId.indexOf('#');
  return hash < 0 ? kindId : kindId.slice(0, hash);
}

/** `ear-outside#leather.left` → `ear-outside.left`; the zone of a place that no line divides is itself. */
export const wholeZoneId = (zoneId: string): string =>
  wholeKindId(zoneId) === zoneId ? zoneId : zoneId.replace(/#[^.]*/, '');

/** Whether a list of places names this zone or zone kind: itself, or the place that it is a part of. */
export function isAmong(kinds: readonly string[], zoneId: string): boolean {
  const kind = zoneKindId(zoneId);
  return kinds.includes(kind) || kinds.includes(wholeKindId(kind));
}

/** Whether what is said of one zone is said of another: of itself, of all it is a part of, or of a part of it. */
export const isSaidOf = (said: string, zone: string): boolean =>
  sideOf(said) === sideOf(zone) && (isAmong([zoneKindId(said)], zone) || isAmong([zoneKindId(zone)], said));

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
