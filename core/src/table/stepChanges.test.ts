import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import type { Task } from '../tasks/tasks.ts';
import { stepChanges } from './stepChanges.ts';

const { tasks } = workOf('standard-poodle');
const [first, second, third] = tasks as [Task, Task, Task];

describe('what another plan changes of the steps to come', () => {
  const none = () => false;
  it('says what is done otherwise, what is new and what is gone, and nothing of what is behind', () => {
    const other: Task = { ...second, direction: second.direction === 'with' ? 'against' : 'with' };
    const added: Task = { ...third, id: 'new' };
    const after = [first, other, added, ...tasks.slice(3)];
    expect(stepChanges(tasks, after, none)).toEqual([
      { before: second, after: other },
      { before: null, after: added },
      { before: third, after: null },
    ]);
    expect(stepChanges(tasks, after, (id) => [second.id, third.id, 'new'].includes(id))).toEqual([]);
  });

  it('minutes alone are no change, another blade, length, way or carrier is', () => {
    const changed = (task: Partial<Task>) => stepChanges([first], [{ ...first, ...task }], none).length;
    expect(changed({ minutes: 99, stress: 3 })).toBe(0);
    expect([
      changed({ toolId: 'another' }),
      changed({ leavesMm: 77 }),
      changed({ direction: 'across' }),
      changed({ carrier: 'another' }),
    ]).toEqual([1, 1, 1, 1]);
  });
});
