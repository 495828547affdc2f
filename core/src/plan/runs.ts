import type { Case } from '../case/resolveCase.ts';
import { isMachined } from '../packs/resolveRuns.ts';
import type { Run } from '../packs/runs.ts';
import type { DogRun, DogRuns, Place } from '../runs/runsOf.ts';
import { runsOf } from '../runs/runsOf.ts';
import type { OutlineChanges } from '../targets/outlineChanges.ts';
import type { ToolChoice } from '../passes/pickTools.ts';
import { leftBy } from '../passes/pickTools.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import type { Conflict, ConflictKind } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Plan, PlannedRun, PlannedTool, ZonePlan } from './plan.ts';
import type { Settled } from './applyOverride.ts';
import { applyOverride, toleranceMm } from './applyOverride.ts';
import { zoneKind } from '../packs/zones.ts';
import { zoneKindId } from '../terms/zone.ts';

/** Zones with what the runs they are in ask of a tool. */
export interface InRuns {
  readonly runs: readonly DogRun[];
  readonly settled: readonly Settled[];
}

/** What is wanted of a dog, and what was worked out of it that no length of the groomer's own changes. */
export interface PreOverrideTargets {
  /** The targets before the outline, and with it, zone by zone alike. */
  readonly drawn: readonly ZoneTarget[];
  readonly targets: readonly ZoneTarget[];
  readonly outline: OutlineChanges;
  readonly kept: Kept;
}

interface Kept {
  readonly settled: Map<ZoneTarget, Settled>;
  readonly runs: Map<Run, DogRuns>;
  readonly inRun: Map<Settled, { readonly run: DogRun; readonly settled: Settled }>;
}

export const keptNothing = (): Kept => ({ settled: new Map(), runs: new Map(), inRun: new Map() });

/** The zones of a dog with its runs: what is in a run asks for that run's tool. */
export function withRuns(visit: Case, { drawn, targets, outline, kept }: PreOverrideTargets): InRuns {
  const decided = new Set(visit.derived.overrides.map(({ zone }) => zone));
  const settled = (target: ZoneTarget): Settled =>
    decided.has(target.zone.id)
      ? applyOverride(visit, target)
      : known(kept.settled, target, () => applyOverride(visit, target));
  const shaped = targets.map(settled);
  // What a head is shaped to is what is drawn of it; what no machine does is in no run.
  const before = drawn.map((target, i) =>
    target === targets[i] || outline.zones.get(target.zone.id)?.form || !isMachined(target, visit.packs.tools)
      ? shaped[i]
      : settled(target),
  );
  const places = shaped.map((one, i): Place => ({
    target: one.target,
    drawn: before[i]?.demand ?? null,
    shaped: one.demand,
    own: one.override !== null,
  }));
  const { runs, byHand } = runsOf(visit, places, outline.contours, kept.runs);
  const runOf = new Map(runs.flatMap((run) => run.zones.map((zone) => [zone, run] as const)));
  const inRuns = shaped.map((one, i) => {
    const { id } = one.target.zone;
    if (byHand.includes(id)) return shapedByHand(visit, one);
    const run = runOf.get(id);
    if (run?.own) return one;
    const alone = run?.stretch === null ? before[i] : one;
    if (!run || !alone) return one;
    const same = kept.inRun.get(alone);
    if (same?.run === run) return same.settled;
    const own = inRun(visit, { ...alone, conflicts: withMissed(alone, one) }, run);
    kept.inRun.set(alone, { run, settled: own });
    return own;
  });
  return { runs, settled: inRuns };
}

/** What a map has, else what is worked out and put there. */
function known<K, V>(map: Map<K, V>, key: K, of: () => V): V {
  const before = map.get(key);
  if (before !== undefined) return before;
  const value = of();
  map.set(key, value);
  return value;
}

/** A zone that a hand shapes though a machine could: its length changes within the place. */
function shapedByHand({ packs }: Case, settled: Settled): Settled {
  const { demand } = settled;
  if (!demand) return settled;
  const hands = demand.techniques.filter((technique) => techniqueKind(packs.tools, technique).byHand);
  if (hands[0] === demand.techniques[0]) return settled;
  return {
    ...settled,
    demand: { ...demand, techniques: [...new Set([...hands, ...demand.techniques])] },
    reasons: [...settled.reasons, reason('structure', 'outline-by-hand', '', 'custom')],
  };
}

/** What is said of a zone by itself, and what of the dog's outline cannot be had there. */
const withMissed = (alone: Settled, shaped: Settled): readonly Conflict[] =>
  alone === shaped
    ? alone.conflicts
    : [...alone.conflicts, ...shaped.conflicts.filter(({ kind }) => OF_THE_OUTLINE.includes(kind))];
const OF_THE_OUTLINE: readonly ConflictKind[] = ['outline-hair', 'outline-skin', 'outline-maximum'];

/** A length within so much of the run's is the run's, mm. */
const KEPT_MM = 0.05;
const struck = (one: Reason): Reason =>
  one.stage === 'structure' && one.effect.kind === 'change' ? { ...one, overruled: true } : one;

