import type { Task } from '../tasks/tasks.ts';
import type { TableEvent } from './events.ts';
import { inTurn, noteStop } from './events.ts';

/** A stop at the table that nobody has answered: its name is its act's id. */
export interface TableStop {
  readonly id: string;
  readonly text: string;
}

/** Where a dog on the table stands. */
export interface TableNow {
  /** The step in hand; null when nothing is left to do. */
  readonly current: Task | null;
  readonly next: Task | null;
  readonly done: ReadonlyMap<string, TableEvent>;
  readonly skipped: ReadonlyMap<string, string>;
  readonly leftOut: ReadonlySet<string>;
  readonly another: ReadonlySet<string>;
  /** Steps in all, and how many are behind. */
  readonly steps: number;
  readonly behind: number;
  readonly workedMinutes: number;
  /** What those steps were planned to take; negative lateness is time in hand. */
  readonly lateMinutes: number;
  readonly restedMinutes: number;
  /** Planned minutes still to come, without breaks. */
  readonly leftMinutes: number;
  /** What is left of the dog's patience, minutes of standing, and as a share. */
  readonly patienceMinutes: number;
  readonly patienceShare: number;
  /** Stops nobody has answered, the first to be stopped for first. */
  readonly stops: readonly TableStop[];
  /** Why the visit was ended before its work was done; null while it was not. */
  readonly ended: string | null;
  /** Steps that two people, or two devices, each did. */
  readonly twice: readonly { readonly task: string; readonly by: readonly string[] }[];
  /** The last act that can be taken back. */
  readonly last: TableEvent | null;
}

/**
 * What the log says of an order of steps: a fold over the acts in turn. Acts about steps that are no longer in the order count for minutes and
 * patience, not for where one is.
 */
export function tableNow(order: readonly Task[], events: readonly TableEvent[], patience: number): TableNow {
  const done = new Map<string, TableEvent>();
  const skipped = new Map<string, string>();
  const doers = new Map<string, Set<string>>();
  let leftOut = new Set<string>();
  let another = new Set<string>();
  const stops = new Map<string, string>();
  let ended: string | null = null;
  let [worked, planned, rested, stress] = [0, 0, 0, 0];
  let undoable: TableEvent[] = [];
  const isOf = (task: string) => (event: TableEvent) => 'task' in event && event.task === task;
  for (const event of inTurn(events)) {
    switch (event.kind) {
      case 'done': {
        const twins = doers.get(event.task) ?? new Set<string>();
        doers.set(event.task, twins.add(`${event.by} ${event.device}`));
        if (!done.has(event.task)) {
          worked += event.minutes;
          planned += event.plannedMinutes;
          stress += event.minutes * event.stress;
        }
        done.set(event.task, done.get(event.task) ?? event);
        skipped.delete(event.task);
        undoable = [...undoable.filter((one) => !isOf(event.task)(one)), event];
        break;
      }
      case 'undone': {
        const before = done.get(event.task);
        if (before?.kind === 'done') {
          worked -= before.minutes;
          planned -= before.plannedMinutes;
          stress = Math.max(0, stress - before.minutes * before.stress);
        }
        done.delete(event.task);
        doers.delete(event.task);
        skipped.delete(event.task);
        undoable = undoable.filter((one) => !isOf(event.task)(one));
        break;
      }
      case 'skipped':
        if (!done.has(event.task)) skipped.set(event.task, event.reason);
        undoable = [...undoable.filter((one) => !isOf(event.task)(one)), event];
        break;
      case 'rested':
        rested += event.minutes;
        stress = 0;
        break;
      case 'stopped':
      case 'stop-named':
        noteStop(stops, event);
        break;
      case 'went-on':
        // Of stops that nobody had seen when it was said none is answered.
        if (event.stop === null) stops.clear();
        else stops.delete(event.stop);
        break;
      case 'ended':
        ended = event.text;
        break;
      case 'left-out':
        leftOut = new Set(event.tasks);
        another = new Set(event.another);
        break;
    }
  }
  const passedOver = (id: string) => skipped.has(id) || leftOut.has(id) || another.has(id);
  // Places that were done one by one, under another plan or in a log from before, are behind as well.
  const isPassed = ({ zones }: Task) => zones.length > 1 && zones.every((zone) => done.has(`zone:${zone}`));
  const gone = (task: Task) =>
    done.has(task.id) ||
    isPassed(task) ||
    passedOver(task.id) ||
    (task.again !== null && passedOver(task.again.of));
  const ahead = order.filter((task) => !gone(task));
  return {
    current: ended === null ? (ahead[0] ?? null) : null,
    next: ended === null ? (ahead[1] ?? null) : null,
    done,
    skipped,
    leftOut,
    another,
    steps: order.length,
    behind: order.length - ahead.length,
    workedMinutes: worked,
    lateMinutes: worked - planned,
    restedMinutes: rested,
    leftMinutes: ahead.reduce((sum, { minutes }) => sum + minutes, 0),
    patienceMinutes: Math.max(0, patience - stress),
    patienceShare: Math.max(0, 1 - stress / patience),
    stops: [...stops].map(([id, text]) => ({ id, text })),
    ended,
    twice: [...doers].flatMap(([task, by]) => (by.size > 1 ? [{ task, by: [...by] }] : [])),
    last: undoable.at(-1) ?? null,
  };
}
