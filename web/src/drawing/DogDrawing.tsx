import type {
  CoatType,
  DrawnLine,
  LengthUnit,
  Outline,
  PassPlan,
  Plan,
  Point,
  View,
  ViewPart,
} from '@kurrel/core';
import { lengthNumber, otherSide, zoneKindId } from '@kurrel/core';
import type { ReactNode } from 'react';
import { memo, useDeferredValue, useId, useMemo, useRef } from 'react';
import type { Callout, PlacedCallout } from './callouts.ts';
import { placeCallouts } from './callouts.ts';
import type { Frame } from './frame.ts';
import { contourPath, pathOf, SHEET } from './frame.ts';
import { hairMarks, hairPath, tipsPath } from './hairMarks.ts';
import { tintOf } from './tint.ts';
import { useSheetScale } from './useSheetScale.ts';
import type { ZoneGroup } from './zoneGroups.ts';

export interface DogDrawingProps {
  readonly label: string;
  readonly view: View;
  readonly plan: Plan;
  readonly frame: Frame;
  /** The coat to draw: what the plan leaves, or what is there. */
  readonly outline: Outline;
  readonly ghost: Outline | null;
  readonly ideal: readonly Point[] | null;
  readonly lines: readonly DrawnLine[];
  readonly texture: CoatType['texture'];
  readonly lengthOf: (zone: string) => number;
  readonly groups: readonly ZoneGroup[];
  /** Runs of tools to draw along the contour, those of the place in hand. */
  readonly passes: readonly PassPlan[];
  readonly selected: string;
  readonly unit: LengthUnit;
  /** Labels keep their places while a length is being dragged. */
  readonly steady: boolean;
  readonly onSelect: (zone: string) => void;
}

/** The dog as a measured drawing: body, coat to leave, coat there now, standard, clip lines, lengths on the dog. */
export const DogDrawing = memo(function DogDrawing(props: DogDrawingProps) {
  const { view, frame, outline, ghost, ideal, lines, lengthOf, selected } = props;
  const { parts, eyes, nose, mouth } = view;
  const paths = useMemo(() => outline.map((part) => contourPath(part.contour, frame)), [outline, frame]);
  const ghosts = useMemo(() => ghost?.map((part) => contourPath(part.contour, frame)) ?? [], [ghost, frame]);
  const { texture } = props;
  const hair = useMemo(
    () => ({ view, outline, lengthOf, texture, frame }),
    [view, outline, lengthOf, texture, frame],
  );
  const near = indices(parts, false);
  const far = indices(parts, true);
  const { ref, scale } = useSheetScale();

  return (
    <svg
      ref={ref}
      className="dog"
      viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
      role="img"
      aria-label={props.label}
      onClick={(event) => {
        const zone = (event.target as Element).closest('[data-zone]')?.getAttribute('data-zone');
        if (zone) props.onSelect(zone);
      }}
    >
      {view.grounded && (
        <line className="ground" x1={40} x2={SHEET.width - 40} y1={frame.y(0) + 1} y2={frame.y(0) + 1} />
      )}
      <g className="ghosts">
        {ghosts.map((d, index) => (
          <path key={index} d={d} className="ghost" />
        ))}
        {ghosts.map((d, index) => (
          <path key={index} d={d} className="ghost-fill" />
        ))}
      </g>
      <g className="far">
        <Coat
          parts={parts}
          paths={paths}
          which={far}
          frame={frame}
          lengthOf={(zone) => lengthOf(otherSide(zone))}
          selected=""
        />
      </g>
      <Coat parts={parts} paths={paths} which={near} frame={frame} lengthOf={lengthOf} selected={selected} />
      <Hair {...useDeferredValue(hair)} />
      {ideal && <path className="ideal" d={pathOf(ideal, frame, false)} />}
      {lines.map((line) => (
        <path key={line.id} className="clip-line" d={pathOf(line.points, frame, false)}>
          <title>{line.name}</title>
        </path>
      ))}
      <Face eyes={eyes} nose={nose} mouth={mouth} frame={frame} />
      <PassLines passes={props.passes} parts={parts} outline={outline} frame={frame} scale={scale} />
      <Labels {...props} scale={scale} />
    </svg>
  );
});

