/** The shape of `packs/views.json`: the dog from ahead, behind and above, and its face, by widths at its landmarks. */
import type { Source } from '../terms/source.ts';
import type { Side } from '../terms/zone.ts';
import type { EarStyle, ZoneArea } from './archetypes.ts';
import { readOnce } from './places.ts';

/** The widths a point can be a share of: of the height at withers, or of the head's length for skull and muzzle. */
export type Width = 'chest' | 'neck' | 'hip' | 'skull' | 'muzzle';

/** A point of a facing part: where a landmark stands, at a share of a width from the middle, moved by so much. */
export interface FacingPoint {
  readonly name: string;
  readonly landmark: string;
  /** Up from the landmark; towards the tail where the dog is seen from above. In the part's unit. */
  readonly along: number;
  readonly width: Width;
  readonly share: number;
  /** Further from the middle, in the part's unit. */
  readonly out: number;
}

export interface FacingPart {
  readonly id: string;
  /** What `along` and `out` are shares of. */
  readonly unit: 'height' | 'head';
  /** What `along` is a share of where it is not the unit: how far the tail reaches in this view, up or down, back or over the back. */
  readonly reaches?: 'tail';
  /** One on each side of the dog; else one in the middle, written as its half from end to end. */
  readonly paired: boolean;
  /** Read by `facingPointsOf`. */
  readonly outline: string;
  readonly corners?: readonly string[];
  /** Areas are places off the part's points; a paired one is on both sides of a part in the middle. */
  readonly zones: readonly (ZoneArea & { readonly paired?: boolean })[];
  /** Only on dogs whose ears are carried so. */
  readonly ear?: readonly EarStyle['carriage'][];
  /** What a groomer calls its points; those without a name are not spoken of. */
  readonly called?: Readonly<Record<string, string>>;
  /** `out` grows with the thickness of bone. */
  readonly bone?: boolean;
  /** The landmark the part goes with wherever it stands. */
  readonly ridesOn?: string;
  /** By point, or `*` for all: the share that goes with this dog's bone rather than with the standard. */
  readonly carried?: Readonly<Record<string, number>>;
}

export interface FacingView {
  readonly id: 'front' | 'rear' | 'top' | 'headFront';
  readonly name: string;
  readonly seen: 'ahead' | 'behind' | 'above' | 'face';
  /** The side of the dog on the positive side of the middle. */
  readonly plusIs: Side;
  /** Parts in painting order, the farthest first. */
  readonly parts: readonly string[];
  /** The part that has eyes and nose. */
  readonly face: string | null;
  readonly source: Source;
}

/** A clip line as other views show it: where its anchors stand, from the middle out. */
export interface FacingLine {
  /** The id of a breed's line. */
  readonly id: string;
  /** By view, on one side of the dog; read by `facingAnchorsOf`. The other side is its mirror. */
  readonly in: Readonly<Partial<Record<FacingView['id'], string>>>;
}

/** An anchor of a line by its place in the line, at a share of a width from the middle. */
export interface FacingAnchor {
  readonly anchor: number;
  readonly width: Width;
  readonly share: number;
}

export interface ViewPack {
  /** In heights at withers, where a breed says no other. */
  readonly widths: { readonly neck: number; readonly hip: number };
  readonly parts: readonly FacingPart[];
  readonly views: readonly FacingView[];
  readonly lines: readonly FacingLine[];
}

/** The anchors of a line as they are written: "0 skull 0.5, 1 skull 0.4". */
export const facingAnchorsOf = readOnce((line): readonly FacingAnchor[] =>
  line.split(', ').map((written) => {
    const [anchor, width, share] = written.split(' ');
    return { anchor: Number(anchor), width: width as Width, share: Number(share) };
  }),
);

/** The points of an outline as it is written: "elbowOut elbow 0 chest 0.59 0, kneeOut kneeFront 0 chest 0.43 0.036". */
export const facingPointsOf = readOnce((outline): readonly FacingPoint[] =>
  outline.split(', ').map((written) => {
    const [name = '', landmark = '', along, width, share, out] = written.split(' ');
    return {
      name,
      landmark,
      along: Number(along),
      width: width as Width,
      share: Number(share),
      out: Number(out),
    };
  }),
);
