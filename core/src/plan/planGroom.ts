import isEqual from 'fast-deep-equal';
import type { Case, Derived } from '../case/resolveCase.ts';
import type { JudgedMats } from '../mats/judge.ts';
import { fallbackConflicts, judgeMats } from '../mats/judge.ts';
import { outlinePlan } from '../outline/outlinePlan.ts';
import type { AnsweredParts } from '../outline/solvedOnce.ts';
import { wishOf } from '../outline/wishes.ts';
import type { ToolProblem } from '../passes/pickTools.ts';
import { pickTools } from '../passes/pickTools.ts';
import { targetsOf } from '../targets/targetsOf.ts';
import { visitCautions } from '../welfare/cautions.ts';
import { findingAnswers, measureAnswers } from './findings.ts';
import { finish } from './finish.ts';
import { lackingShapes, plannedForms } from './forms.ts';
import type { Plan, PlannedForm, Remark, ZonePlan } from './plan.ts';
import { CORE_VERSION } from './plan.ts';
import { roughClipOf } from './roughClip.ts';
import type { PreOverrideTargets } from './runs.ts';
import type { Settled } from './applyOverride.ts';
import { keptNothing, plannedRuns, saidOnce, withRuns, withTurned } from './runs.ts';
import type { Borders } from './joins.ts';
import { bordersOf, withJoins } from './joins.ts';
import { withSides } from './sides.ts';

/**
 * The plan for a case: for every zone what to leave, with what, and every reason in the order it was applied: welfare,
 * the hair that exists, standard and wish, the balance for this dog's structure, the groomer's override, the drawer.
 * Contradictions become `conflicts`; nothing about a dog throws.
 * @throws MisuseError when the case names something the packs do not have.
 */
export const planGroom = (visit: Case): Plan => planWith(visit, noMemory());

/** The plan for a case; what is worked out for it is kept in the memory and taken from there. */
export function planWith(resolved: Case, memory: PlanMemory): Plan {
  const { visit, wanted, runs, settled, problem } = askedOfTools(resolved, memory);
  const { mats } = wanted;
  const { packs, breed } = visit;
  const { coat, trim, restrictions } = visit.derived;
  const picked = pickTools(problem);
  const choices = withTurned(visit, runs, picked.choices);
  const finished = settled.map((one) => {
    const { id } = one.target.zone;
    const given = [choices.get(id), picked.runnersUp.get(id), picked.tools] as const;
    const before = wanted.finished.get(one);
    if (before && isEqual(before.given, given)) return before.finished;
    const now = finish(visit, one, ...given);
    wanted.finished.set(one, { given, finished: now });
    return now;
  });
  const own = finished.map(({ zone }) => zone);
  const planned = plannedRuns(visit, runs, own);
  const runAt = new Map(planned.flatMap(({ id, zones }) => zones.map((zone) => [zone, id] as const)));
  const zones = withJoins(
    visit,
    own.map((zone) => ({ ...zone, run: runAt.get(zone.zone) ?? null })),
    wanted.borders,
  );
  const forms = plannedForms(visit, settled, zones);
  const conflicts = [
    ...fallbackConflicts(mats),
    ...saidOnce(
      finished.flatMap((one) => one.conflicts),
      runs,
    ),
    ...lackingShapes(visit, settled, zones),
  ];
  const techniques = [...new Set(zones.flatMap(({ tool }) => tool?.technique ?? []))];
  return {
    coreVersion: CORE_VERSION,
    packsVersion: `${packs.version}-${breed.version}`,
    breed: breed.id,
    trim: trim.id,
    coat: {
      name: coat.name,
      layDeg: coat.layDeg,
      curl: coat.curl,
      changedBy: coat.changedBy.map(({ name, effect, source }) => ({ name, effect, source })),
    },
    zones,
    runs: planned,
    forms,
    findings: findingAnswers(visit, zones, conflicts),
    measures: measureAnswers(visit, zones, conflicts),
    tools: toolsUsed(zones, forms),
    toolsGap: picked.cost > 0 ? (picked.cost - picked.lowerBound) / picked.cost : 0,
    conflicts,
    remember: remarks(restrictions),
    cautions: visitCautions(visit, techniques).map(({ text }) => text),
    standingMinutes: visit.derived.standing.said ? visit.derived.standing.minutes : null,
    mats: mats.plan,
    roughClip: roughClipOf(visit, mats.plan),
  };
}

