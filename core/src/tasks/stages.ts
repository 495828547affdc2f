import type { Case } from '../case/resolveCase.ts';
import type { WorkEffect } from '../packs/schools.ts';
import type { TaskPhase } from '../packs/tasks.ts';
import { byId } from '../terms/failure.ts';
import { zoneKindId } from '../terms/zone.ts';
import type { Draft } from './plainTask.ts';
import type { Task } from './tasks.ts';

const BEFORE: readonly TaskPhase[] = ['prep', 'rough', 'small', 'bath'];
const AFTER: readonly TaskPhase[] = ['check', 'finish'];

/** What the house rules say of the order of the work. */
export function workRules(visit: Case): readonly WorkEffect[] {
  const { schools } = visit.packs.schools;
  return schools
    .flatMap(({ id, default: usual, answers }) => byId('answer', answers, visit.schools[id] ?? usual).work)
    .filter(({ purposes }) => purposes?.includes(visit.purpose) ?? true);
}

/** The stages of the work by name, in the order this salon works in. @throws MisuseError for an order the packs lack. */
export function workStages(visit: Case): readonly { readonly name: string }[] {
  const named = workRules(visit).find(({ order }) => order !== undefined)?.order;
  const { orders } = visit.packs.tasks;
  return (named === undefined ? orders[0] : byId('order of work', orders, named))?.stages ?? [];
}

/**
 * Steps with the stage each belongs to: prep, rough clip, small things, bath; then the work as the house rule orders it, triggers first or
 * last of it; then the look back and the finish. And with what the house rules put before what: of a pair done by hand the
 * harder side, the neck of a curl once it has risen.
 */
export function stagesOf(visit: Case, drafts: readonly Draft[]): readonly Task[] {
  const { tasks, tools } = visit.packs;
  const rules = workRules(visit);
  const named = rules.find(({ order }) => order !== undefined)?.order;
  const stages = (tasks.orders.find(({ id }) => id === named) ?? tasks.orders[0])?.stages ?? [];
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

  const kindOf = (draft: Draft) => (draft.zone === null ? null : zoneKindId(draft.zone));
  const isRisen = (draft: Draft) => {
    const kind = kindOf(draft);
    return setTask !== null && kind !== null && afterCurl.includes(kind) && byHand(draft);
  };
  const risenIds = drafts.filter(isRisen).map(({ id }) => id);
  const staged = drafts.map((draft): Task => {
    const risen = isRisen(draft);
    // Nothing is cut behind the last look.
    const looksLast = draft.phase === 'check' && risenIds.length > 0;
    const waits = risen && setTask !== null ? [setTask] : looksLast ? risenIds : [];
    const after = [...draft.after, ...waits].filter((id) => there.has(id));
    const phase = risen || looksLast ? 'finish' : draft.phase;
    const stage = looksLast ? last + 2 + AFTER.length : stageOf(draft, kindOf(draft), risen);
    return { ...draft, after, phase, stage };
  });
  // The harder side with a tool is done before the easy one, so that the easy one can match it.
  return staged.map((task) => {
    if (harder === null || task.side === null || task.side === harder || !byHand(task)) return task;
    // A second go waits on its step, which waits.
    if (task.again !== null) return task;
    const harderOnes = staged.filter(
      (other) =>
        other.side === harder && other.stage === task.stage && other.tool === task.tool && byHand(other),
    );
    return { ...task, after: [...task.after, ...harderOnes.map(({ id }) => id)] };
  });

  function stageOf(draft: Draft, kind: string | null, risen: boolean): number {
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
    if (before >= 0)
      return before + (draft.zone !== null && draft.phase === 'rough' ? shareOf(draft, kind) : 0);
    const after = AFTER.indexOf(draft.phase);
    if (after >= 0) return last + 1 + after;
    return first + 1 + stageIn(draft, kind);
  }

  function stageIn(draft: Draft, kind: string | null): number {
    const at = stages.findIndex(
      ({ zones, techniques }) =>
        (zones.length === 0 || (kind !== null && zones.includes(kind))) &&
        (techniques === undefined || (draft.technique !== null && techniques.includes(draft.technique))),
    );
    return at < 0 ? stages.length - 1 : at;
  }

  /** Between one stage and the next, 0 to 1. */
  function shareOf(draft: Draft, kind: string | null): number {
    return (1 + stageIn(draft, kind)) / (stages.length + 2);
  }
}
