import type { Case } from '../case/resolveCase.ts';
import type { PlannedForm, PlannedStep } from '../plan/plan.ts';
import { otherSide, sideOf, zoneKindId } from '../terms/zone.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { merged, withGoesTogether } from './merged.ts';
import type { Draft } from './plainTask.ts';
import { stageFinder } from './stages.ts';
import type { TaskStep } from './tasks.ts';

/** Longer than this hand work is not one card, min; stripping is, for a jacket is stripped in one go. */
const LONGEST_MINUTES = 20;

/** One place of one step of a form; without a step, of a run or by itself. */
export interface InForm {
  readonly draft: Draft;
  readonly step: { readonly form: PlannedForm; readonly step: PlannedStep } | null;
}

/**
 * The work of hands as cards: bulk that one comb takes as one; the lines of the whole dog; then each form with all its tools, a leg by
 * itself, else both sides; joins last. What an order of work or a trigger takes apart is apart, and a card of over twenty minutes
 * is cut between its steps. `asRuns` makes cards of what no form shapes.
 */
export function asForms(
  visit: Case,
  work: readonly InForm[],
  asRuns: (steps: readonly Draft[]) => readonly Draft[],
): readonly Draft[] {
  const stageOf = stageFinder(visit);
  const groups = new Map<string, Group>();
  const homes = homesOf(work, stageOf);
  for (const { draft, step } of work) {
    if (!step) continue;
    const stage = stageOf(draft);
    const isHome = homes.get(step.form.form) === stage;
    const { key, id, name, side } = groupOf(visit, draft, step, stage, isHome);
    const group = groups.get(key) ?? { id, name, side, what: step.step, places: [] };
    group.places.push({ draft, ...step });
    groups.set(key, group);
  }
  const taken = new Set<string>();
  const cards = [...groups.values()].flatMap((group) => cardsOf(visit, group, taken));
  const others = asRuns(work.flatMap(({ draft, step }) => (step ? [] : [draft])));
  return paired(inOrder(visit, withGoesTogether(visit, [...others, ...cards])));
}

interface Group {
  readonly id: string;
  /** Null where its places say it. */
  readonly name: string | null;
  readonly side: Draft['side'];
  readonly what: PlannedStep;
  readonly places: ({ readonly draft: Draft } & NonNullable<InForm['step']>)[];
}

/** The stage of the work that most pieces of a form belong to, by the form. */
function homesOf(work: readonly InForm[], stageOf: (draft: Draft) => number): ReadonlyMap<string, number> {
  const counts = new Map<string, Map<number, number>>();
  for (const { draft, step } of work) {
    if (!step || step.step.do === 'bulk') continue;
    const of = counts.get(step.form.form) ?? new Map<number, number>();
    counts.set(step.form.form, of);
    of.set(stageOf(draft), (of.get(stageOf(draft)) ?? 0) + 1);
  }
  return new Map([...counts].map(([form, of]) => [form, [...of].sort(([, a], [, b]) => b - a)[0]?.[0] ?? 0]));
}

/**
 * The card that a place of a step goes on. A trigger waits by itself; places that are alone on
 * their side, or done in another stage than their form, are one card over all of the dog, as feet are.
 */
function groupOf(
  { packs }: Case,
  draft: Draft,
  { form, step }: NonNullable<InForm['step']>,
  stage: number,
  isHome: boolean,
) {
  const { lines, joins } = packs.patterns;
  const apart = [draft.phase, draft.trigger];
  if (step.do === 'bulk') {
    const name = step.name ?? form.name;
    const key = ['bulk', name, step.tool.toolId, stage, ...apart].join('|');
    return { key, id: `bulk:${form.form}`, name, side: null };
  }
  if (step.wholeDog)
    return { key: ['lines', ...apart].join('|'), id: lines.id, name: lines.name, side: null };
  if (form.id === joins.id)
    return { key: ['joins', ...apart].join('|'), id: `form:${form.id}`, name: form.name, side: null };
  const isAlone = form.side !== null && form.zones.length === 1;
  if (!isHome || isAlone) {
    const key = ['part', step.do, draft.toolId, stage, ...apart].join('|');
    return { key, id: `form:${zoneKindId(draft.zone ?? '')}`, name: null, side: null };
  }
  const key = ['form', form.id, stage, draft.technique === null || strips(packs, draft), ...apart].join('|');
  return { key, id: `form:${form.id}`, name: form.name, side: form.side };
}

