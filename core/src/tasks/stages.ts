import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import type { WorkEffect } from '../packs/schools.ts';
import type { StageKind, TaskPack, TaskPhase } from '../packs/tasks.ts';
import { byId } from '../terms/failure.ts';
import { isAmong, zoneKindId } from '../terms/zone.ts';
import type { Draft } from './plainTask.ts';
import type { Task } from './tasks.ts';

const BEFORE: readonly TaskPhase[] = ['prep', 'rough', 'small', 'bath'];
const AFTER: readonly TaskPhase[] = ['check', 'finish'];

/** What the house rules say of the order of the work. */
export function workRules(visit: Case): readonly WorkEffect[] {
  const { schools } = visit.packs.schools;
  return schools
    .flatMap(
      ({ id, default: usual, answers }) => byId('answer', answers, visit.derived.schools[id] ?? usual).work,
    )
    .filter(({ when }) => holds(visit, when ?? []));
}

/** What custom does before what, where both are in one stage of the work: a face before the topknot that is set on it. */
function withCustoms(customs: TaskPack['customs'], staged: readonly Task[]): readonly Task[] {
  const isOf = ({ id: own, also, again }: Task, names: readonly string[]) =>
    again === null &&
    [own, ...also].some((id) =>
      names.some((name) => id === name || id.startsWith(`${name}.`) || id.startsWith(`${name}#`)),
    );
  const pairs = staged.flatMap((task) =>
    customs
      .filter(({ then }) => isOf(task, then))
      .flatMap(({ first }) =>
        staged.filter((one) => one !== task && one.stage === task.stage && isOf(one, first)),
      )
      .map(({ id }) => [task.id, id] as const),
  );
  return waitingToo(staged, pairs);
}

/** Steps that wait on others too, pair by pair, but where the other one waits on the step: what a form asks for goes before a preference. */
function waitingToo(
  steps: readonly Task[],
  pairs: readonly (readonly [step: string, other: string])[],
): readonly Task[] {
  const after = new Map(steps.map((step) => [step.id, [...step.after]]));
  const waitsOn = (id: string, wanted: string, seen: Set<string>): boolean => {
    if (id === wanted) return true;
    if (seen.has(id)) return false;
    seen.add(id);
    return (after.get(id) ?? []).some((before) => waitsOn(before, wanted, seen));
  };
  for (const [step, other] of pairs) if (!waitsOn(other, step, new Set())) after.get(step)?.push(other);
  return steps.map((step) => ({ ...step, after: after.get(step.id) ?? step.after }));
}

/** Cuts no earlier than what they come after: a form waits for the lines of the whole dog. */
function noEarlier(staged: readonly Task[]): readonly Task[] {
  const stages = new Map(staged.map(({ id, stage }) => [id, stage]));
  const cuts = staged.filter(({ phase, zone }) => phase === 'work' && zone !== null);
  for (let changed = true; changed;) {
    changed = false;
    for (const { id, after } of cuts) {
      const least = Math.max(...after.map((before) => stages.get(before) ?? 0));
      if (least <= (stages.get(id) ?? 0)) continue;
      stages.set(id, least);
      changed = true;
    }
  }
  return staged.map((task) => ({ ...task, stage: stages.get(task.id) ?? task.stage }));
}

/** The stages of the work by name, in the order this salon works in. @throws MisuseError for an order the packs lack. */
export function workStages(visit: Case): readonly StageKind[] {
  const named = workRules(visit).find(({ order }) => order !== undefined)?.order;
  const { orders } = visit.packs.tasks;
  return (named === undefined ? orders[0] : byId('order of work', orders, named))?.stages ?? [];
}

/** The stage of the work that each step belongs to, by its place in the order this salon works in; of a run the first of its places'. */
export function stageFinder(visit: Case): (draft: Draft) => number {
  const stages = workStages(visit);
  const at = ({ technique }: Draft, kind: string | null) => {
    const found = stages.findIndex(
      ({ zones, techniques }) =>
        (zones.length === 0 || (kind !== null && isAmong(zones, kind))) &&
        (techniques === undefined || (technique !== null && techniques.includes(technique))),
    );
    return found < 0 ? stages.length - 1 : found;
  };
  return (draft) =>
    draft.zones.length === 0
      ? at(draft, null)
      : Math.min(...draft.zones.map((zone) => at(draft, zoneKindId(zone))));
}

