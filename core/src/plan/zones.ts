/** The shape of `packs/zones.json`, and a dog's zones with their sides. */
import type { Source } from '../breeds/source.ts';

export interface ZoneKind {
  readonly id: string;
  readonly name: string;
  readonly part: string;
  readonly region: 'head' | 'neck' | 'trunk' | 'front' | 'rear' | 'tail';
  readonly paired: boolean;
  readonly seenFromSide: boolean;
  readonly thinSkin: boolean;
  readonly fold: boolean;
  readonly near: readonly string[];
  readonly cautions: readonly string[];
  /** Share of the dog's skin, both sides together; how fiddly it is against an open flank. */
  readonly share: number;
  readonly care: number;
  readonly words: readonly string[];
  /** A trim that does not name this zone means it as it means that one. */
  readonly like: string | null;
}

export interface ZonePack {
  /** How far off a length may be: a share of it, at least so many mm. */
  readonly tolerance: {
    readonly share: number;
    readonly showShare: number;
    readonly leastMm: number;
    readonly source: Source;
  };
  readonly zones: readonly ZoneKind[];
}

export type Side = 'left' | 'right';

export interface DogZone {
  /** `rib.left`, `back`. */
  readonly id: string;
  readonly kind: ZoneKind;
  readonly side: Side | null;
}

/** Every zone of a dog, paired ones once a side. */
export function dogZones(pack: ZonePack): readonly DogZone[] {
  return pack.zones.flatMap((kind): DogZone[] =>
    kind.paired
      ? (['left', 'right'] as const).map((side) => ({ id: `${kind.id}.${side}`, kind, side }))
      : [{ id: kind.id, kind, side: null }],
  );
}

/** `rib.left` → `rib`. */
export function zoneKindId(zoneId: string): string {
  const dot = zoneId.indexOf('.');
  return dot < 0 ? zoneId : zoneId.slice(0, dot);
}

/** The same zone on the dog's other side; itself where there is one only. */
export function otherSide(zoneId: string): string {
  if (zoneId.endsWith('.left')) return `${zoneId.slice(0, -5)}.right`;
  if (zoneId.endsWith('.right')) return `${zoneId.slice(0, -6)}.left`;
  return zoneId;
}