const strips = ({ tools }: Case['packs'], { technique }: Draft): boolean =>
  technique !== null && techniqueKind(tools, technique).needsStrippable;

/** A group as one card, or cut between its steps where that would be too long, or where there is but one place. */
function cardsOf(visit: Case, { id, name, side, what, places }: Group, taken: Set<string>): readonly Draft[] {
  const drafts = places.map(({ draft }) => draft);
  const free = (wanted: string): string => {
    let own = wanted;
    for (let n = 2; taken.has(own); n++) own = `${wanted}.${n}`;
    taken.add(own);
    return own;
  };
  const [first, ...rest] = drafts;
  if (!first) return [];
  const steps = stepsOf(places);
  const how = what.wholeDog ? [visit.packs.patterns.lines.how] : [];
  const isWhole = what.do === 'bulk' || what.wholeDog || id === `form:${visit.packs.patterns.joins.id}`;
  if (rest.length === 0 && !isWhole)
    return [{ ...first, id: free(first.id), how: [...first.how, ...hows(steps)] }];
  if (minutesOf(drafts) <= LONGEST_MINUTES || drafts.some((draft) => strips(visit.packs, draft))) {
    const names = [...new Set(drafts.map((draft) => draft.name))];
    const own = name === null || (names.length === 1 && !isWhole) ? names.join(', ') : name;
    const card = merged(visit, [first, ...rest], { id: free(id), name: own, side });
    const several = steps.length > 1;
    return [
      { ...card, how: [...card.how, ...how, ...(several ? [] : hows(steps))], steps: several ? steps : [] },
    ];
  }
  const parts = inParts(places);
  if (parts.length > 1) {
    let before: readonly string[] = [];
    return parts.flatMap(([step, of]) => {
      const own = id.includes('.') ? id.replace('.', `.${step.do}.`) : `${id}.${step.do}`;
      const cards = cardsOf(visit, { id: own, name, side, what: step, places: of }, taken);
      const waiting = cards.map((card) => ({ ...card, after: [...card.after, ...before] }));
      before = cards.map((card) => card.id);
      return waiting;
    });
  }
  // One step that is too long is parted between its places, both sides of one together.
  const pieces = inPieces(places);
  if (pieces.length > 1)
    return pieces.flatMap((of) => cardsOf(visit, { id: `${id}.part`, name, side, what, places: of }, taken));
  return drafts.map((draft) => ({ ...draft, id: free(draft.id), how: [...draft.how, ...hows(steps)] }));
}

/** The steps of one form in their order, each with its places; as many together as are one card. Between forms there is no order. */
function inParts(places: Group['places']): readonly (readonly [PlannedStep, Group['places']])[] {
  if (places.some(({ form }) => form.id !== places[0]?.form.id)) return [];
  const steps = new Map<PlannedStep, Group['places']>();
  for (const place of places) steps.set(place.step, [...(steps.get(place.step) ?? []), place]);
  const order = ([step, [first]]: readonly [PlannedStep, Group['places']]) =>
    first?.form.steps.indexOf(step) ?? 0;
  const parts: [PlannedStep, Group['places']][] = [];
  const minutes = (of: Group['places']) => minutesOf(of.map(({ draft }) => draft));
  for (const [step, of] of [...steps].sort((a, b) => order(a) - order(b))) {
    const last = parts.at(-1);
    if (last && minutes(last[1]) + minutes(of) <= LONGEST_MINUTES) last[1].push(...of);
    else parts.push([step, [...of]]);
  }
  return parts;
}

