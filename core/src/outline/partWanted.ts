import { minus, mix, plus } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Coat } from '../coat/hair.ts';
import type { HeadForm } from '../packs/breed.ts';
import type { LineAlong } from '../contour/alongPart.ts';
import { carriedAlong, corresponding, skinOf } from '../contour/alongPart.ts';
import type { CoatOver, ZoneHair } from '../contour/coatContour.ts';
import { coatContour, coatLine, coatOver } from '../contour/coatContour.ts';
import { headForm } from './headForm.ts';

/** A part in the coat the trim draws on it, and what the outline wants of it: one entry a station. */
export interface PartWanted {
  readonly over: CoatOver;
  /** Change of depth wanted, mm. */
  readonly target: Float64Array;
  /** The largest of them, mm. */
  readonly mostMm: number;
  /** Stations whose hair points across the form of the head: they go with their neighbours. */
  readonly follows: ReadonlySet<number>;
  /** The ideal's skin at the same places, and its coat; null where it has no such part. */
  readonly idealSkin: LineAlong | null;
  readonly idealCoat: LineAlong;
}

/** The same part on this dog without its findings, and on the ideal. */
export type Twins = readonly [bare: ViewPart | undefined, ideal: ViewPart | undefined];

/**
 * What the outline wants of a part under the hair the trim draws, whatever skin and hair allow: this dog's
 * contour in its coat against the ideal's and against that of its own bone; a head that the trim shapes against
 * its form. What is set on, the side of the head, the tail, is held against the standard from where it is. Null
 * where the twins have not this part.
 */
export function partWanted(
  part: ViewPart,
  [bare, ideal]: Twins,
  hairOf: (zone: string) => ZoneHair,
  coat: Pick<Coat, 'curl' | 'layDeg'>,
  form: HeadForm | null,
): PartWanted | null {
  const lineOf = (twin: ViewPart | undefined): LineAlong | null => {
    if (!twin) return null;
    const line = corresponding(part, twin, coatLine(twin, hairOf, coat));
    if (!line || !part.setOn || !twin.setOn) return line;
    const by = minus(part.setOn, twin.setOn);
    return (station) => plus(line(station), by);
  };
  const carried = carriedAlong(part);
  const [held, rides] = [0, 1].map((share) => carried.every((one) => one === share));
  const standard = lineOf(rides ? bare : ideal);
  const ownBone = held || rides || bare === ideal ? standard : lineOf(bare);
  if (!standard || !ownBone) return null;
  const over = coatOver(part, hairOf, coat);
  const formDepth = form && bare ? headForm(form, bare, coatContour(bare, hairOf, coat)) : null;
  const target = new Float64Array(part.stations.length);
  const follows = new Set<number>();
  let mostMm = 0;
  part.stations.forEach(({ point }, i) => {
    const u = over.direction[i] ?? point;
    const formed = formDepth?.(point, u) ?? 'as-drawn';
    if (formed === 'follows') follows.add(i);
    else if (formed === 'as-drawn') {
      const away = minus(mix(standard(i), ownBone(i), carried[i] ?? 0), point);
      target[i] = away.x * u.x + away.y * u.y - (over.depth[i] ?? 0);
    }
    // The form is of the hair that is left, before edges between places are bevelled.
    else target[i] = formed - (over.length[i] ?? 0) * (over.factor[i] ?? 0);
    mostMm = Math.max(mostMm, Math.abs(target[i] ?? 0));
  });
  const idealSkin = ideal ? corresponding(part, ideal, skinOf(ideal)) : null;
  return { over, target, mostMm, follows, idealSkin, idealCoat: standard };
}
