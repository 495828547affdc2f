import type { LoggedPart } from '../estimate/pace.ts';
import type { TableEvent } from './events.ts';
import { inTurn, noteStop } from './events.ts';

/** Something that happened to the dog, or to a step of its work, for the card and the next visit. */
export interface Happening {
  readonly kind: 'nick' | 'redness' | 'mat-found' | 'would-not-pass' | 'skipped' | 'stopped' | 'ended';
  readonly zone: string | null;
  /** The step, where it was one of no place; a reason; what was said. */
  readonly text: string;
}

/** What a visit leaves behind: where the next one starts. */
export interface TableRecord {
  /** Stretched mm by zone: as measured, else as cut, else as the hair was. */
  readonly leftMm: Readonly<Record<string, number>>;
  readonly minutes: number;
  readonly parts: readonly LoggedPart[];
  /** Label of the tool used in each zone. */
  readonly tools: Readonly<Record<string, string>>;
  readonly note: string;
  readonly happened: readonly Happening[];
}

/**
 * The record of a visit from its log: a step that was undone leaves nothing, one done twice counts once, a length measured afterwards stands over the
 * one that was planned. What hurt, was found, would not pass or was skipped is in it, each side by itself.
 */
export function recordOf(
  events: readonly TableEvent[],
  hairMm: Readonly<Record<string, number>>,
): TableRecord {
  const done = new Map<string, Extract<TableEvent, { kind: 'done' }>>();
  const skipped = new Map<string, Extract<TableEvent, { kind: 'skipped' }>>();
  const stops = new Map<string, string>();
  const measured = new Map<string, number>();
  const notes: string[] = [];
  const happened: Happening[] = [];
  const counted = new Map<string, boolean>();
  for (const event of inTurn(events)) {
    switch (event.kind) {
      case 'done':
        if (!done.has(event.task)) done.set(event.task, event);
        skipped.delete(event.task);
        break;
      case 'undone':
        done.delete(event.task);
        skipped.delete(event.task);
        break;
      case 'skipped':
        if (!done.has(event.task)) skipped.set(event.task, event);
        break;
      case 'measured':
        measured.set(event.zone, event.mm);
        break;
      case 'note':
        notes.push(event.text);
        break;
      case 'hurt':
        happened.push({ kind: event.what, zone: event.zone, text: '' });
        break;
      case 'mat-found':
        happened.push({ kind: 'mat-found', zone: event.zone, text: '' });
        break;
      case 'would-not-pass':
        happened.push({ kind: 'would-not-pass', zone: event.zone, text: '' });
        break;
      case 'stopped':
      case 'stop-named':
        noteStop(stops, event);
        break;
      case 'ended':
        happened.push({ kind: 'ended', zone: null, text: event.text });
        break;
      case 'counted':
        counted.set(event.part, event.counts);
        break;
      case 'rested':
      case 'went-on':
      case 'swapped':
      case 'left-out':
      case 'bathed':
        break;
    }
  }
  const steps = [...done.values()];
  const cut = steps.flatMap((step) =>
    placesOf(step).flatMap((zone, i) => {
      const mm = step.lengths?.[i] ?? step.leavesMm;
      return mm === null ? [] : [[zone, mm] as const];
    }),
  );
  const tools = steps.flatMap((step) =>
    placesOf(step).flatMap((zone, i) => {
      const tool = step.tools?.[i]?.tool ?? step.tool;
      return tool === '' ? [] : [[zone, tool] as const];
    }),
  );
  return {
    leftMm: { ...hairMm, ...Object.fromEntries(cut), ...Object.fromEntries(measured) },
    minutes: Math.round(steps.reduce((sum, { minutes }) => sum + minutes, 0)),
    parts: partsOf(steps).map((part) => {
      const counts = counted.get(part.part);
      return counts === undefined ? part : { ...part, counts };
    }),
    tools: Object.fromEntries(tools),
    note: [...new Set(notes)].join('; ').slice(0, 500),
    happened: [
      ...happened,
      ...[...stops.values()].map((text): Happening => ({ kind: 'stopped', zone: null, text })),
      ...[...skipped.values()].map(({ task, name = task, reason }): Happening => {
        const zone = zoneOfTask(task);
        return { kind: 'skipped', zone, text: zone === null ? `${name}: ${reason}` : reason };
      }),
    ],
  };
}

/** The places a step passed. */
const placesOf = ({ zone, zones }: Extract<TableEvent, { kind: 'done' }>): readonly string[] =>
  zones ?? (zone === null ? [] : [zone]);

/** `zone:rib.left` and `whorl:zone:rib.left` are of a place. */
const zoneOfTask = (task: string): string | null => /(?:^|:)zone:([\w.-]+)/.exec(task)?.[1] ?? null;

function partsOf(steps: readonly Extract<TableEvent, { kind: 'done' }>[]): readonly LoggedPart[] {
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
  return [...parts.values()];
}
