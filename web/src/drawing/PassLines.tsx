import type { DrawnContours, PassPlan, Point, ViewPart } from '@kurrel/core';
import type { Frame } from './frame.ts';

export interface PassLine {
  readonly key: number;
  readonly label: string;
  readonly line: readonly OffCoat[];
  readonly middle: OffCoat;
  /** Coat and line with what is written beside it: where no other label goes. */
  readonly band: readonly Point[];
}

interface OffCoat extends Point {
  /** Away from the dog on the sheet. */
  readonly out: Point;
}

/** Where tools are run, on the sheet. */
export function passLinesOf(
  passes: readonly PassPlan[],
  parts: readonly ViewPart[],
  outline: DrawnContours,
  frame: Frame,
  scale: number,
): readonly PassLine[] {
  return passes.flatMap(({ along, tool }): readonly PassLine[] => {
    const index = parts.findIndex(({ id, far }) => id === along.part && !far);
    const { stations = [] } = parts[index] ?? {};
    const contour = outline[index]?.contour ?? [];
    const n = stations.length;
    const count = (along.to - along.from + n) % n || n;
    const line = Array.from({ length: count }, (_, k): OffCoat[] => {
      const [skin, coat] = [stations[(along.from + k) % n], contour[(along.from + k) % n]];
      if (!skin || !coat) return [];
      const [at, out] = [frame.point(coat), { x: skin.normal.x, y: -skin.normal.y }];
      return [{ x: at.x + out.x * OFF * scale, y: at.y + out.y * OFF * scale, out }];
    }).flat();
    const middle = line[Math.floor(line.length / 2)];
    if (!middle || !tool) return [];
    const shifted = (by: number) =>
      line.map(({ x, y, out }) => ({ x: x + out.x * by * scale, y: y + out.y * by * scale }));
    const band = [...shifted(-OFF), ...shifted(2 * OFF).reverse()];
    return [{ key: along.from, label: tool.label, line, middle, band }];
  });
}

/** Dimension lines off the coat: where a tool is run, from tick to tick. */
export function PassLines({ lines, scale }: { readonly lines: readonly PassLine[]; readonly scale: number }) {
  return (
    <g className="passes" aria-hidden="true">
      {lines.map(({ key, label, line, middle }) => (
        <g key={key}>
          <polyline points={line.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')} />
          {[line[0], line[line.length - 1]].map(
            (end, i) =>
              end && (
                <line
                  key={i}
                  x1={end.x - end.out.x * TICK}
                  y1={end.y - end.out.y * TICK}
                  x2={end.x + end.out.x * TICK}
                  y2={end.y + end.out.y * TICK}
                />
              ),
          )}
          <text
            x={middle.x + middle.out.x * OFF * scale}
            y={middle.y + middle.out.y * OFF * scale + 4}
            style={{ fontSize: LETTERS * scale }}
          >
            {label}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Off the coat, and the length of a tick, drawing units. */
const OFF = 11;
const TICK = 5;
const LETTERS = 12;