interface PassLinesProps extends Pick<DogDrawingProps, 'passes' | 'outline' | 'frame'> {
  readonly parts: readonly ViewPart[];
  readonly scale: number;
}

/** Dimension lines off the coat: where a tool is run, from tick to tick. */
function PassLines({ passes, parts, outline, frame, scale }: PassLinesProps) {
  return (
    <g className="passes" aria-hidden="true">
      {passes.map((pass) => {
        const index = parts.findIndex(({ id, far }) => id === pass.along.part && !far);
        const { stations = [] } = parts[index] ?? {};
        const contour = outline[index]?.contour ?? [];
        const n = stations.length;
        const count = (pass.along.to - pass.along.from + n) % n || n;
        const line = Array.from({ length: count }, (_, k) => {
          const i = (pass.along.from + k) % n;
          const [skin, coat] = [stations[i], contour[i]];
          if (!skin || !coat) return null;
          const at = frame.point(coat);
          return { x: at.x + skin.normal.x * OFF * scale, y: at.y - skin.normal.y * OFF * scale, skin };
        }).filter((point) => point !== null);
        const middle = line[Math.floor(line.length / 2)];
        if (!middle || !pass.tool) return null;
        const ends = [line[0], line[line.length - 1]].filter((point) => point !== undefined);
        return (
          <g key={pass.along.from}>
            <polyline points={line.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')} />
            {ends.map(({ x, y, skin }, end) => (
              <line
                key={end}
                x1={x - skin.normal.x * TICK}
                y1={y + skin.normal.y * TICK}
                x2={x + skin.normal.x * TICK}
                y2={y - skin.normal.y * TICK}
              />
            ))}
            <text
              x={middle.x + middle.skin.normal.x * OFF * scale}
              y={middle.y - middle.skin.normal.y * OFF * scale + 4}
              style={{ fontSize: LABEL.tool * scale }}
            >
              {pass.tool.label}
            </text>
          </g>
        );
      })}
    </g>
  );
}
/** Off the coat, and the length of a tick, drawing units. */
const OFF = 11;
const TICK = 5;

/** A sheet this high would hold a dog with marks as far apart as they should be. */
const MARK_APART = 438;

/** The coat's texture; it may follow a moving outline a moment later. */
const Hair = memo(function Hair({
  view,
  outline,
  lengthOf,
  texture,
  frame,
}: Pick<DogDrawingProps, 'view' | 'outline' | 'lengthOf' | 'texture' | 'frame'>) {
  const marks = useMemo(() => hairMarks(view, MARK_APART / frame.scale), [view, frame]);
  return (
    <>
      <path className="hair" d={hairPath(marks, lengthOf, texture, frame)} />
      <path className="hair tips" d={tipsPath(view, outline, lengthOf, texture, frame)} />
    </>
  );
});

const indices = (parts: readonly ViewPart[], far: boolean) =>
  parts.flatMap((part, index) => (part.far === far ? [index] : []));

interface CoatProps {
  readonly parts: readonly ViewPart[];
  readonly paths: readonly string[];
  readonly which: readonly number[];
  readonly frame: Frame;
  readonly lengthOf: (zone: string) => number;
  readonly selected: string;
}

/** All contours first, then all fills: the parts read as one animal with one outline. */
function Coat({ parts, paths, which, frame, lengthOf, selected }: CoatProps): ReactNode {
  const uid = useId();
  return (
    <>
      {which.map((index) => (
        <path key={index} d={paths[index]} className="contour" />
      ))}
      {which.map((index) => {
        const part = parts[index];
        if (!part) return null;
        const clip = `${uid}-${part.far ? 'far-' : ''}${part.id}`;
        return (
          <g key={index}>
            <clipPath id={clip}>
              <path d={paths[index]} />
            </clipPath>
            <g clipPath={`url(#${clip})`}>
              <Patches
                part={part}
                outline={paths[index] ?? ''}
                frame={frame}
                lengthOf={lengthOf}
                selected={selected}
              />
            </g>
            {part.id.startsWith('ear') && <path d={paths[index]} className="ear-edge" />}
            <SkinLine part={part} frame={frame} />
          </g>
        );
      })}
    </>
  );
}

function Patches({
  part,
  outline,
  frame,
  lengthOf,
  selected,
}: Omit<CoatProps, 'parts' | 'paths' | 'which'> & { readonly part: ViewPart; readonly outline: string }) {
  const curves = useMemo(
    () => part.patches.map((patch) => (patch.curve ? pathOf(patch.curve, frame) : null)),
    [part, frame],
  );
  return part.patches.map((patch, index) => (
    <path
      key={`${patch.zone}-${index}`}
      d={curves[index] ?? outline}
      data-zone={part.far ? otherSide(patch.zone) : patch.zone}
      className={zoneKindId(patch.zone) === selected ? 'zone selected' : 'zone'}
      fill={tintOf(
        lengthOf(patch.zone),
        part.far ? 'far' : zoneKindId(patch.zone) === selected ? 'selected' : 'near',
      )}
    />
  ));
}

const SkinLine = memo(function SkinLine({ part, frame }: { readonly part: ViewPart; readonly frame: Frame }) {
  return (
    <path
      className="skin"
      d={pathOf(
        part.stations.map((s) => s.point),
        frame,
      )}
    />
  );
});

function Face({
  eyes,
  nose,
  mouth,
  frame,
}: Pick<View, 'eyes' | 'nose' | 'mouth'> & { readonly frame: Frame }) {
  return (
    <g className="face" aria-hidden="true">
      {mouth.length > 0 && <path d={pathOf(mouth, frame, false)} className="mouth" />}
      {nose.length > 0 && <path d={pathOf(nose, frame)} className="nose" />}
      {eyes.map((eye, index) => {
        const at = frame.point(eye.at);
        const radius = eye.radiusMm * frame.scale;
        return (
          <g key={index}>
            <circle cx={at.x} cy={at.y} r={radius} />
            <circle cx={at.x - radius * 0.3} cy={at.y - radius * 0.32} r={radius * 0.27} className="glint" />
          </g>
        );
      })}
    </g>
  );
}

/** A label's sizes in drawing units where the sheet is not shrunk. */
const LABEL = { height: 38, pad: 9, length: 14, tool: 12 } as const;
const labelWidth = (title: string, below: string) =>
  Math.max(62, 18 + Math.max(title.length * 8.2, below.length * 6.3));

interface LabelsProps extends DogDrawingProps {
  readonly scale: number;
}

function Labels({ groups, frame, outline, selected, unit, steady, scale, onSelect }: LabelsProps) {
  const callouts: Callout[] = groups.map((group) => ({
    key: group.key,
    anchor: frame.point(group.anchor),
    width: labelWidth(`${lengthNumber(group.leftMm, unit)} ${unit}`, group.below) * scale,
    height: LABEL.height * scale,
  }));
  const last = useRef<readonly PlacedCallout[]>([]);
  const placed = useMemo(() => {
    if (steady && last.current.length > 0) return last.current;
    return placeCallouts(
      callouts,
      outline.map((part) => part.contour.map(frame.point)),
    );
    // A new place is looked for when the groups or the resting outline change, not with every redraw.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [steady, frame, scale, steady ? null : outline, groups.map((g) => g.key + g.below).join()]);
  last.current = placed;
  const byKey = new Map(groups.map((group) => [group.key, group]));
  return (
    <g className="callouts">
      {placed.map(({ key, x, y, from }) => {
        const group = byKey.get(key);
        const callout = callouts.find((c) => c.key === key);
        if (!group || !callout) return null;
        const on = group.zones.some((zone) => zoneKindId(zone) === selected);
        return (
          <g
            key={key}
            className={on ? 'callout on' : 'callout'}
            onClick={() => onSelect(group.zones[0] ?? '')}
          >
            <line x1={callout.anchor.x} y1={callout.anchor.y} x2={from.x} y2={from.y} />
            <circle cx={callout.anchor.x} cy={callout.anchor.y} r={3.2} />
            <rect x={x} y={y} width={callout.width} height={callout.height} rx={5} />
            <text
              x={x + LABEL.pad * scale}
              y={y + 16 * scale}
              className="length"
              style={{ fontSize: LABEL.length * scale }}
            >
              {lengthNumber(group.leftMm, unit)} {unit}
            </text>
            <text
              x={x + LABEL.pad * scale}
              y={y + 30 * scale}
              className="tool"
              style={{ fontSize: LABEL.tool * scale }}
            >
              {group.below}
            </text>
          </g>
        );
      })}
    </g>
  );
}
