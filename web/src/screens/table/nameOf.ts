import type { Task } from '@kurrel/core';
import { taskWord } from '../../parts/taskWords.ts';

/** A step by its name; "a step" for one this order does not have. */
export const nameOf = (order: readonly Task[], id: string) => {
  const task = order.find((one) => one.id === id);
  return task ? taskWord(task) : 'a step';
};
