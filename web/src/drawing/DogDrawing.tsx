import type {
  CoatType,
  DrawnLine,
  LengthUnit,
  DrawnContours,
  PassPlan,
  Plan,
  Point,
  View,
  ViewPart,
} from '@kurrel/core';
import { otherSide, zoneKindId } from '@kurrel/core';
import type { ReactNode } from 'react';
import { memo, useDeferredValue, useId, useMemo, useRef } from 'react';
import { apartRuns } from './apart.ts';
import type { Frame } from './frame.ts';
import { contourPath, pathOf, SHEET } from './frame.ts';
import { hairMarks, hairPath, tipsPath } from './hairMarks.ts';
import { Labels } from './Labels.tsx';
import type { ProfileHere } from './Measures.tsx';
import { Measures, measuresOf } from './Measures.tsx';
import { PassLines, passLinesOf } from './PassLines.tsx';
import { tintOf } from './tint.ts';
import { usePull } from './usePull.ts';
import { useSheetScale } from './useSheetScale.ts';
import type { ZoneGroup } from './zoneGroups.ts';

export interface DogDrawingProps {
  readonly label: string;
  readonly view: View;
  readonly plan: Plan;
  readonly frame: Frame;
  /** The coat to draw: what the plan leaves, or what is there. */
  readonly outline: DrawnContours;
  readonly ghost: DrawnContours | null;
  /** The standard's ideal, where it is not as drawn. */
  readonly ideal: readonly (readonly Point[])[];
  /** The coat another plan would leave, as a line over this one. */
  readonly without?: DrawnContours | null;
  /** Lines along which a proportion is measured, mm. */
  readonly measured?: readonly (readonly [Point, Point])[];
  readonly lines: readonly DrawnLine[];
  readonly texture: CoatType['texture'];
  readonly lengthOf: (zone: string) => number;
  readonly groups: readonly ZoneGroup[];
  /** Lengths along the place in hand, by landmark. */
  readonly profile?: ProfileHere | null;
  /** Runs of tools to draw along the contour, those of the place in hand. */
  readonly passes: readonly PassPlan[];
  readonly selected: string;
  /** Kinds of places that are lit with the selected one, as those of a run are. */
  readonly lit?: readonly string[];
  readonly unit: LengthUnit;
  /** Labels keep their places while a length is being dragged. */
  readonly steady: boolean;
  readonly onSelect: (zone: string) => void;
  /** The part of the sheet that is shown, drawing units; all of it where it is not said. */
  readonly crop?: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** Drawn over the dog. */
  readonly children?: ReactNode;
  /** The place in hand is pulled out or pushed in on the drawing: by how much its coat moves, mm; null when it is let go. */
  readonly onPull?: (byMm: number | null) => void;
}

const NONE_LIT: readonly string[] = [];

/** The dog as a measured drawing: body, coat to leave, coat there now, standard, clip lines, lengths on the dog. */
export const DogDrawing = memo(function DogDrawing(props: DogDrawingProps) {
  const { view, frame, outline, ghost, ideal, lines, lengthOf, selected } = props;
  const { parts, eyes, nose, mouth } = view;
  const paths = useMemo(() => outline.map((part) => contourPath(part.contour, frame)), [outline, frame]);
  const ghosts = useMemo(() => ghost?.map((part) => contourPath(part.contour, frame)) ?? [], [ghost, frame]);
  const near = indices(parts, false);
  const far = indices(parts, true);
  const { ref, scale } = useSheetScale();
  const pulling = usePull(props);
  const { passes, profile = null, crop = WHOLE, lit = NONE_LIT } = props;
  const passLines = useMemo(
    () => passLinesOf(passes, parts, outline, frame, scale),
    [passes, parts, outline, frame, scale],
  );
  const measures = useMemo(
    () => measuresOf({ lines, profile, view, outline, frame, scale }),
    [lines, profile, view, outline, frame, scale],
  );

  return (
    <svg
      ref={ref}
      className="dog"
      viewBox={[crop.x, crop.y, crop.width, crop.height].join(' ')}
      role="img"
      aria-label={props.label}
      {...pulling}
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
          <Line key={index} d={d} className="ghost" />
        ))}
        {ghosts.map((d, index) => (
          <Line key={index} d={d} className="ghost-fill" />
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
          lit={NONE_LIT}
        />
      </g>
      <Coat
        parts={parts}
        paths={paths}
        which={near}
        frame={frame}
        lengthOf={lengthOf}
        selected={selected}
        lit={lit}
      />
      <Hair
        view={view}
        outline={outline}
        lengthOf={lengthOf}
        texture={props.texture}
        frame={frame}
        steady={props.steady}
      />
      {props.without?.map(
        ({ contour, far }, index) =>
          !far && (
            <path
              key={index}
              className="without"
              d={apartRuns(parts[index], contour, outline[index]?.contour ?? [])
                .map((run) => pathOf(run, frame, false))
                .join('')}
            />
          ),
      )}
      {props.measured?.map((line, index) => {
        const [a, b] = [frame.point(line[0]), frame.point(line[1])];
        return (
          <g key={index} className="measured">
            <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
            <circle cx={a.x} cy={a.y} r={4} />
            <circle cx={b.x} cy={b.y} r={4} />
          </g>
        );
      })}
      {ideal.map((line, index) => (
        <path key={index} className="ideal" d={pathOf(line, frame, false)} />
      ))}
      <ClipLines lines={lines} frame={frame} />
      <Measures measures={measures} unit={props.unit} scale={scale} />
      <Face eyes={eyes} nose={nose} mouth={mouth} frame={frame} />
      <PassLines lines={passLines} scale={scale} />
      <Labels {...props} passLines={passLines} measures={measures} scale={scale} />
      {props.children}
    </svg>
  );
});

