import type { Body } from '../body/body.ts';
import { distance, mix, plus, times, unit, minus } from '../body/geometry.ts';
import type { Point } from '../body/geometry.ts';
import { landmark } from '../body/landmarks.ts';
import type { Anchor, BreedPack, ClipLine, Trim } from '../packs/breed.ts';
import type { Source } from '../terms/source.ts';
import { MisuseError } from '../terms/failure.ts';

/** The trade's finger until the groomer measures their own, mm. */
export const FINGER_MM = 17;

/** A clip line on this dog, in the side view. */
export interface DrawnLine {
  readonly id: string;
  readonly name: string;
  readonly points: readonly Point[];
  readonly source: Source;
  /** Distances a groomer can measure, e.g. 2 fingers (34 mm) above the breastbone. */
  readonly distances: readonly {
    readonly from: string;
    readonly toward: string;
    readonly mm: number;
    readonly fingers: number | null;
  }[];
}

/**
 * The clip lines a trim uses, evaluated on this dog's landmarks, mm.
 * @throws MisuseError naming the line and anchor when one refers to a landmark the dog has not.
 */
export function clipLines(
  breed: BreedPack,
  trim: Trim,
  body: Body,
  fingerMm = FINGER_MM,
): readonly DrawnLine[] {
  return breed.lines
    .filter((line) => trim.lines.includes(line.id))
    .map((line) => drawLine(line, body, fingerMm));
}

function drawLine(line: ClipLine, body: Body, fingerMm: number): DrawnLine {
  const distances: DrawnLine['distances'][number][] = [];
  const points = line.anchors.map((anchor, index) => {
    try {
      return pointOf(anchor, body, fingerMm);
    } catch (cause) {
      throw new MisuseError(`line ${line.id}, anchor ${index + 1}: ${String(cause)}`, { cause });
    }
  });
  for (const anchor of line.anchors) {
    if (!('off' in anchor)) continue;
    const fingers = 'fingers' in anchor ? anchor.fingers : null;
    const mm = 'fingers' in anchor ? anchor.fingers * fingerMm : anchor.mm;
    distances.push({ from: anchor.off, toward: anchor.toward, mm, fingers });
  }
  return { id: line.id, name: line.name, points, source: line.source, distances };
}

function pointOf(anchor: Anchor, body: Body, fingerMm: number): Point {
  const at = (name: string) => landmark(body.landmarks, name);
  if ('at' in anchor) return at(anchor.at);
  if ('between' in anchor) return mix(at(anchor.between[0]), at(anchor.between[1]), anchor.share);
  const from = at(anchor.off);
  const toward = at(anchor.toward);
  const mm = 'fingers' in anchor ? anchor.fingers * fingerMm : anchor.mm;
  return plus(from, times(unit(minus(toward, from)), Math.min(mm, distance(from, toward))));
}
