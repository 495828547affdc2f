import type { Plan, Purpose, Task } from '../../src/index.ts';
import { isAmong } from '../../src/terms/zone.ts';
import type { Extra } from '../packs.ts';

/** A dog as it was planned: what is left where, and the cards. */
export interface Groomed {
  readonly plan: Plan;
  readonly tasks: readonly Task[];
}

/** What a groomer of the breed would insist on; `breaks` names what a plan does against it, nothing where it keeps it. */
export interface Sentence {
  readonly says: string;
  readonly trimId: string;
  readonly purpose: Purpose;
  readonly extra: Extra;
  readonly breaks: (groomed: Groomed) => readonly string[];
}

/** The sentences of a breed. */
export interface TradeBook {
  readonly breed: string;
  readonly sentences: readonly Sentence[];
}

type Breaks = Sentence['breaks'];

/** Sentences of one trim for a pet, or for the ring. */
export const of =
  (trimId: string, purpose: Purpose = 'pet', extra: Extra = {}) =>
  (says: string, ...all: readonly Breaks[]): Sentence => ({
    says,
    trimId,
    purpose,
    extra,
    breaks: (groomed) => all.flatMap((breaks) => breaks(groomed)),
  });

const placesOf = ({ plan }: Groomed, kinds: readonly string[]) =>
  plan.zones.filter(({ zone }) => isAmong(kinds, zone));

const mm = (length: number) => `${length.toFixed(1)} mm`;

/** Each place keeps to it, by the place; a sentence about a place that no dog has is broken. */
const each =
  (kinds: readonly string[], broken: (zone: Plan['zones'][number]) => string | null): Breaks =>
  (groomed) => {
    const places = placesOf(groomed, kinds);
    const missing = kinds.filter((kind) => !places.some(({ zone }) => isAmong([kind], zone)));
    return [
      ...missing.map((kind) => `${kind}: no such place`),
      ...places.flatMap((place) => {
        const why = broken(place);
        return why === null ? [] : [`${place.zone}: ${why}`];
      }),
    ];
  };

/** Left between two lengths, mm. */
export const between = (kinds: readonly string[], least: number, most: number): Breaks =>
  each(kinds, ({ leftMm }) => (leftMm < least - 0.05 || leftMm > most + 0.05 ? mm(leftMm) : null));

/** Nothing but tips is taken: nine tenths of the hair stays. */
export const stays = (...kinds: readonly string[]): Breaks =>
  each(kinds, ({ leftMm, thereMm }) =>
    leftMm < 0.9 * thereMm ? `${mm(leftMm)} of ${mm(thereMm)} left` : null,
  );

/** No machine on the skin there, with or without a comb. */
export const noMachine = (...kinds: readonly string[]): Breaks =>
  each(kinds, ({ tool }) =>
    tool && (tool.technique === 'clip' || tool.technique === 'comb') ? tool.label : null,
  );

/** Worked at all. */
export const worked = (...kinds: readonly string[]): Breaks =>
  each(kinds, ({ tool }) => (tool ? null : 'left alone'));

/** By one of these techniques. */
export const by = (techniques: readonly string[], ...kinds: readonly string[]): Breaks =>
  each(kinds, ({ tool }) =>
    tool && techniques.includes(tool.technique) ? null : (tool?.technique ?? 'left alone'),
  );

/** One tool, one direction, over all of these. */
export const oneTool =
  (toolIds: readonly string[], direction: string, ...kinds: readonly string[]): Breaks =>
  (groomed) => {
    const used = placesOf(groomed, kinds).map(
      ({ tool }) => `${tool?.toolId ?? 'none'} ${tool?.direction ?? ''}`,
    );
    const wanted = toolIds.map((id) => `${id} ${direction}`);
    const different = [...new Set(used)];
    return different.length === 1 && wanted.includes(different[0] ?? '') ? [] : [different.join(', ')];
  };

/** The first is nowhere longer than the second, along the places as drawn. */
export const noLonger = (shorter: readonly string[], longer: readonly string[], slack = 0.05): Breaks => {
  const ends = (groomed: Groomed, kinds: readonly string[]) =>
    placesOf(groomed, kinds).map(({ leftMm }) => leftMm);
  return (groomed) => {
    const [most, least] = [Math.max(...ends(groomed, shorter)), Math.min(...ends(groomed, longer))];
    return most <= least + slack ? [] : [`${shorter.join()} ${mm(most)}, ${longer.join()} ${mm(least)}`];
  };
};

/** A card comes before another, by what each waits for. */
export const before =
  (first: string, second: string): Breaks =>
  ({ tasks }) => {
    const card = (id: string) =>
      tasks.find((one) => one.id.startsWith(id) || one.also.some((a) => a.startsWith(id)));
    const [a, b] = [card(first), card(second)];
    if (!a || !b) return [`no card ${a ? second : first}`];
    const waits = (task: Task, seen: ReadonlySet<string>): boolean =>
      task.after.some((id) => {
        const other = tasks.find((one) => one.id === id);
        return id === a.id || (other !== undefined && !seen.has(id) && waits(other, new Set([...seen, id])));
      });
    return a.stage < b.stage || waits(b, new Set()) ? [] : [`${second} does not wait for ${first}`];
  };

/** The hygiene of every trim: pads, sanitary area, inside of the ears. */
export const clean: Breaks = (groomed) => [
  ...worked('pads', 'sanitary', 'ear-inside')(groomed),
  ...between(['pads'], 0, 2.2)(groomed),
];