/** A zone as its run has it. */
function inRun(visit: Case, settled: Settled, { run, stretch, demand }: DogRun): Settled {
  const { id } = settled.target.zone;
  const { targetMm } = demand;
  const effect = { kind: 'target', mm: targetMm } as const;
  const why = reason('standard', 'run', run.name, settled.target.area.source, effect);
  // What the run does not leave is struck out.
  const isKept = Math.abs(settled.targetMm - targetMm) < KEPT_MM;
  const said = isKept ? settled.reasons : settled.reasons.map(struck);
  return {
    ...settled,
    targetMm,
    toleranceMm: toleranceMm(visit, targetMm, null),
    demand: { ...demand, id, roles: settled.demand?.roles ?? demand.roles },
    reasons: stretch === null && run.path.length > 1 ? [...said, why] : said,
  };
}

/** The runs of a plan, with the tool that was picked for each; places decided for alike that came to several tools are none. */
export function plannedRuns(
  visit: Case,
  runs: readonly DogRun[],
  zones: readonly ZonePlan[],
): readonly PlannedRun[] {
  const toolAt = new Map(zones.map(({ zone, tool }) => [zone, tool]));
  return runs.flatMap(({ id, run, stretch, demand, own, zones: passed, turned }): readonly PlannedRun[] => {
    const { name, from, to, liftOff, how } = run;
    const [first = null, ...others] = passed
      .filter((zone) => !turned.includes(zone))
      .map((zone) => toolAt.get(zone) ?? null);
    if (own && (first === null || others.some((tool) => !isSameWay(tool, first)))) return [];
    const kind = stretch === null ? null : zoneKind(visit.packs.zones, stretch);
    // Of a run of several places that keeps one, that place is all there is to pass.
    const [only, ...more] = [...new Set(passed.map(zoneKindId))];
    const drawn = run.path.filter((place) => {
      const area = visit.derived.trim.areas[place];
      return area && isMachined(area, visit.packs.tools);
    });
    const isWhole = stretch !== null || more.length > 0 || drawn.length <= 1;
    return [
      {
        id,
        name: isWhole || only === undefined ? name : zoneKind(visit.packs.zones, only).name,
        stretch: kind?.name ?? null,
        tool: first,
        targetMm: demand.targetMm,
        zones: passed,
        turned: first === null || first.direction === 'with' ? [] : turned,
        ...(stretch === null && isWhole ? { from, to, liftOff } : { from: null, to: null, liftOff: [] }),
        how,
      },
    ];
  });
}

const isSameWay = (a: PlannedTool | null, b: PlannedTool): boolean =>
  a?.toolId === b.toolId && a.direction === b.direction && a.leavesMm === b.leavesMm;

/** The choices with those of places that their run passes with the lay: its tool, that way round. */
export function withTurned(
  { derived: { options } }: Case,
  runs: readonly DogRun[],
  choices: ReadonlyMap<string, ToolChoice>,
): ReadonlyMap<string, ToolChoice> {
  const turned = runs.flatMap(({ turned, demand }) =>
    turned.flatMap((zone): readonly (readonly [string, ToolChoice])[] => {
      const choice = choices.get(zone);
      if (!choice || choice.option.direction === 'with') return [];
      const { toolId, technique, carrierLabel } = choice.option;
      const option = options.find(
        (one) =>
          one.toolId === toolId &&
          one.technique === technique &&
          one.carrierLabel === carrierLabel &&
          one.direction === 'with',
      );
      return option ? [[zone, { ...choice, option, leavesMm: leftBy(demand, option) }]] : [];
    }),
  );
  return turned.length === 0 ? choices : new Map([...choices, ...turned]);
}

/** What is said of a run as a whole: once, at its first place. */
const OF_A_RUN: readonly ConflictKind[] = ['nothing-in-drawer', 'drawer-lacks', 'left-shorter'];

/** What is said of a place: its own conflicts, and those said once for its run. */
export function conflictsAt(
  { conflicts, runs }: Pick<Plan, 'conflicts' | 'runs'>,
  zoneId: string,
): readonly Conflict[] {
  const [first] = runs.find(({ zones }) => zones.includes(zoneId))?.zones ?? [];
  return conflicts.filter(({ kind, zone }) => zone === zoneId || (zone === first && OF_A_RUN.includes(kind)));
}

/** What cannot be had of one wish is said once, where it is met first. */
const OF_A_WISH: readonly ConflictKind[] = ['shaving-declined', 'shaving-never', 'wish-too-short'];

/** What could not be had, said once for a run, and once for what was asked. */
export function saidOnce(conflicts: readonly Conflict[], runs: readonly DogRun[]): readonly Conflict[] {
  const others = new Set(runs.flatMap(({ zones: [, ...rest] }) => rest));
  const said = new Set<string>();
  return conflicts.filter(({ kind, zone, askedMm }) => {
    if (OF_A_RUN.includes(kind)) return !others.has(zone);
    if (!OF_A_WISH.includes(kind)) return true;
    const wish = `${kind} ${askedMm}`;
    return !said.has(wish) && said.add(wish);
  });
}