/**
 * Steps with the stage each belongs to: prep, rough clip, small things, bath; then the work as the house rule orders it, triggers first or
 * last of it; then the look back and the finish. And with what the house rules put before what: of a pair done by hand the
 * harder side, the neck of a curl once it has risen.
 */
export function stagesOf(visit: Case, drafts: readonly Draft[]): readonly Task[] {
  const { tasks, tools } = visit.packs;
  const rules = workRules(visit);
  const stages = workStages(visit);
  const stageIn = stageFinder(visit);
  const triggers = rules.find((rule) => rule.triggers !== undefined)?.triggers ?? 'last';
  const afterCurl = rules.flatMap((rule) => rule.afterCurl ?? []);
  const harder =
    rules.some(({ harderSideFirst }) => harderSideFirst) && visit.facts.hand
      ? tasks.harderSide[visit.facts.hand]
      : null;
  const first = BEFORE.length;
  const last = first + 1 + stages.length;
  const setsCurl = visit.packs.treatments.finishing
    .filter(({ role }) => role === 'sets-curl')
    .map(({ id }) => `finish:${id}`);
  const setTask = drafts.find(({ id }) => setsCurl.includes(id))?.id ?? null;
  const byHand = (draft: Draft) =>
    draft.technique !== null && tools.techniques.find(({ id }) => id === draft.technique)?.byHand === true;
  const there = new Set(drafts.map(({ id }) => id));
  const cardOf = new Map(drafts.flatMap(({ id, also }) => also.map((run) => [run, id] as const)));

  const kindOf = (draft: Draft) => (draft.zone === null ? null : zoneKindId(draft.zone));
  const isRisen = (draft: Draft) => {
    const kind = kindOf(draft);
    return setTask !== null && kind !== null && isAmong(afterCurl, kind) && byHand(draft);
  };
  const risenIds = drafts.filter(isRisen).map(({ id }) => id);
  const firstGoes = drafts.map((draft): Task => {
    const risen = isRisen(draft);
    // Nothing is cut behind the last look.
    const looksLast = draft.phase === 'check' && risenIds.length > 0;
    const waits = risen && setTask !== null ? [setTask] : looksLast ? risenIds : [];
    // Joins are softened with what is there, not once the curl is back.
    const own = draft.after.map((id) => cardOf.get(id) ?? id).filter((id) => risen || !risenIds.includes(id));
    const after = [...own, ...waits].filter((id) => there.has(id));
    const phase = risen || looksLast ? 'finish' : draft.phase;
    const stage = looksLast ? last + 2 + AFTER.length : stageOf(draft, risen);
    return { ...draft, after, phase, stage };
  });
  // What is gone over once more is so where it was done.
  const stageAt = new Map(firstGoes.map(({ id, stage, phase }) => [id, { stage, phase }]));
  const staged = firstGoes.map((task) => ({ ...task, ...(task.again && stageAt.get(task.again.of)) }));
  // The harder side with a tool is done before the easy one, so that the easy one can match it.
  const settled = withCustoms(tasks.customs, noEarlier(staged));
  if (harder === null) return settled;
  const pairs = settled.flatMap((task): readonly (readonly [string, string])[] => {
    // A second go waits on its step, which waits.
    if (task.side === null || task.side === harder || !byHand(task) || task.again !== null) return [];
    return settled
      .filter(
        (other) =>
          other.side === harder && other.stage === task.stage && other.tool === task.tool && byHand(other),
      )
      .map(({ id }) => [task.id, id] as const);
  });
  return waitingToo(settled, pairs);

  function stageOf(draft: Draft, risen: boolean): number {
    if (risen) return last + 1 + AFTER.length;
    const moves = draft.trigger && (draft.phase === 'work' || draft.phase === 'small');
    if (moves)
      return triggers === 'first' && draft.phase === 'work'
        ? first
        : draft.phase === 'small' && triggers === 'first'
          ? BEFORE.indexOf('small')
          : last;
    const before = BEFORE.indexOf(draft.phase);
    // What is stripped before the bath is done in the order of the work as well.
    if (before >= 0) return before + (draft.zone !== null && draft.phase === 'rough' ? shareOf(draft) : 0);
    const after = AFTER.indexOf(draft.phase);
    if (after >= 0) return last + 1 + after;
    return first + 1 + stageIn(draft);
  }

  /** Between one stage and the next, 0 to 1. */
  function shareOf(draft: Draft): number {
    return (1 + stageIn(draft)) / (stages.length + 2);
  }
}
