import type { DrawnContours, DrawnLine, LengthUnit, Point, View, ViewPart, ZonePlan } from '@kurrel/core';
import { lengthNumber, sideOf, stationAt } from '@kurrel/core';
import { memo } from 'react';
import type { Box } from './callouts.ts';
import { overlaps } from './callouts.ts';
import { faceBoxes } from './faceBoxes.ts';
import type { Frame } from './frame.ts';
import { SHEET } from './frame.ts';

/** The lengths of a place at the landmarks along it. */
export interface ProfileHere {
  readonly zone: string;
  readonly lengths: ZonePlan['profile'];
}

interface Measured {
  readonly lines: readonly DrawnLine[];
  readonly profile: ProfileHere | null;
  readonly view: Pick<View, 'parts' | 'eyes' | 'nose'>;
  readonly outline: DrawnContours;
  readonly frame: Frame;
  readonly scale: number;
}

/** A stretch that is measured, in drawing units, and its figure. */
export interface Measure {
  readonly key: string;
  readonly from: Point;
  readonly to: Point;
  /** Where its figure is written: inside the dog, where no label goes. */
  readonly at: Point;
  readonly mm: number;
}

/** How far a clip line is off a bone, and how long the hair is at landmarks along the place in hand. */
export const measuresOf = ({ lines, profile, view, outline, frame, scale }: Measured): readonly Measure[] =>
  apart(
    [...distances(lines, frame, scale), ...lengths(profile, view.parts, outline, frame, scale)],
    faceBoxes(view, frame),
    scale,
  );

/** Where the figure of a measure stands on the sheet. */
export const figureBox = ({ at }: Measure, scale: number): Box => {
  const [width, height] = [1.8 * LETTERS * scale, LETTERS * scale];
  return { x: at.x - width / 2, y: at.y - height / 2, width, height };
};

interface MeasuresProps {
  readonly measures: readonly Measure[];
  readonly unit: LengthUnit;
  readonly scale: number;
}

/** Figures on the dog. */
export const Measures = memo(function Measures({ measures, unit, scale }: MeasuresProps) {
  return (
    <g className="measures" aria-hidden="true">
      {measures.map(({ key, from, to, at, mm }) => (
        <g key={key}>
          <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
          <circle cx={from.x} cy={from.y} r={2.2} />
          <circle cx={to.x} cy={to.y} r={2.2} />
          <text x={at.x} y={at.y + 4} style={{ fontSize: LETTERS * scale }}>
            {lengthNumber(mm, unit)}
          </text>
        </g>
      ))}
    </g>
  );
});

/** Where else a figure may stand: across its measure or along it, in letters; the nearest first. */
const SHIFTS: readonly (readonly [number, number])[] = [0, 1, -1, 2, -2, 3, -3].flatMap((along) =>
  [0, 1, -1].map((across): readonly [number, number] => [across, along]),
);

/** The measures with figures that lie neither on one another nor on eyes and nose: each beside its own, moved by as little as makes room. */
function apart(measures: readonly Measure[], face: readonly Box[], scale: number): readonly Measure[] {
  const taken: Box[] = [...face];
  return measures.map((measure) => {
    const moved = SHIFTS.map(([across, along]): Measure => {
      const { at } = measure;
      const [dx, dy] = [2 * LETTERS * scale * across, 1.1 * LETTERS * scale * along];
      return { ...measure, at: { x: at.x + dx, y: at.y + dy } };
    }).sort((a, b) => gapOf(a, measure) - gapOf(b, measure));
    const free = moved.find((one) => !taken.some((box) => overlaps(figureBox(one, scale), box)));
    const placed = free ?? measure;
    taken.push(figureBox(placed, scale));
    return placed;
  });
}

const gapOf = ({ at }: Measure, from: Measure): number => Math.hypot(at.x - from.at.x, at.y - from.at.y);

function distances(lines: readonly DrawnLine[], frame: Frame, scale: number): readonly Measure[] {
  return lines.flatMap(({ id, distances }) =>
    distances.flatMap(({ line, mm }, index): readonly Measure[] => {
      if (!line) return [];
      const [from, to] = [frame.point(line[0]), frame.point(line[1])];
      const middle = (from.x + to.x) / 2;
      const inward = middle > SHEET.width / 2 ? -1 : 1;
      const away = { x: middle + inward * ASIDE * scale, y: (from.y + to.y) / 2 };
      return [{ key: `${id} ${index}`, from, to, at: away, mm }];
    }),
  );
}

function lengths(
  profile: ProfileHere | null,
  parts: readonly ViewPart[],
  outline: DrawnContours,
  frame: Frame,
  scale: number,
): readonly Measure[] {
  if (!profile) return [];
  return profile.lengths.flatMap(({ landmark, mm }): readonly Measure[] => {
    for (const [index, part] of parts.entries()) {
      const station = part.far ? undefined : stationAt(part, landmark, sideOf(profile.zone));
      const skin = station === undefined ? undefined : part.stations[station];
      const coat = outline[index]?.contour[station ?? -1];
      if (!skin || !coat || skin.hidden) continue;
      const [from, to] = [frame.point(skin.point), frame.point(coat)];
      const at = { x: from.x - skin.normal.x * ASIDE * scale, y: from.y + skin.normal.y * ASIDE * scale };
      return [{ key: landmark, from, to, at, mm }];
    }
    return [];
  });
}

/** Off what is measured, drawing units. */
const ASIDE = 15;
const LETTERS = 12;
