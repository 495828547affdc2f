import type { ViewId } from '../body/body.ts';
import type { HeadForm } from '../packs/breed.ts';

/** What a zone's outline wants of its length. */
export interface ZoneChange {
  /** The view that shows it, and decided it. */
  readonly view: ViewId;
  /** What the head is shaped to here; null where it is the dog's outline that decides. */
  readonly form: HeadForm | null;
  /** Stretched length to add (+) or take (−): on average, the least, the most along the zone, mm. */
  readonly meanMm: number;
  /** What a form leaves on average, stretched mm; null where the outline only changes what is drawn. */
  readonly formMm: number | null;
  readonly leastMm: number;
  readonly mostMm: number;
  /** Length to leave at the landmarks of its contour, stretched mm, in all views that show it. */
  readonly at: Readonly<Record<string, number>>;
}

/** Where the outline cannot be had: by how much at the worst place, mm. */
export interface Deficit {
  readonly zone: string;
  readonly kind: 'hair-missing' | 'skin-outside' | 'trim-maximum';
  readonly byMm: number;
  /** The length that would be needed there, stretched mm. */
  readonly wantedMm: number;
}

/** What the outline asks along one contour of the dog, station by station in their order. */
export interface ContourChanges {
  readonly spacingMm: number;
  /** Stretched length to add (+) or take (−), mm. */
  readonly changes: readonly { readonly station: number; readonly zone: string; readonly mm: number }[];
}

/** What the outline says of the zones; the outline is solved from targets, and targets are settled with it. */
export interface OutlineChanges {
  readonly zones: ReadonlyMap<string, ZoneChange>;
  readonly deficits: readonly Deficit[];
  /** Contours it changes; those of a head that a trim shapes are left out. */
  readonly contours: readonly ContourChanges[];
}