/** What the places of a dog, in their runs, ask of its groomer's tools. */
export function askedOfTools(resolved: Case, memory: PlanMemory) {
  const wanted = wantedOn(resolved, memory);
  const { restrictions } = wanted.mats.visit.derived;
  const visit = { ...resolved, derived: { ...resolved.derived, restrictions } };
  const { runs, settled } = withRuns(visit, wanted);
  const problem: ToolProblem = {
    zones: settled.flatMap(({ demand }) => demand ?? []),
    options: visit.derived.options,
    tools: visit.packs.tools,
    ways: wanted.ways,
  };
  return { visit, wanted, runs, settled, problem };
}

/** What is kept between the plans of one dog. Its owner lets it go; nothing depends on what is in it. */
export interface PlanMemory {
  wanted: WantedOnVisit | null;
  readonly answered: AnsweredParts;
}

export const noMemory = (): PlanMemory => ({ wanted: null, answered: new WeakMap() });

interface WantedOnVisit extends PreOverrideTargets {
  readonly visit: Case;
  readonly mats: JudgedMats;
  readonly borders: Borders;
  readonly ways: NonNullable<ToolProblem['ways']>;
  readonly finished: Map<Settled, { readonly given: unknown; readonly finished: ReturnType<typeof finish> }>;
}

/** Ways and finished places kept while lengths are dragged: every length on the way is asked for once. */
const MAX_KEPT = 1000;

/** What is wanted before the groomer's own lengths: while only those change it stays as it is, and is kept. */
function wantedOn(visit: Case, memory: PlanMemory): WantedOnVisit {
  const before = memory.wanted;
  if (before && isSameButOverrides(before.visit, visit)) {
    for (const kept of [before.ways, before.finished]) if (kept.size > MAX_KEPT) kept.clear();
    return before;
  }
  const mats = judgeMats(visit);
  const { drawn, targets, outline } = outlinedTargets(mats, memory.answered);
  const wanted = {
    visit,
    mats,
    drawn: withSides(mats.visit, drawn),
    targets: withSides(mats.visit, targets),
    outline,
    borders: bordersOf(visit),
    kept: keptNothing(),
    ways: new Map(),
    finished: new Map(),
  };
  memory.wanted = wanted;
  return wanted;
}

/** A case is its packs, breed, facts and choices: all else is derived from them. */
const isSameButOverrides = (a: Case, b: Case): boolean =>
  a.packs === b.packs &&
  a.breed === b.breed &&
  a.facts === b.facts &&
  isEqual({ ...a.choices, overrides: [] }, { ...b.choices, overrides: [] });

/** The targets as the trim draws them, then as this dog's outline changes them. */
function outlinedTargets(mats: JudgedMats, answered: AnsweredParts): Omit<PreOverrideTargets, 'kept'> {
  const { visit } = mats;
  const drawn = targetsOf(mats);
  const wishes = new Map(drawn.map((target) => [target.zone.id, wishOf(visit, target)]));
  const outline = outlinePlan(visit, wishes, answered);
  return { drawn, targets: targetsOf(mats, outline, drawn), outline };
}

function remarks(restrictions: Derived['restrictions']): readonly Remark[] {
  const whole = restrictions.filter(({ kind }) => kind.scope === 'dog');
  return [...new Map(whole.map(({ kind: { id, name, text } }) => [id, { name, text }])).values()];
}

/** Every tool the plan takes in hand, with how many places it is used at. */
function toolsUsed(zones: readonly ZonePlan[], forms: readonly PlannedForm[]): Plan['tools'] {
  const used = new Map<string, { readonly label: string; readonly at: Set<string> }>();
  const add = (
    { toolId, label }: { readonly toolId: string; readonly label: string },
    at: readonly string[],
  ) => {
    const known = used.get(toolId) ?? { label, at: new Set() };
    for (const zone of at) known.at.add(zone);
    used.set(toolId, known);
  };
  for (const { tool, zone } of zones) if (tool) add(tool, [zone]);
  for (const { steps } of forms) for (const { tool, zones: at } of steps) add(tool, at);
  return [...used]
    .map(([toolId, { label, at }]) => ({ toolId, label, zones: at.size }))
    .sort((a, b) => b.zones - a.zones);
}
