import type { DrawnContours, LengthUnit, View } from '@kurrel/core';
import { leftNumber, zoneKindId } from '@kurrel/core';
import { memo, useMemo, useRef } from 'react';
import type { Callout, PlacedCallout } from './callouts.ts';
import { placeCallouts } from './callouts.ts';
import { faceBoxes } from './faceBoxes.ts';
import type { Frame } from './frame.ts';
import type { Measure } from './Measures.tsx';
import { figureBox } from './Measures.tsx';
import type { PassLine } from './PassLines.tsx';
import type { ZoneGroup } from './zoneGroups.ts';

/** A label's sizes in drawing units where the sheet is not shrunk. */
const LABEL = { height: 38, pad: 9, length: 14, tool: 12 } as const;
/** A label may point at any of so many of its places. */
const POINTED = 4;
const labelWidth = (title: string, below: string) =>
  Math.max(62, 18 + Math.max(title.length * 8.2, below.length * 6.3));

interface LabelsProps {
  readonly groups: readonly ZoneGroup[];
  readonly frame: Frame;
  readonly view: View;
  readonly outline: DrawnContours;
  readonly selected: string;
  readonly unit: LengthUnit;
  /** Labels keep their places while a length is being dragged. */
  readonly steady: boolean;
  readonly onSelect: (zone: string) => void;
  readonly passLines: readonly PassLine[];
  readonly measures: readonly Measure[];
  readonly scale: number;
}

/** A label for each group of places, beside the dog, with a leader to where it belongs. */
export function Labels({
  groups,
  frame,
  view,
  outline,
  passLines,
  measures,
  selected,
  unit,
  steady,
  scale,
  onSelect,
}: LabelsProps) {
  const callouts: Callout[] = groups.map((group) => ({
    key: group.key,
    anchors: group.anchors.slice(0, POINTED).map(frame.point),
    width: labelWidth(`${leftNumber(group.leftMm, unit)} ${unit}`, group.below) * scale,
    height: LABEL.height * scale,
    first: group.zones.some((zone) => zoneKindId(zone) === selected),
  }));
  const last = useRef<readonly PlacedCallout[]>([]);
  const resting = steady ? null : outline;
  const restingLines = steady ? null : passLines;
  const said = groups.map((group) => group.key + group.below).join();
  const placed = useMemo(() => {
    if (steady && last.current.length > 0) return last.current;
    return placeCallouts(
      callouts,
      [...outline.map((part) => part.contour.map(frame.point)), ...passLines.map(({ band }) => band)],
      [...faceBoxes(view, frame), ...measures.map((measure) => figureBox(measure, scale))],
    );
    // A new place is looked for when the groups or the resting outline change, not with every redraw.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [steady, frame, scale, resting, restingLines, said]);
  last.current = placed;
  const byKey = new Map(groups.map((group) => [group.key, group]));
  return (
    <g className="callouts">
      {placed.map(({ key, x, y, from, to, anchor }) => {
        const group = byKey.get(key);
        const callout = callouts.find((c) => c.key === key);
        if (!group || !callout) return null;
        const on = group.zones.some((zone) => zoneKindId(zone) === selected);
        return (
          <Label
            key={key}
            zone={group.zones[anchor] ?? ''}
            on={on}
            x={x}
            y={y}
            fromX={from.x}
            fromY={from.y}
            toX={to.x}
            toY={to.y}
            width={callout.width}
            title={`${leftNumber(group.leftMm, unit)} ${unit}`}
            below={group.below}
            scale={scale}
            onSelect={onSelect}
          />
        );
      })}
    </g>
  );
}

interface LabelProps {
  readonly zone: string;
  readonly on: boolean;
  readonly x: number;
  readonly y: number;
  readonly fromX: number;
  readonly fromY: number;
  readonly toX: number;
  readonly toY: number;
  readonly width: number;
  readonly title: string;
  readonly below: string;
  readonly scale: number;
  readonly onSelect: (zone: string) => void;
}

/** Drawn anew only when it says or points to something else. */
const Label = memo(function Label(props: LabelProps) {
  const { x, y, toX, toY, scale } = props;
  return (
    <g className={props.on ? 'callout on' : 'callout'} onClick={() => props.onSelect(props.zone)}>
      <line x1={toX} y1={toY} x2={props.fromX} y2={props.fromY} />
      <circle cx={toX} cy={toY} r={3.2} />
      <rect x={x} y={y} width={props.width} height={LABEL.height * scale} rx={5} />
      <text
        x={x + LABEL.pad * scale}
        y={y + 16 * scale}
        className="length"
        style={{ fontSize: LABEL.length * scale }}
      >
        {props.title}
      </text>
      <text
        x={x + LABEL.pad * scale}
        y={y + 30 * scale}
        className="tool"
        style={{ fontSize: LABEL.tool * scale }}
      >
        {props.below}
      </text>
    </g>
  );
});
