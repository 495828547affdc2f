import { distance } from '../body/geometry.ts';
import type { ViewId } from '../body/body.ts';
import { VIEW_IDS } from '../body/body.ts';
import type { ViewPart } from '../body/view.ts';
import type { Case } from '../case/resolveCase.ts';
import { shapeAlong } from '../contour/coatContour.ts';
import { isAllowed, leftBy, spreadOf } from '../passes/pickTools.ts';
import { toolPasses } from '../passes/toolPasses.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { marksOf } from './called.ts';
import type { PassPlan, ZonePlan } from './plan.ts';
import type { Settled } from './applyOverride.ts';
import { zoneKind } from '../packs/zones.ts';

/** Further from a named bone than this an end is told by the place it borders on, mm. */
const NEAR_MM = 120;
/** A hand finds a place to so many mm. */
const FOUND_MM = 10;

/**
 * A place that is shaped by hand, blocked in before: which of the tools that are out anyway to run from where to where, each
 * leaving no less than the outline wants, and where to blend. Nothing where no tool saves the hand work.
 */
export function blockedIn(
  visit: Case,
  { demand }: Settled,
  shape: NonNullable<ZonePlan['shape']>,
  leftMm: number,
  tools: readonly string[],
): readonly PassPlan[] {
  if (!demand) return [];
  const ways = visit.derived.options.filter(
    (option) =>
      tools.includes(option.toolId) &&
      option.direction === demand.drawnDirection &&
      !techniqueKind(visit.packs.tools, option.technique).byHand &&
      isAllowed(demand, option, visit.packs.tools.policy),
  );
  const run = ways.length === 0 ? null : longestRun(visit, demand.id);
  if (!run) return [];
  const { part, stations, spacingMm } = run;
  const shares = shapeAlong(part, demand.id, shape);
  const wantedMm = stations.map((i) => leftMm * (shares[i] ?? 1));
  const { passes: policy } = visit.packs.tools.policy;
  const solved = toolPasses({
    wantedMm,
    spacingMm,
    labels: [
      { leavesMm: null, toleranceMm: 1 },
      ...ways.map((option) => ({
        leavesMm: leftBy(demand, option),
        toleranceMm: Math.max(demand.toleranceMm, spreadOf(demand, option)),
      })),
    ],
    ...policy,
  });
  const passes = solved.passes.map(({ label, from, to }) => {
    const option = ways[label - 1];
    return {
      tool: option ? passTool(option, leftBy(demand, option)) : null,
      from: endAt(visit, run, from),
      to: endAt(visit, run, to),
      lengthMm: round(spacingMm * (to - from)),
      along: {
        view: run.view,
        part: part.id,
        from: stations[from] ?? 0,
        to: ((stations[to - 1] ?? 0) + 1) % part.stations.length,
      },
    };
  });
  if (passes.every(({ tool }) => tool === null)) return [];
  return passes.map((pass, i) => ({
    ...pass,
    blendMm: blendMm(visit, pass.tool?.leavesMm ?? null, passes[i + 1]?.tool?.leavesMm ?? null),
  }));
}

const round = (mm: number) => Math.round(mm / FOUND_MM) * FOUND_MM;

const passTool = (
  { toolId, label, technique, direction, carrierLabel }: ToolOption,
  leavesMm: number,
): NonNullable<PassPlan['tool']> => ({ toolId, label, technique, direction, carrierLabel, leavesMm });

/** How wide to blend into the next pass, mm; null where there is nothing to see. */
function blendMm({ packs }: Case, here: number | null, next: number | null): number | null {
  if (here === null || next === null) return null;
  const { mm, share, widthPerMm } = packs.tools.policy.blend;
  const step = Math.abs(here - next);
  return step <= Math.max(mm, share * Math.max(here, next)) ? null : round(step * widthPerMm);
}

interface Run {
  readonly view: ViewId;
  readonly part: ViewPart;
  /** Of the part, in the order of its contour. */
  readonly stations: readonly number[];
  readonly spacingMm: number;
}

/** The longest stretch of contour that a zone has in any view, the side first. */
function longestRun(visit: Case, zone: string): Run | null {
  const { own } = visit.derived.bodies;
  // The side is drawn for the left; the right has the same body.
  const seen = (view: ViewId) => (view === 'side' ? zone.replace(/\.right$/, '.left') : zone);
  for (const view of VIEW_IDS) {
    const runs = own.views[view].parts.flatMap((part) => {
      const run = part.far ? undefined : longestRuns(part).get(seen(view));
      return run ? [{ view, part, ...run }] : [];
    });
    const longest = runs.reduce<Run | null>(
      (best, run) => (best && best.stations.length >= run.stations.length ? best : run),
      null,
    );
    if (longest) return longest;
  }
  return null;
}

/** Of each zone that a part shows, the longest stretch of its contour. */
function longestRuns(part: ViewPart): ReadonlyMap<string, Pick<Run, 'stations' | 'spacingMm'>> {
  const n = part.stations.length;
  const zoneAt = (i: number) => {
    const station = part.stations[(i + n) % n];
    return station && !station.hidden ? station.zone : null;
  };
  const [a, b] = [part.stations[0]?.point, part.stations[1]?.point];
  const spacingMm = a && b ? distance(a, b) : 1;
  const runs = new Map<string, Pick<Run, 'stations' | 'spacingMm'>>();
  for (let first = 0; first < n; first++) {
    const zone = zoneAt(first);
    if (zone === null || zoneAt(first - 1) === zone) continue;
    const stations: number[] = [];
    for (let i = first; stations.length < n && zoneAt(i) === zone; i++) stations.push(i % n);
    if (stations.length > (runs.get(zone)?.stations.length ?? 0)) runs.set(zone, { stations, spacingMm });
  }
  return runs;
}

/** An end of a pass in a groomer's words: at a bone, so far before or past it, or where the next place begins. */
function endAt(visit: Case, { part, stations, spacingMm }: Run, index: number): PassPlan['from'] {
  const n = part.stations.length;
  const first = stations[0] ?? 0;
  const marks = marksOf(visit.packs, part).map(({ called, station }) => {
    const ahead = (station - first + n) % n;
    const along = ahead > n / 2 ? ahead - n : ahead;
    return { called, offMm: (index - along) * spacingMm };
  });
  const nearest = marks.reduce<(typeof marks)[number] | null>(
    (best, mark) => (best && Math.abs(best.offMm) <= Math.abs(mark.offMm) ? best : mark),
    null,
  );
  if (nearest && Math.abs(nearest.offMm) <= NEAR_MM)
    return { place: nearest.called, pastMm: round(nearest.offMm) };
  const beyond = index === 0 ? -1 : index >= stations.length ? stations.length : null;
  const next = beyond === null ? undefined : part.stations[(first + beyond + n) % n];
  const kind = next ? zoneKind(visit.packs.zones, next.zone) : null;
  return { place: kind?.name ?? nearest?.called ?? '', pastMm: kind ? 0 : round(nearest?.offMm ?? 0) };
}