/** A path, drawn anew only when it is another. */
const Line = memo(function Line({ d, className }: { readonly d: string; readonly className: string }) {
  return <path d={d} className={className} />;
});

const ClipLines = memo(function ClipLines({ lines, frame }: Pick<DogDrawingProps, 'lines' | 'frame'>) {
  return lines.map((line) => (
    <path
      key={line.id}
      className="clip-line"
      d={line.paths.map((path) => pathOf(path, frame, false)).join('')}
    >
      <title>{line.name}</title>
    </path>
  ));
});

/** A sheet this high would hold a dog with marks as far apart as they should be. */
const MARK_APART = 438;

const WHOLE = { x: 0, y: 0, ...SHEET };

/** What there was when the hand last rested. */
function useRest<T>(value: T, steady: boolean): T {
  const last = useRef(value);
  if (!steady) last.current = value;
  return last.current;
}

/** The coat's texture; it follows when a moving outline rests, and its tips are not shown till then. */
const Hair = memo(function Hair(
  props: Pick<DogDrawingProps, 'view' | 'outline' | 'lengthOf' | 'texture' | 'frame' | 'steady'>,
) {
  const { steady } = props;
  const { view, outline, lengthOf, texture, frame } = useDeferredValue(useRest(props, steady));
  const marks = useMemo(() => hairMarks(view, MARK_APART / frame.scale), [view, frame]);
  const inside = useMemo(() => hairPath(marks, lengthOf, texture, frame), [marks, lengthOf, texture, frame]);
  const tips = useMemo(
    () => tipsPath(view, outline, lengthOf, texture, frame),
    [view, outline, lengthOf, texture, frame],
  );
  return (
    <>
      <path className="hair" d={inside} />
      {!steady && <path className="hair tips" d={tips} />}
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
  readonly lit: readonly string[];
}

/** All contours first, then all fills: the parts read as one animal with one outline. */
function Coat({ parts, paths, which, frame, lengthOf, selected, lit }: CoatProps): ReactNode {
  const uid = useId();
  return (
    <>
      {which.map((index) => (
        <Line key={index} d={paths[index] ?? ''} className="contour" />
      ))}
      {which.map((index) => {
        const part = parts[index];
        if (!part) return null;
        const clip = `${uid}-${part.far ? 'far-' : ''}${part.id}`;
        return (
          <g key={index}>
            <Clip id={clip} d={paths[index] ?? ''} />
            <g clipPath={`url(#${clip})`}>
              <Patches
                part={part}
                outline={paths[index] ?? ''}
                frame={frame}
                lengthOf={lengthOf}
                selected={selected}
                lit={lit}
              />
            </g>
            {part.id.startsWith('ear') && <Line d={paths[index] ?? ''} className="ear-edge" />}
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
  lit,
}: Omit<CoatProps, 'parts' | 'paths' | 'which'> & { readonly part: ViewPart; readonly outline: string }) {
  const curves = useMemo(
    () => part.patches.map((patch) => (patch.curve ? pathOf(patch.curve, frame) : null)),
    [part, frame],
  );
  return part.patches.map((patch, index) => {
    const kind = zoneKindId(patch.zone);
    const on = kind === selected || lit.includes(kind);
    return (
      <Patch
        key={`${patch.zone}-${index}`}
        d={curves[index] ?? outline}
        zone={part.far ? otherSide(patch.zone) : patch.zone}
        on={on}
        fill={tintOf(lengthOf(patch.zone), part.far ? 'far' : on ? 'selected' : 'near')}
      />
    );
  });
}

interface PatchProps {
  readonly d: string;
  readonly zone: string;
  readonly on: boolean;
  readonly fill: string;
}

const Patch = memo(function Patch({ d, zone, on, fill }: PatchProps) {
  return <path d={d} data-zone={zone} className={on ? 'zone selected' : 'zone'} fill={fill} />;
});

const Clip = memo(function Clip({ id, d }: { readonly id: string; readonly d: string }) {
  return (
    <clipPath id={id}>
      <path d={d} />
    </clipPath>
  );
});

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

const Face = memo(function Face({
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
});
