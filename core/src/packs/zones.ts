/** The shape of `packs/zones.json`, and a dog's zones with their sides. */
import { memoizeByObject } from '../terms/memoizeByObject.ts';
import type { Source } from '../terms/source.ts';
import type { Direction, Finish, Technique } from '../terms/tool.ts';
import { byId } from '../terms/failure.ts';
import { wholeKindId, zoneKindId } from '../terms/zone.ts';
import type { HairClass, Look, Region, Side } from '../terms/zone.ts';

/** How a zone is usually done where a trim says nothing else. */
export interface Usual {
  readonly techniques: readonly Technique[];
  readonly direction: Direction;
  /** Finishes that suit, the wanted one first. */
  readonly finishes: readonly Finish[];
}

export interface ZoneKind {
  /** Of a part of a place that lines may divide: the place's, `#`, its own. */
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
  /** The places of every dog. */
  readonly zones: readonly ZoneKind[];
  /** Parts of them, on dogs whose trim divides the place with a line; of what they do not say they are as all of it. */
  readonly parts: readonly Pick<ZoneKind, 'id' | 'name' | 'share' | 'words'>[];
}

export interface DogZone {
  /** `rib.left`, `back`. */
  readonly id: string;
  readonly kind: ZoneKind;
  readonly side: Side | null;
}

/** A place that a clip line divides: on one side of it another length, another tool. */
export interface Split {
  readonly zone: string;
  /** A line of the breed; where a trim does not draw it, the place is whole. */
  readonly line: string;
  /** A landmark on the first part's side of the line. */
  readonly toward: string;
  /** The parts; the first is all that is seen of the place where the line is not. */
  readonly into: readonly [string, string];
}

/** Every kind of place any dog may have, by id. */
const kindsOf = memoizeByObject(({ zones, parts }: ZonePack): ReadonlyMap<string, ZoneKind> => {
  const wholes = new Map(zones.map((kind) => [kind.id, kind]));
  const divided = parts.map((part) => ({ ...byId('zone', zones, wholeKindId(part.id)), ...part }));
  return new Map([...wholes, ...divided.map((kind) => [kind.id, kind] as const)]);
});

/** The kind of a zone, or of a zone kind. @throws MisuseError for one the pack lacks. */
export function zoneKind(pack: ZonePack, zoneId: string): ZoneKind {
  const id = zoneKindId(zoneId);
  return kindsOf(pack).get(id) ?? byId('zone', pack.zones, id);
}

/** What a kind of place is on a dog whose trim divides these: its parts, itself, or all that it was a part of. */
export function kindsIn(splits: readonly Split[], kindId: string): readonly string[] {
  const whole = wholeKindId(kindId);
  const into = splits.find(({ zone }) => zone === whole)?.into ?? [whole];
  return into.includes(kindId) ? [kindId] : into;
}

/** The kinds of place of a dog whose trim divides these: a divided place is its parts. */
export const zoneKinds = (pack: ZonePack, splits: readonly Split[]): readonly ZoneKind[] =>
  pack.zones.flatMap((kind) => {
    const into = splits.find(({ zone }) => zone === kind.id)?.into;
    return into ? into.map((part) => zoneKind(pack, part)) : [kind];
  });

const zonesOf = (kinds: readonly ZoneKind[]): readonly DogZone[] =>
  kinds.flatMap((kind): DogZone[] =>
    kind.paired
      ? (['left', 'right'] as const).map((side) => ({ id: `${kind.id}.${side}`, kind, side }))
      : [{ id: kind.id, kind, side: null }],
  );

/** Every zone of a dog that no line divides, paired ones once a side. */
export const dogZones = (pack: ZonePack): readonly DogZone[] => zonesOf(pack.zones);

/** Every zone of a dog with this trim, paired ones once a side. */
export const trimZones = (pack: ZonePack, { splits }: { readonly splits: readonly Split[] }) =>
  splits.length === 0 ? dogZones(pack) : zonesOf(zoneKinds(pack, splits));

/** Packs whose words name the parts of a trim's divided places too, before the places: “crown” is then the crown. */
export const withParts = <P extends { readonly zones: ZonePack }>(packs: P, splits: readonly Split[]): P => {
  const parts = splits.flatMap(({ into }) => into.map((part) => zoneKind(packs.zones, part)));
  return parts.length === 0
    ? packs
    : { ...packs, zones: { ...packs.zones, zones: [...parts, ...packs.zones.zones] } };
};

/** Every zone that any dog may have: what a visit can name. */
export const namedZones = (pack: ZonePack): readonly DogZone[] => zonesOf([...kindsOf(pack).values()]);

/** Share of the dog's skin that one place of a kind covers. */
export const shareOf = (place: { readonly side: Side | null }, { share }: Pick<ZoneKind, 'share'>): number =>
  place.side === null ? share : share / 2;
