import type { CoatType, DrawnContours, Point, View, ViewPart } from '@kurrel/core';
import { inside } from '@kurrel/core';
import type { Frame } from './frame.ts';

/** Where a hair mark sits on the body and which way the coat lies there; fixed for a dog. */
export interface HairMark {
  readonly at: Point;
  readonly zone: string;
  readonly angle: number;
}

const SPACING = 0.032;
/** The lay by part: backwards and down, degrees clockwise from "to the tail". */
const LAY_DEG: Readonly<Record<string, number>> = {
  trunk: 28,
  neck: 58,
  head: 20,
  ear: 85,
  foreleg: 80,
  hindleg: 65,
  tail: 40,
};

/** From ahead, behind and above hair hangs to both sides; drawn straight down it reads as coat. */
const layOf = (part: string) => LAY_DEG[part] ?? 84;

/** A loose lattice of marks over the near side of the dog, jittered the same way every time. */
export function hairMarks(view: View, spacingMm: number): readonly HairMark[] {
  const near = view.parts.filter((part) => !part.far);
  const step = SPACING * spacingMm;
  return near.flatMap((part, index) => marksIn(part, near.slice(index + 1), step));
}

function marksIn(part: ViewPart, above: readonly ViewPart[], step: number): HairMark[] {
  const skin = part.stations.map((s) => s.point);
  const covers = above.map((other) => other.stations.map((s) => s.point));
  const xs = skin.map((p) => p.x);
  const ys = skin.map((p) => p.y);
  const marks: HairMark[] = [];
  let row = 0;
  for (let y = Math.min(...ys); y < Math.max(...ys); y += step * 0.87) {
    row++;
    for (let x = Math.min(...xs) + (row % 2) * step * 0.5; x < Math.max(...xs); x += step) {
      const wobble = Math.sin(x * 12.9898 + y * 78.233) * 43758.5453;
      const jitter = wobble - Math.floor(wobble) - 0.5;
      const at = { x: x + jitter * step * 0.6, y: y + (0.5 - Math.abs(jitter)) * step * 0.6 };
      if (!inside(skin, at) || covers.some((cover) => inside(cover, at))) continue;
      let zone = part.patches[0]?.zone ?? '';
      for (const patch of part.patches) if (patch.curve && inside(patch.curve, at)) zone = patch.zone;
      marks.push({ at, zone, angle: layOf(part.id) + jitter * 36 });
    }
  }
  return marks;
}

/** The marks as one path: curls for curls, strokes for hair that lies, in length with the hair. */
export function hairPath(
  marks: readonly HairMark[],
  lengthOf: (zone: string) => number,
  texture: CoatType['texture'],
  frame: Frame,
): string {
  if (texture === 'sleek') return '';
  let d = '';
  for (const { at, zone, angle } of marks) {
    const mm = lengthOf(zone);
    if (mm < 4.5) continue;
    const size = Math.min(13, 2.5 + 1.35 * Math.sqrt(mm));
    const turn = (angle * Math.PI) / 180;
    const dx = Math.cos(turn) * size;
    const dy = Math.sin(turn) * size;
    const x = frame.x(at.x);
    const y = frame.y(at.y);
    d += glyph(texture, x, y, dx, dy);
  }
  return d;
}

const r = (value: number) => Math.round(value * 10) / 10;

function glyph(texture: CoatType['texture'], x: number, y: number, dx: number, dy: number): string {
  switch (texture) {
    case 'curl':
    case 'crisp':
    case 'cord':
      return `M${r(x)} ${r(y)}q${r(-dy * 0.5)} ${r(dx * 0.5)} ${r(dx * 0.45)} ${r(dy * 0.45)}q${r(dy * 0.3)} ${r(-dx * 0.3)} ${r(-dx * 0.12)} ${r(-dy * 0.12)}`;
    case 'wave':
      return `M${r(x)} ${r(y)}q${r(dx * 0.3 - dy * 0.25)} ${r(dy * 0.3 + dx * 0.25)} ${r(dx * 0.55)} ${r(dy * 0.55)}t${r(dx * 0.5)} ${r(dy * 0.5)}`;
    default:
      return `M${r(x)} ${r(y)}l${r(dx * 0.85)} ${r(dy * 0.85)}`;
  }
}

/** Coat tips along the seen contour, so that the outline reads as hair and not as cardboard. */
export function tipsPath(
  view: View,
  outline: DrawnContours,
  lengthOf: (zone: string) => number,
  texture: CoatType['texture'],
  frame: Frame,
): string {
  if (texture === 'sleek') return '';
  let d = '';
  view.parts.forEach((part, index) => {
    if (part.far) return;
    const line = outline[index]?.contour ?? [];
    part.stations.forEach((station, i) => {
      if (station.hidden || i % 3 !== 0) return;
      const mm = lengthOf(station.zone);
      const tip = line[i];
      if (mm < 9 || !tip) return;
      const x = frame.x(tip.x);
      const y = frame.y(tip.y);
      const size = Math.min(9, 2 + 0.6 * Math.sqrt(mm));
      const nx = -station.normal.x * size;
      const ny = station.normal.y * size;
      d += glyph(texture, x, y, nx + ny * 0.35, ny - nx * 0.35);
    });
  });
  return d;
}
