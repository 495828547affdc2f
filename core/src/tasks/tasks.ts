import type { WorkedStep } from '../packs/forms.ts';
import type { TaskPhase } from '../packs/tasks.ts';
import type { PlannedRun } from '../plan/plan.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import type { Side } from '../terms/zone.ts';

/** One step of a visit: what is in the hand, where, how the dog is held, and what it takes out of dog and groomer. */
export interface Task {
  /** Stays the same for the same step however often it is planned: logs refer to it. */
  readonly id: string;
  /** Of small runs that the same tool passes on this card: theirs. */
  readonly also: readonly string[];
  readonly name: string;
  readonly phase: TaskPhase;
  /** Phases and the stages of the order of work, one after another. */
  readonly stage: number;
  /** Null for what is in no drawer. */
  readonly toolId: string | null;
  /** As this groomer labels it, or the trade's word. */
  readonly tool: string;
  readonly carrier: string | null;
  readonly technique: Technique | null;
  readonly direction: Direction | null;
  /** Its place; of a run the first. */
  readonly zone: string | null;
  /** Every place it passes: of a run all of them, on both sides. */
  readonly zones: readonly string[];
  /** Of these, what is passed with the lay while the rest goes against it. */
  readonly turned: readonly string[];
  /** What is left in each of them, mm. */
  readonly lengths: readonly (number | null)[];
  /** What each of them is left by, of the drawer. */
  readonly tools: readonly ToolInHand[];
  /** Of a run: where it begins and ends, and where the machine is lifted off, in a groomer's words. */
  readonly path: Pick<PlannedRun, 'from' | 'to' | 'liftOff'> | null;
  readonly side: Side | null;
  /** Of a form: its steps in their order, each with its tool; empty where one tool does all of it. */
  readonly steps: readonly TaskStep[];
  /** What is left there, mm. */
  readonly leavesMm: number | null;
  readonly stance: { readonly id: string; readonly name: string; readonly side: Side | null };
  /** Where a second pair of hands is wanted: for what, and what to do alone. */
  readonly secondHands: { readonly text: string; readonly alone: string } | null;
  readonly minutes: number;
  /** Of the dog, for a minute: 1 is a minute of standing. */
  readonly stress: number;
  /** A trigger weighs on everything after it. */
  readonly trigger: boolean;
  /** Never dropped. */
  readonly safety: boolean;
  /** The part of the visit its minutes are logged under. */
  readonly part: string | null;
  readonly cautions: readonly string[];
  /** How the dog is held; null where the step says it itself. */
  readonly hold: string | null;
  /** How it is done, here and now. */
  readonly how: readonly string[];
  /** How it is done anywhere: for who is learning it. */
  readonly craft: readonly string[];
  /** Steps that come before it, by id. */
  readonly after: readonly string[];
  /** A place gone over once more: for what, and the step it goes over, by id; it is passed over with it. */
  readonly again: { readonly name: string; readonly of: string } | null;
  /** The same on the other side. */
  readonly pair: string | null;
}

/** One thing that is done in a step of several tools. */
export interface TaskStep {
  readonly do: WorkedStep | 'again';
  /** Of what is gone over once more: for what. */
  readonly name: string | null;
  readonly toolId: string | null;
  readonly tool: string;
  readonly zones: readonly string[];
  readonly how: string | null;
  readonly minutes: number;
}

/** A tool of the drawer as this groomer labels it, or what is in no drawer. */
export type ToolInHand = Pick<Task, 'toolId' | 'tool'>;

/** What one step asks of hands and feet: steps that agree in it follow on each other for nothing. */
export const gripOf = ({ tool, direction, stance, secondHands }: Task) => ({
  tool: `${tool} ${direction ?? ''}`,
  stance: `${stance.id} ${stance.side ?? ''}`,
  hands: secondHands !== null,
});
