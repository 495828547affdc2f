/** The shape of `packs/zones.json`, and a dog's zones with their sides. */
import { once } from '../terms/once.ts';
import type { Source } from '../terms/source.ts';
import type { Direction, Finish, Technique } from '../terms/tool.ts';
import type { HairClass, Look, Region, Side } from '../terms/zone.ts';

/** How a zone is usually done where a trim says nothing else. */
export interface Usual {
  readonly techniques: readonly Technique[];
  readonly direction: Direction;
  /** Finishes that suit, the wanted one first. */
  readonly finishes: readonly Finish[];
}

export interface ZoneKind {
  readonly id: string;
  readonly name: string;
  readonly part: string;
  readonly region: Region;
  /** Where an owner would look for it; null where nobody would. */
  readonly look: Look | null;
  readonly hair: HairClass;
  readonly paired: boolean;
  readonly seenFromSide: boolean;
  readonly thinSkin: boolean;
  readonly fold: boolean;
  /** Whether a skip-tooth blade may ever go here on sound skin. */
  readonly skipTooth: boolean;
  /** Its hair makes the outline of some view. */
  readonly inOutline: boolean;
  /** Organs it belongs to: what is wrong with a part of one may bind all of it. */
  readonly organs: readonly string[];
  /** The shortest that skin here is ever left at for a wish, mm. */
  readonly skinFloorMm: number;
  /** Bare blades that may enter, by tool kind, and those that may under a mat; null for any. A guard comb may always. */
  readonly machines: {
    readonly blades: readonly string[];
    readonly matted: readonly string[];
    /** The only ways a machine runs here, bare or under a comb; absent for any. */
    readonly directions?: readonly Direction[];
  } | null;
  /** A fold that is kept clear: what a trim that cuts here at all leaves at most and at least. Null where a trim's length stands. */
  readonly cleared: {
    readonly mm: number;
    readonly range: readonly [number, number];
    readonly techniques: readonly Technique[];
  } | null;
  /** One length all over: this place too, or kept as the trim has it (pads, sanitary area). */
  readonly allOver: 'same' | 'as-trim';
  /** Clipped close on the first visit one blade longer and with the lay. */
  readonly tender: boolean;
  /** Neighbours; each names the other. */
  readonly near: readonly string[];
  readonly cautions: readonly string[];
  /** Share of the dog's skin, both sides together; how fiddly it is against an open flank. */
  readonly share: number;
  readonly care: number;
  readonly words: readonly string[];
  /** A trim that does not name this zone means it as it means that one. */
  readonly like: string | null;
  readonly usual: Usual;
  /** The zone whose length speaks for the whole body in a sentence. */
  readonly role: 'body-length' | null;
}

export interface ZonePack {
  /** How far off a length may be: a share of it, at least so many mm. */
  readonly tolerance: {
    readonly share: number;
    readonly showShare: number;
    readonly leastMm: number;
    readonly source: Source;
  };
  /** Names for zones that go together, for packs to use. */
  readonly groups: readonly { readonly id: string; readonly zones: readonly string[] }[];
  readonly zones: readonly ZoneKind[];
}

export interface DogZone {
  /** `rib.left`, `back`. */
  readonly id: string;
  readonly kind: ZoneKind;
  readonly side: Side | null;
}

/** Every zone of a dog, paired ones once a side. */
export const dogZones = once((pack: ZonePack): readonly DogZone[] =>
  pack.zones.flatMap((kind): DogZone[] =>
    kind.paired
      ? (['left', 'right'] as const).map((side) => ({ id: `${kind.id}.${side}`, kind, side }))
      : [{ id: kind.id, kind, side: null }],
  ),
);

/** Share of the dog's skin that one place of a kind covers. */
export const shareOf = (place: { readonly side: Side | null }, { share }: Pick<ZoneKind, 'share'>): number =>
  place.side === null ? share : share / 2;
