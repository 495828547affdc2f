import isEqual from 'fast-deep-equal';
import type { Point } from '../body/geometry.ts';
import type { View, ViewPart } from '../body/view.ts';
import { otherSide, wholeZoneId } from '../terms/zone.ts';
import type { ZoneHair } from './coatContour.ts';
import { coatContour } from './coatContour.ts';

/** The coat's contour over each part of a view, in the view's painting order. */
export type DrawnContours = readonly {
  readonly id: string;
  readonly far: boolean;
  readonly contour: readonly Point[];
}[];

/** Which of a zone's lengths to draw. */
export type Shown = 'now' | 'after';

/** What an outline needs of a plan: a coat, and lengths by zone. */
export interface Lengths {
  readonly coat: { readonly layDeg: number; readonly curl: number };
  readonly zones: readonly {
    readonly zone: string;
    readonly leftMm: number;
    readonly thereMm: number;
    readonly shape: Readonly<Record<string, number>> | null;
    readonly layDeg: number | null;
    /** Plans from before edges were told apart have none. */
    readonly edge?: 'bevelled' | 'over';
  }[];
}

/**
 * The coat over a whole view: what is there now, or what the plan leaves, stretched (as it stands after drying and scissoring) or with the
 * curl back. The far legs take the lengths of the dog's other side.
 */
export const drawnContours = (view: View, lengths: Lengths, shown: Shown, curlBack: boolean): DrawnContours =>
  drawnBy(coatContour, view, lengths, shown, curlBack);

/**
 * `drawnContours` for whoever draws one dog again and again: the coat over a part is kept while its hair is the same, since a length that is
 * dragged changes few parts of the dog.
 */
export function createContourDrawer(): typeof drawnContours {
  const drawn: DrawnParts = new WeakMap();
  return (view, lengths, shown, curlBack) =>
    drawnBy((...asked) => contourKept(drawn, ...asked), view, lengths, shown, curlBack);
}

function drawnBy(
  contour: typeof coatContour,
  view: View,
  lengths: Lengths,
  shown: Shown,
  curlBack: boolean,
): DrawnContours {
  const coat = shownCoat(lengths, curlBack);
  const hairs = hairsOf(lengths, shown);
  return view.parts.map((part) => ({
    id: part.id,
    far: part.far,
    contour: contour(part, (id) => hairs(part.far ? otherSide(id) : id), coat),
  }));
}

/** The coat over one part, as `drawnContours` draws it. */
export const coatOn = (
  part: ViewPart,
  lengths: Lengths,
  shown: Shown,
  curlBack: boolean,
): readonly Point[] => {
  const hairs = hairsOf(lengths, shown);
  return coatContour(part, (id) => hairs(part.far ? otherSide(id) : id), shownCoat(lengths, curlBack));
};

const shownCoat = ({ coat }: Lengths, curlBack: boolean): Lengths['coat'] => ({
  layDeg: coat.layDeg,
  curl: curlBack ? coat.curl : 1,
});

function hairsOf(lengths: Lengths, shown: Shown): (zone: string) => ZoneHair {
  const zones = new Map(lengths.zones.map((zone) => [zone.zone, zone]));
  // A dog may be drawn whole where its plan has parts, and the other way round: a record keeps the places it was made with.
  for (const zone of lengths.zones) {
    const whole = wholeZoneId(zone.zone);
    if (!zones.has(whole)) zones.set(whole, zone);
  }
  return (id) => hairOf(zones.get(id) ?? zones.get(wholeZoneId(id)), shown);
}

interface DrawnCoat {
  readonly coat: Lengths['coat'];
  readonly hairs: readonly ZoneHair[];
  readonly contour: readonly Point[];
}
type DrawnParts = WeakMap<ViewPart, readonly DrawnCoat[]>;
/** Kept of a part: the coat now, the coat left, and either with the curl back. */
const MAX_KEPT = 4;

function contourKept(
  drawn: DrawnParts,
  part: ViewPart,
  hairAt: (zone: string) => ZoneHair,
  coat: Lengths['coat'],
): readonly Point[] {
  const hairs = part.zones.map(hairAt);
  const before = drawn.get(part) ?? [];
  const same = before.find((one) => isEqual(one.coat, coat) && isEqual(one.hairs, hairs));
  if (same) return same.contour;
  const contour = coatContour(part, hairAt, coat);
  drawn.set(part, [{ coat, hairs, contour }, ...before.slice(0, MAX_KEPT - 1)]);
  return contour;
}

function hairOf(zone: Lengths['zones'][number] | undefined, shown: Shown): ZoneHair {
  if (!zone) return { stretchedMm: 0 };
  return {
    stretchedMm: shown === 'now' ? zone.thereMm : zone.leftMm,
    ...(zone.shape ? { shape: zone.shape } : {}),
    ...(zone.layDeg !== null ? { layDeg: zone.layDeg } : {}),
    ...(zone.edge === 'over' ? { over: true } : {}),
  };
}
