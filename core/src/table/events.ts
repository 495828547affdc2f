import type { Direction } from '../terms/tool.ts';

/** What was said or done at the table, one touch each. The log is only ever added to; what stands is read out of it. */
export type TableAct =
  /** A step done: with what, leaving what, in how many minutes. */
  | {
      readonly kind: 'done';
      readonly task: string;
      readonly part: string | null;
      readonly zone: string | null;
      /** Every place of a step that passes several; absent where it is one or none. */
      readonly zones?: readonly string[];
      /** What is left in each of them, mm, where they differ. */
      readonly lengths?: readonly (number | null)[];
      /** What each of them was left by, where that differs. */
      readonly tools?: readonly { readonly toolId: string | null; readonly tool: string }[];
      readonly toolId: string | null;
      readonly tool: string;
      readonly direction: Direction | null;
      readonly leavesMm: number | null;
      readonly minutes: number;
      readonly plannedMinutes: number;
      /** Stress of its minutes. */
      readonly stress: number;
    }
  | { readonly kind: 'undone'; readonly task: string }
  | {
      readonly kind: 'skipped';
      readonly task: string;
      readonly reason: string;
      /** What the step is called, where it is of several places. */
      readonly name?: string;
    }
  | { readonly kind: 'rested'; readonly minutes: number }
  | { readonly kind: 'note'; readonly task: string | null; readonly text: string }
  | {
      readonly kind: 'measured';
      readonly zone: string;
      readonly mm: number;
      readonly toolId: string | null;
      readonly read: 'rule' | 'gauge';
    }
  | { readonly kind: 'mat-found'; readonly zone: string | null }
  | {
      readonly kind: 'would-not-pass';
      readonly zone: string;
      readonly toolId: string | null;
      readonly takenId: string | null;
    }
  | { readonly kind: 'hurt'; readonly zone: string | null; readonly what: 'nick' | 'redness' }
  /** Stopped at the first touch; the act's own id is the stop's name. */
  | { readonly kind: 'stopped'; readonly text: string }
  /** What it is, once there was a hand free to say so. */
  | { readonly kind: 'stop-named'; readonly stop: string; readonly text: string }
  /** Answers the one stop it names; null, in logs from before stops had names, all there were. */
  | { readonly kind: 'went-on'; readonly stop: string | null }
  /** The visit ends here and the dog is referred; it answers no stop. */
  | { readonly kind: 'ended'; readonly text: string }
  | { readonly kind: 'swapped'; readonly toolId: string }
  /** Whether the minutes of a part of this visit teach anything for the next, as somebody said. */
  | { readonly kind: 'counted'; readonly part: string; readonly counts: boolean }
  /** The rest of the work as it was decided: what is left out, and what comes another day. */
  | { readonly kind: 'left-out'; readonly tasks: readonly string[]; readonly another: readonly string[] }
  | {
      readonly kind: 'bathed';
      readonly used: readonly {
        readonly bottleId: string | null;
        readonly kindId: string;
        readonly ml: number;
        readonly plannedMl: number;
      }[];
    };

/**
 * What the server saw when an act reached it. The act happened and is kept: before the start, while a stop was open, after the end; a step or
 * tool nobody knows; a clock that disagrees; against what the dog's skin allows; sent by another than who did it.
 */
export type ActMark =
  | 'not-started'
  | 'while-stopped'
  | 'after-finish'
  | 'unknown-step'
  | 'unknown-tool'
  | 'clock'
  | 'harms'
  | 'sent-by-another';

/** An act with who did it, when, and its own name: sent twice, it is one. */
export type TableEvent = TableAct & {
  readonly id: string;
  /** ISO time on the device. */
  readonly at: string;
  readonly by: string;
  readonly device: string;
  /** Who was signed in when it was sent, where that was another. */
  readonly sentBy?: string;
  readonly marks?: readonly ActMark[];
};

/** The order acts count in: by the time on their device, then by name, the same on every screen. */
export const inTurn = (events: readonly TableEvent[]): readonly TableEvent[] =>
  [...new Map(events.map((event) => [event.id, event])).values()].sort(
    (a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id),
  );

/** A stop by the act that logged it, with the name it has by now. */
export function noteStop(
  stops: Map<string, string>,
  event: Extract<TableEvent, { readonly kind: 'stopped' | 'stop-named' }>,
): void {
  if (event.kind === 'stopped') stops.set(event.id, event.text);
  else if (stops.has(event.stop)) stops.set(event.stop, event.text);
}
