import type { Case } from '../case/resolveCase.ts';
import { zoneKindId } from '../terms/zone.ts';
import type { Draft } from './plainTask.ts';
import { stanceAt } from './plainTask.ts';

/**
 * Steps done one after another as one: for as long as all of them take, minding what each of them minds, with the dog stood
 * as for the first.
 */
export function merged(
  visit: Case,
  steps: readonly [Draft, ...Draft[]],
  { id, name, side }: Pick<Draft, 'id' | 'name' | 'side'>,
): Draft {
  const [first] = steps;
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0);
  const inPart = new Map<string | null, number>();
  for (const { part, minutes: own } of steps) inPart.set(part, (inPart.get(part) ?? 0) + own);
  const [[part] = [null]] = [...inPart].sort(([, a], [, b]) => b - a);
  const each = <T>(of: (step: Draft) => readonly T[]) => [...new Set(steps.flatMap(of))];
  const stress = steps.reduce((sum, step) => sum + step.stress * step.minutes, 0);
  const tools = new Map(
    steps.flatMap(({ zone, tools: [tool] }) => (zone === null || !tool ? [] : [[zone, tool]])),
  );
  const lengths = new Map<string, number | null>();
  for (const { zone, leavesMm } of steps)
    if (zone !== null) lengths.set(zone, leavesMm ?? lengths.get(zone) ?? null);
  return {
    ...first,
    id,
    name,
    side,
    pair: null,
    zones: [...lengths.keys()],
    lengths: [...lengths.values()],
    tools: [...tools.values()],
    stance: { ...stanceAt(visit, zoneKindId(first.zone ?? ''), side), side },
    secondHands: steps.find(({ secondHands }) => secondHands !== null)?.secondHands ?? null,
    minutes,
    stress: minutes > 0 ? stress / minutes : first.stress,
    safety: steps.some(({ safety }) => safety),
    part,
    cautions: each(({ cautions }) => cautions),
    how: each(({ how }) => how),
    craft: each(({ craft }) => craft),
    after: each(({ after }) => after),
  };
}

/** Steps with some of them replaced by the one they are merged into; what is gone over once more goes over that one. */
export function withMerged(steps: readonly Draft[], into: ReadonlyMap<string, Draft>): readonly Draft[] {
  const added = new Set<Draft>();
  return steps.flatMap((step) => {
    const one = into.get(step.again?.of ?? step.id);
    if (!one) return [step];
    if (step.again !== null)
      return [{ ...step, after: [one.id], again: { name: step.again.name, of: one.id } }];
    if (added.has(one)) return [];
    added.add(one);
    return [one];
  });
}

/** Steps with those that go over the same step once more, for the same, as one. */
export function withGoesTogether(visit: Case, steps: readonly Draft[]): readonly Draft[] {
  const goes = new Map<string, Draft[]>();
  const keyOf = ({ again }: Draft) => (again === null ? null : `${again.name}|${again.of}`);
  for (const step of steps) {
    const key = keyOf(step);
    if (key !== null) goes.set(key, [...(goes.get(key) ?? []), step]);
  }
  return steps.flatMap((step) => {
    const [first, ...others] = goes.get(keyOf(step) ?? '') ?? [];
    if (!first || others.length === 0 || step.again === null) return [step];
    if (step !== first) return [];
    const of = steps.find(({ id }) => id === first.again?.of);
    const id = `${first.id.split(':')[0] ?? ''}:${step.again.of}`;
    return [merged(visit, [first, ...others], { id, name: of?.name ?? first.name, side: of?.side ?? null })];
  });
}
