/** The shape of `packs/tasks.json`: the steps of a visit, how a dog is stood and held for them, and what order costs. */
import type { Condition } from './condition.ts';
import type { Handling } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { Technique } from '../terms/tool.ts';

/** Where the groomer stands, or the dog is. A paired one has a left and a right. */
export interface StanceKind {
  readonly id: string;
  readonly name: string;
  readonly paired: boolean;
  /** Zone kinds worked from here. */
  readonly zones: readonly string[];
}

/** A part of a visit that orders of work move about as one; the first that applies takes a task. */
export interface StageKind {
  readonly name: string;
  /** Zone kinds; none means any. */
  readonly zones: readonly string[];
  readonly techniques?: readonly Technique[];
}

export type TaskPhase = 'prep' | 'rough' | 'small' | 'bath' | 'work' | 'check' | 'finish';

/** A step that is on every dog, or on those it is for. */
export interface FixedTask {
  readonly id: string;
  readonly name: string;
  readonly phase: TaskPhase;
  /** What is in the hand, in the trade's words. */
  readonly tool: string;
  readonly stance: string;
  /** Of the minutes of a part of the visit, or minutes of its own where it has no part. */
  readonly part: string | null;
  readonly share: number;
  readonly how: string;
  readonly stress: number;
  /** Never dropped. */
  readonly safety: boolean;
  /** Zone kinds a trigger spot of which it touches. */
  readonly touches: readonly string[];
  /** Zone kinds that are worked after it. */
  readonly opens: readonly string[];
  readonly when: readonly Condition[];
  /** Steps it comes after, by id; `mats` for all of them. */
  readonly after: readonly string[];
  readonly source: Source;
}

/** A place gone over once more, as a step of its own. All that is named has to hold. */
export interface SecondGo {
  readonly id: string;
  /** Behind the name of the place. */
  readonly name: string;
  readonly techniques: readonly Technique[];
  /** Zone kinds; none means any. */
  readonly zones: readonly string[];
  /** Seen in that very place. */
  readonly signs?: readonly string[];
  /** Only where the hair lies this flat, degrees to the skin. */
  readonly layDegAtMost?: number;
  /** Of the minutes of the step that is gone over. */
  readonly share: number;
  /** Shorter, it is said at the step itself: nobody presses a pedal for a few seconds. */
  readonly leastMinutes: number;
  readonly how: string;
  readonly source: Source;
}

export interface TaskPack {
  readonly fixed: readonly FixedTask[];
  readonly stances: readonly StanceKind[];
  /** How the dog is held, by place and way of working; the first that applies. */
  readonly holds: readonly {
    readonly zones: readonly string[];
    readonly techniques?: readonly Technique[];
    readonly text: string;
    readonly source: Source;
  }[];
  /** What is done by the way of working. */
  readonly ways: readonly {
    readonly techniques: readonly Technique[];
    readonly text: string;
    readonly source: Source;
  }[];
  readonly secondGoes: readonly SecondGo[];
  /** What is done before what within a stage of the work, by the ids of steps without their side. */
  readonly customs: readonly { readonly first: readonly string[]; readonly then: readonly string[] }[];
  /** A run over less of the dog's skin goes on the card of a larger one that the same tool passes the same way (prior). */
  readonly smallRunShare: number;
  /** Zone kinds done before the finish, with the small things. */
  readonly small: readonly string[];
  /** Zone kinds that are never dropped. */
  readonly safety: readonly string[];
  readonly stress: Readonly<Record<Technique, number>>;
  /** Of thin skin, of faces and feet: how much more a minute takes out of a dog there. */
  readonly tender: Readonly<Record<string, number>>;
  readonly handlingStress: Readonly<Record<Handling, number>>;
  /** What makes a step a trigger: a restriction, where or in what it bears. */
  readonly triggers: readonly {
    readonly restriction: string;
    readonly zones: readonly string[];
    readonly techniques: readonly Technique[];
    readonly fixed: readonly string[];
  }[];
  readonly triggerStress: number;
  /** Where a second pair of hands is wanted, and what to do alone. */
  readonly secondHands: readonly {
    readonly when: readonly Condition[];
    /** Zone kinds; `*` for all. */
    readonly zones: readonly string[];
    /** Steps by id; `mats` for all of them. */
    readonly fixed: readonly string[];
    /** Only where such steps together take so long. */
    readonly fromMinutes: number;
    readonly text: string;
    readonly alone: string;
  }[];
  /** Orders of work by the name a house rule gives them. */
  readonly orders: readonly { readonly id: string; readonly stages: readonly StageKind[] }[];
  /** The side that is harder for a hand. */
  readonly harderSide: Readonly<Record<'left' | 'right', 'left' | 'right'>>;
  readonly mats: {
    readonly stress: number;
    readonly how: Readonly<Record<'save' | 'part' | 'clip', string>>;
  };
  readonly costs: {
    readonly tool: number;
    readonly stance: number;
    readonly hands: number;
    /** For a minute that comes after a trigger, for each unit of its stress. */
    readonly carried: number;
  };
  /** Which way the hair of a part lies seen from the side, head to the left: x toward the tail, y up; by the part of a zone. */
  readonly lay: Readonly<Record<string, readonly [number, number]>>;
  readonly finishMinutes: number;
  readonly source: Source;
}
