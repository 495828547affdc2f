import type { DrawnLine, LengthUnit, DrawnContours, Plan, View } from '@kurrel/core';
import { leftNumber } from '@kurrel/core';
import { placeCallouts } from '../../drawing/callouts.ts';
import type { Frame } from '../../drawing/frame.ts';
import { contourPath, frameFor, pathOf, SHEET } from '../../drawing/frame.ts';
import { zoneGroups } from '../../drawing/zoneGroups.ts';

/** One side of the dog, with the coat the plan leaves and the coat there now. */
export interface Seen {
  readonly view: View;
  readonly after: DrawnContours;
  readonly now: DrawnContours;
}

const SIDE_SCALE = 0.86;
/** How much of the page the dog from the side takes, and a small one. */
export const SIDE_HIGH = SHEET.height * SIDE_SCALE;
export const SMALL_HIGH = 132;
/** A dog drawn small keeps its lines. */
const BOLD = 2.6;

interface SideProps {
  readonly plan: Plan;
  readonly seen: Seen;
  readonly lines: readonly DrawnLine[];
  readonly unit: LengthUnit;
  /** Where it may be drawn on the page. */
  readonly left: number;
  readonly wide: number;
  readonly top: number;
}

/** Coat to leave in a full line, coat there now dotted, skin fine, clip lines dashed, lengths beside the dog. */
export function Side({ plan, seen, lines, unit, left, wide, top }: SideProps) {
  const frame = frameFor(seen.view, [seen.now, seen.after]);
  const groups = zoneGroups(plan, seen.view, '', frame);
  const placed = placeCallouts(
    groups.map(({ key, anchors, leftMm, below }) => ({
      key,
      anchors: anchors.map(frame.point),
      width: Math.max(56, 14 + 6.4 * Math.max(leftNumber(leftMm, unit).length + 3, below.length)),
      height: 32,
    })),
    seen.after.map(({ contour }) => contour.map(frame.point)),
  );
  const at = left + (wide - SHEET.width * SIDE_SCALE) / 2;
  return (
    <g transform={`translate(${at} ${top}) scale(${SIDE_SCALE})`}>
      <Dog seen={seen} frame={frame} />
      {lines.map((line) => (
        <path
          key={line.id}
          d={line.paths.map((path) => pathOf(path, frame, false)).join('')}
          fill="none"
          stroke="#000"
          strokeWidth={1.6}
          strokeDasharray="7 4"
        />
      ))}
      {placed.map(({ key, x, y, from, to }) => {
        const group = groups.find((one) => one.key === key);
        if (!group) return null;
        return (
          <g key={key}>
            <line x1={to.x} y1={to.y} x2={from.x} y2={from.y} stroke="#000" strokeWidth={0.7} />
            <circle cx={to.x} cy={to.y} r={2.4} />
            <text x={x + 4} y={y + 14} fontSize={14} fontWeight="bold">
              {leftNumber(group.leftMm, unit)} {unit}
            </text>
            <text x={x + 4} y={y + 27} fontSize={11}>
              {group.below}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Dog({
  seen,
  frame,
  bold = 1,
}: {
  readonly seen: Seen;
  readonly frame: Frame;
  readonly bold?: number;
}) {
  const { view, after, now } = seen;
  return (
    <>
      {view.grounded && (
        <line x1={60} x2={SHEET.width - 60} y1={frame.y(0) + 1} y2={frame.y(0) + 1} stroke="#000" />
      )}
      {now.map(({ contour }, i) => (
        <path
          key={i}
          d={contourPath(contour, frame)}
          fill="none"
          stroke="#777"
          strokeWidth={1.4 * bold}
          strokeDasharray="1.5 4"
        />
      ))}
      {now.map(({ contour }, i) => (
        <path key={i} d={contourPath(contour, frame)} fill="#fff" />
      ))}
      {[true, false].map((far) => (
        <g key={String(far)}>
          {after.map((part, i) =>
            part.far === far ? (
              <path
                key={i}
                d={contourPath(part.contour, frame)}
                stroke="#000"
                strokeWidth={3.2 * bold}
                strokeLinejoin="round"
              />
            ) : null,
          )}
          {after.map((part, i) => {
            const skin = view.parts[i]?.stations.map(({ point }) => point) ?? [];
            return part.far === far ? (
              <g key={i}>
                <path d={contourPath(part.contour, frame)} fill={far ? '#ddd' : '#fff'} />
                <path d={pathOf(skin, frame)} fill="none" stroke="#999" strokeWidth={0.6 * bold} />
                {part.id.startsWith('ear') && (
                  <path
                    d={contourPath(part.contour, frame)}
                    fill="none"
                    stroke="#000"
                    strokeWidth={1 * bold}
                  />
                )}
              </g>
            ) : null;
          })}
        </g>
      ))}
      {view.mouth.length > 0 && (
        <path d={pathOf(view.mouth, frame, false)} fill="none" stroke="#000" strokeWidth={1 * bold} />
      )}
      {view.nose.length > 0 && <path d={pathOf(view.nose, frame)} />}
      {view.eyes.map((eye, i) => {
        const at = frame.point(eye.at);
        return <circle key={i} cx={at.x} cy={at.y} r={eye.radiusMm * frame.scale} />;
      })}
    </>
  );
}

/** Another side of it, small, with its name. */
export function Small({
  seen,
  x,
  top,
  width,
}: {
  readonly seen: Seen & { readonly name: string };
  readonly x: number;
  readonly top: number;
  readonly width: number;
}) {
  const scale = Math.min(width / SHEET.width, (SMALL_HIGH - 14) / SHEET.height);
  const frame = frameFor(seen.view, [seen.now, seen.after], { left: 8, right: 8, top: 8, bottom: 8 });
  const left = x + (width - SHEET.width * scale) / 2;
  return (
    <>
      <g transform={`translate(${left} ${top}) scale(${scale})`}>
        <Dog seen={seen} frame={frame} bold={BOLD} />
      </g>
      <text x={x + width / 2} y={top + SMALL_HIGH} fontSize={10} textAnchor="middle">
        {seen.name}
      </text>
    </>
  );
}
