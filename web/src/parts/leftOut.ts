import type { Task } from '@kurrel/core';
import { packs } from '../app/packs.ts';

/** The places of steps, each once; what is gone over once more is its place. */
export const placesOf = (order: readonly Task[], ids: readonly string[]): readonly string[] => {
  const wanted = new Set(ids);
  return [...new Set(order.filter(({ id }) => wanted.has(id)).map(({ name }) => name))];
};

/** The same for an owner, by part of the dog: “tail, some of the head”. */
export function waitsWord(ahead: readonly Task[], ids: readonly string[]): string {
  const wanted = new Set(ids);
  return packs.times.parts
    .flatMap(({ id, name }) => {
      const steps = ahead.filter(({ part, zone }) => part === id && zone !== null);
      const waits = steps.filter((step) => wanted.has(step.id));
      if (waits.length === 0) return [];
      return [waits.length === steps.length ? name : `some of the ${name}`];
    })
    .join(', ');
}
