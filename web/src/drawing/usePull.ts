import type { Point, View } from '@kurrel/core';
import { zoneKindId } from '@kurrel/core';
import type { PointerEvent } from 'react';
import { useRef } from 'react';
import type { Frame } from './frame.ts';

interface Pulled {
  readonly view: View;
  readonly frame: Frame;
  /** The zone kind that is in hand. */
  readonly selected: string;
  /** By how much its coat moves, mm; null when it is let go. */
  readonly onPull?: (byMm: number | null) => void;
}

/** A finger moves so far before it pulls, px. */
const PULLS_PX = 5;

/** Pulling the coat of the place in hand: along the normal of the contour where it was taken hold of. */
export function usePull({ view, frame, selected, onPull }: Pulled) {
  const held = useRef<{ pointer: number; at: Point; out: Point; unitsPerPx: number; moved: boolean } | null>(
    null,
  );
  if (!onPull) return {};
  const end = (event: PointerEvent<SVGSVGElement>) => {
    if (held.current?.pointer !== event.pointerId) return;
    if (held.current.moved) onPull(null);
    held.current = null;
  };
  return {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      // One finger, or the first button: another does not pull.
      if (event.button !== 0 || held.current) return;
      const zone = (event.target as Element).closest('[data-zone]')?.getAttribute('data-zone');
      const screen = event.currentTarget.getScreenCTM();
      if (!zone || !screen || zoneKindId(zone) !== selected) return;
      const at = { x: event.clientX, y: event.clientY };
      const here = { x: (at.x - screen.e) / screen.a, y: (at.y - screen.f) / screen.d };
      const out = outwardAt(view, frame, selected, here);
      if (!out) return;
      held.current = { pointer: event.pointerId, at, out, unitsPerPx: 1 / screen.a, moved: false };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const hold = held.current;
      if (hold?.pointer !== event.pointerId) return;
      const [dx, dy] = [event.clientX - hold.at.x, event.clientY - hold.at.y];
      if (!hold.moved && Math.hypot(dx, dy) < PULLS_PX) return;
      hold.moved = true;
      onPull(((dx * hold.out.x + dy * hold.out.y) * hold.unitsPerPx) / frame.scale);
    },
    onPointerUp: end,
    onPointerCancel: end,
  };
}

/** Outward on the sheet at the seen place of a zone's contour that is nearest; null where the zone has none. */
function outwardAt(view: View, frame: Frame, kind: string, here: Point): Point | null {
  let best: { readonly far: number; readonly out: Point } | null = null;
  for (const part of view.parts) {
    if (part.far) continue;
    for (const { zone, hidden, point, normal } of part.stations) {
      if (hidden || zoneKindId(zone) !== kind) continue;
      const at = frame.point(point);
      const far = Math.hypot(at.x - here.x, at.y - here.y);
      if (!best || far < best.far) best = { far, out: { x: normal.x, y: -normal.y } };
    }
  }
  return best?.out ?? null;
}