/** Places in their order, as many together as are one card. */
function inPieces(places: Group['places']): readonly Group['places'][] {
  const kinds = new Map<string, Group['places']>();
  for (const place of places) {
    const kind = zoneKindId(place.draft.zone ?? '');
    kinds.set(kind, [...(kinds.get(kind) ?? []), place]);
  }
  const pieces: Group['places'][] = [];
  const minutes = (of: Group['places']) => minutesOf(of.map(({ draft }) => draft));
  for (const of of kinds.values()) {
    const last = pieces.at(-1);
    if (last && minutes(last) + minutes(of) <= LONGEST_MINUTES) last.push(...of);
    else pieces.push([...of]);
  }
  return pieces;
}

const hows = (steps: readonly TaskStep[]): readonly string[] => [
  ...new Set(steps.flatMap(({ how }) => how ?? [])),
];

/** What is done on a card, in the order of its form's steps; what is gone over once more behind all of it. */
function stepsOf(places: Group['places']): readonly TaskStep[] {
  const steps = new Map<string, TaskStep>();
  const at = ({ draft, form, step }: (typeof places)[number]) =>
    draft.again === null ? form.steps.indexOf(step) : form.steps.length;
  const goes = [...places].sort((a, b) => at(a) - at(b));
  for (const { draft, step } of goes) {
    const { again, toolId, tool, minutes, how } = draft;
    const key = [again?.name ?? step.do, again ? '' : step.how, toolId].join('|');
    const before = steps.get(key);
    steps.set(key, {
      do: again ? 'again' : step.do,
      name: again?.name ?? null,
      toolId,
      tool,
      how: again ? (how[0] ?? null) : step.how,
      zones: [...new Set([...(before?.zones ?? []), ...draft.zones])],
      minutes: (before?.minutes ?? 0) + minutes,
    });
  }
  return [...steps.values()];
}

const minutesOf = (steps: readonly Draft[]): number => steps.reduce((sum, { minutes }) => sum + minutes, 0);

/** Bulk before lines, lines before any form, joins behind everything that is cut. */
function inOrder({ packs }: Case, drafts: readonly Draft[]): readonly Draft[] {
  const { lines, joins } = packs.patterns;
  const isForm = ({ id }: Draft) => id.startsWith('form:') && !id.startsWith(`form:${joins.id}`);
  const ids = (of: (draft: Draft) => boolean) => drafts.filter(of).map(({ id }) => id);
  const bulk = ids(({ id, trigger }) => id.startsWith('bulk:') && !trigger);
  const setting = ids(({ id, trigger }) => id.startsWith(lines.id) && !trigger);
  const cut = ids(
    ({ id, trigger, phase, technique }) =>
      !id.startsWith(`form:${joins.id}`) && !trigger && phase === 'work' && technique !== null,
  );
  return drafts.map((draft) => {
    const before = draft.id.startsWith(`form:${joins.id}`)
      ? cut
      : setting.includes(draft.id)
        ? bulk
        : isForm(draft) || draft.id.startsWith('zone:')
          ? [...setting, ...bulk].filter((id) => passes(drafts, id, draft))
          : [];
    return before.length === 0 ? draft : { ...draft, after: [...new Set([...draft.after, ...before])] };
  });
}

/** Whether a card is of some place of another's: a form waits for the bulk and the lines that are its own. */
function passes(drafts: readonly Draft[], id: string, { zones }: Draft): boolean {
  const there = drafts.find((one) => one.id === id)?.zones ?? [];
  return zones.some((zone) => there.includes(zone));
}

/** The same leg on the other side, where it is one step as well. */
function paired(drafts: readonly Draft[]): readonly Draft[] {
  const ids = new Set(drafts.map(({ id }) => id));
  return drafts.map((draft) => {
    const pair = draft.id.startsWith('form:') && sideOf(draft.id) !== null ? otherSide(draft.id) : draft.pair;
    return { ...draft, pair: pair !== null && ids.has(pair) && pair !== draft.id ? pair : null };
  });
}
