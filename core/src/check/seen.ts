import type { Body, ViewId } from '../body/body.ts';
import type { Point } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Lengths, DrawnContours, Shown } from '../contour/drawnContours.ts';
import { coatOn, drawnContours } from '../contour/drawnContours.ts';
import { zoneKindId } from '../terms/zone.ts';

/** A dog as a judge sees it: the contour over each part of each view, mm, one point a station. */
export interface SeenDog {
  readonly body: Body;
  /** Null where the view has no such part. */
  readonly part: (view: ViewId, id: string) => SeenPart | null;
  readonly parts: (view: ViewId) => readonly SeenPart[];
}

export interface SeenPart {
  readonly part: ViewPart;
  readonly contour: readonly Point[];
}

/** What can be seen of a dog whose parts have these contours. */
function seen(
  body: Body,
  contourOf: (view: ViewId, part: ViewPart, index: number) => readonly Point[],
): SeenDog {
  const known = new Map<string, SeenPart>();
  const see = (view: ViewId, part: ViewPart, index: number): SeenPart => {
    const key = `${view} ${index}`;
    const before = known.get(key);
    if (before) return before;
    const made = { part, contour: contourOf(view, part, index) };
    known.set(key, made);
    return made;
  };
  const parts = (view: ViewId) =>
    body.views[view].parts.flatMap((part, index) => (part.far ? [] : [see(view, part, index)]));
  return {
    body,
    parts,
    part: (view, id) => {
      const index = body.views[view].parts.findIndex((part) => part.id === id && !part.far);
      const part = body.views[view].parts[index];
      return part ? see(view, part, index) : null;
    },
  };
}

/** The dog without its coat. */
export const bare = (body: Body): SeenDog =>
  seen(body, (_, { stations }) => stations.map(({ point }) => point));

/** The dog in its coat: as it is now or as a plan leaves it, stretched or with the curl back; `outline` draws it. */
export function inCoat(
  body: Body,
  lengths: Lengths,
  shown: Shown,
  curlBack: boolean,
  outline: typeof drawnContours = drawnContours,
): SeenDog {
  const outlines = new Map<ViewId, DrawnContours>();
  return seen(body, (view, _, index) => {
    const drawn = outlines.get(view) ?? outline(body.views[view], lengths, shown, curlBack);
    outlines.set(view, drawn);
    return drawn[index]?.contour ?? [];
  });
}

/**
 * The same with other lengths tried in one kind of zone: the parts that have none of it are as they were, and
 * nothing is kept.
 */
export const inTriedCoat = (was: SeenDog, lengths: Lengths, kind: string, curlBack: boolean): SeenDog =>
  seen(was.body, (view, part) =>
    part.zones.some((zone) => zoneKindId(zone) === kind)
      ? coatOn(part, lengths, 'after', curlBack)
      : (was.part(view, part.id)?.contour ?? []),
  );
