import type { Body, BreedPack, Case, Plan, Point, Task, View, ViewId } from '@kurrel/core';
import { drawnContours, zoneKind, zoneKindId } from '@kurrel/core';
import { useId, useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { DogDrawing } from '../../drawing/DogDrawing.tsx';
import { BARE, frameFor, SHEET } from '../../drawing/frame.ts';

interface PictureProps {
  readonly breed: BreedPack;
  readonly visit: Case;
  readonly body: Body;
  readonly plan: Plan;
  readonly task: Task;
}

/** Sides of the dog, the one tried first first. */
const FROM: readonly ViewId[] = ['side', 'headSide', 'headFront', 'rear', 'front', 'top'];
const CLOSE: Readonly<Record<string, ViewId>> = { head: 'headSide', ear: 'headSide' };
/** A picture shows at least so much of the sheet's height, and so much beside the place. */
const LEAST_SHARE = 0.42;
const LEAST_OF_HEAD = 0.85;
const AROUND = 1.7;

/** The place in hand, near enough to be known from far: the part of the drawing round it, lit, with an arrow along the hair. */
export function Picture({ visit, body, plan, task }: PictureProps) {
  const arrowHead = useId();
  const shown = useMemo(() => {
    const kind = task.zone === null ? null : zoneKind(packs.zones, task.zone);
    // The side is drawn for the left; the right is its mirror.
    const drawn = [...new Set(task.zones.map((zone) => zone.replace(/\.right$/, '.left')))];
    const first = kind ? CLOSE[kind.part] : undefined;
    const order = first ? [first, ...FROM] : FROM;
    const id = mostSeen(body, order, drawn);
    const view = body.views[id];
    const outline = drawnContours(view, plan, 'after', false);
    const now = drawnContours(view, plan, 'now', false);
    const frame = frameFor(view, [outline, now], BARE);
    const patch = drawn.flatMap((zone) => patchOf(view, zone) ?? []).map(frame.point);
    const lit = drawn.map(zoneKindId);
    return { id, view, outline, now, frame, patch: patch.length > 0 ? patch : null, kind, lit };
  }, [body, plan, task.zone, task.zones]);
  const { id, view, outline, now, frame, patch, kind, lit } = shown;
  const left = useMemo(() => new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm])), [plan]);
  const crop = patch ? cropOf(patch, view.grounded ? LEAST_SHARE : LEAST_OF_HEAD) : { x: 0, y: 0, ...SHEET };
  const mirrored = task.side === 'right' && (id === 'side' || id === 'headSide');
  const arrow = patch && kind ? arrowOf(patch, packs.tasks.lay[kind.part] ?? [1, 0], crop, id) : null;
  const against = task.direction === 'against';
  return (
    <div className={mirrored ? 'table-picture mirrored' : 'table-picture'}>
      <DogDrawing
        label={
          task.zone === null
            ? 'the whole dog'
            : `${task.name}${task.side === null ? '' : `, ${task.side} side`}`
        }
        view={view}
        plan={plan}
        frame={frame}
        outline={outline}
        ghost={now}
        ideal={[]}
        lines={[]}
        texture={visit.derived.coat.texture}
        lengthOf={(zone) => left.get(zone) ?? 0}
        groups={[]}
        passes={[]}
        selected={task.zone === null ? '' : zoneKindId(task.zone)}
        lit={lit}
        unit="mm"
        steady={false}
        onSelect={() => undefined}
        crop={crop}
      >
        {arrow && task.direction !== null && (
          <g className="lay-arrow" aria-hidden="true">
            <marker
              id={arrowHead}
              viewBox="0 0 10 10"
              refX="6"
              refY="5"
              markerWidth="4"
              markerHeight="4"
              orient="auto-start-reverse"
            >
              <path d="M0 0L10 5L0 10Z" />
            </marker>
            <line
              x1={arrow.from.x}
              y1={arrow.from.y}
              x2={arrow.to.x}
              y2={arrow.to.y}
              {...(against ? { markerStart: `url(#${arrowHead})` } : { markerEnd: `url(#${arrowHead})` })}
              style={{ strokeWidth: crop.height / 34 }}
            />
          </g>
        )}
      </DogDrawing>
    </div>
  );
}

/** The view that shows most of these places, of those that show as many the first. */
function mostSeen(body: Body, views: readonly ViewId[], zones: readonly string[]): ViewId {
  let best: ViewId = 'side';
  let most = 0;
  for (const id of views) {
    const seen = zones.filter((zone) => shows(body.views[id], zone)).length;
    if (seen > most) [best, most] = [id, seen];
  }
  return best;
}

const shows = (view: View, zone: string): boolean =>
  view.parts.some((part) => !part.far && part.patches.some((patch) => patch.zone === zone));

/** Where a place lies, mm: its own curve, or all of its part. */
function patchOf(view: View, zone: string): readonly Point[] | null {
  for (const part of view.parts) {
    if (part.far) continue;
    const patch = part.patches.find((one) => one.zone === zone);
    if (!patch) continue;
    const inside = part.stations
      .filter((station) => station.zone === zone && !station.hidden)
      .map(({ point }) => point);
    if (inside.length > 2) return inside;
    return patch.curve ?? part.stations.map(({ point }) => point);
  }
  return null;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The part of the sheet round a place, in the sheet's own proportions. */
function cropOf(points: readonly Point[], leastShare: number): Box {
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const ratio = SHEET.width / SHEET.height;
  const needed = AROUND * Math.max(y1 - y0, (x1 - x0) / ratio);
  const height = Math.min(SHEET.height, Math.max(leastShare * SHEET.height, needed));
  const width = height * ratio;
  const within = (at: number, size: number, whole: number) =>
    Math.min(whole - size, Math.max(0, at - size / 2));
  return {
    x: within((x0 + x1) / 2, width, SHEET.width),
    y: within((y0 + y1) / 2, height, SHEET.height),
    width,
    height,
  };
}

/** From the side along the hair; from ahead, behind and above down the middle of the place. */
function arrowOf(points: readonly Point[], [x, y]: readonly [number, number], crop: Box, id: ViewId) {
  const middle = {
    x: points.reduce((sum, one) => sum + one.x, 0) / points.length,
    y: points.reduce((sum, one) => sum + one.y, 0) / points.length,
  };
  const [dx, dy] = id === 'side' || id === 'headSide' ? [x, -y] : [0, 1];
  const half = crop.height / 5 / Math.hypot(dx, dy);
  return {
    from: { x: middle.x - dx * half, y: middle.y - dy * half },
    to: { x: middle.x + dx * half, y: middle.y + dy * half },
  };
}
