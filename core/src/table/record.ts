import type { LoggedPart } from '../estimate/pace.ts';
import type { TableEvent } from './events.ts';
import { inTurn } from './events.ts';

/** What a visit leaves behind: where the next one starts. */
export interface TableRecord {
  /** Stretched mm by zone: as measured, else as cut, else as the hair was. */
  readonly leftMm: Readonly<Record<string, number>>;
  readonly minutes: number;
  readonly parts: readonly LoggedPart[];
  /** Label of the tool used in each zone. */
  readonly tools: Readonly<Record<string, string>>;
  readonly note: string;
}

/**
 * The record of a visit from its log: a step that was undone leaves nothing, one done twice counts once, a length measured afterwards stands over the
 * one that was planned.
 */
export function recordOf(
  events: readonly TableEvent[],
  hairMm: Readonly<Record<string, number>>,
): TableRecord {
  const done = new Map<string, Extract<TableEvent, { kind: 'done' }>>();
  const measured = new Map<string, number>();
  const notes: string[] = [];
  for (const event of inTurn(events)) {
    if (event.kind === 'done' && !done.has(event.task)) done.set(event.task, event);
    if (event.kind === 'undone') done.delete(event.task);
    if (event.kind === 'measured') measured.set(event.zone, event.mm);
    if (event.kind === 'note') notes.push(event.text);
  }
  const steps = [...done.values()];
  const parts = new Map<string, LoggedPart>();
  for (const { part, minutes, plannedMinutes } of steps) {
    if (part === null) continue;
    const before = parts.get(part) ?? { part, minutes: 0, expectedMinutes: 0 };
    parts.set(part, {
      part,
      minutes: before.minutes + minutes,
      expectedMinutes: before.expectedMinutes + plannedMinutes,
    });
  }
  const cut = steps.flatMap(({ zone, leavesMm }) =>
    zone !== null && leavesMm !== null ? [[zone, leavesMm] as const] : [],
  );
  const tools = steps.flatMap(({ zone, tool }) =>
    zone !== null && tool !== '' ? [[zone, tool] as const] : [],
  );
  return {
    leftMm: { ...hairMm, ...Object.fromEntries(cut), ...Object.fromEntries(measured) },
    minutes: Math.round(steps.reduce((sum, { minutes }) => sum + minutes, 0)),
    parts: [...parts.values()],
    tools: Object.fromEntries(tools),
    note: [...new Set(notes)].join('; ').slice(0, 500),
  };
}
