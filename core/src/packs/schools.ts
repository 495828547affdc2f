/** The shape of `packs/schools.json`: questions on which good groomers disagree, and what each answer changes. */
import type { Condition } from './condition.ts';
import type { ToolRole } from './tools.ts';
import type { Source } from '../terms/source.ts';
import type { Direction, Finish, Technique } from '../terms/tool.ts';

export interface SchoolEffect {
  /** Zone kinds; `*` for all. */
  readonly zones: readonly string[];
  readonly when?: readonly Condition[];
  /** Only where the zone is matted, or only where it is not. */
  readonly mattedHere?: boolean;
  /** The zone as the breed's own trim has it that does it with one of these first, where it has one. */
  readonly borrow?: readonly Technique[];
  readonly forbid?: readonly Technique[];
  readonly prefer?: readonly Technique[];
  /** With the lay where the trim goes against it; against it where the trim goes with it and skin allows. */
  readonly direction?: Direction;
  /** Only where so much is left at least, or at most, mm. */
  readonly fromMm?: number;
  readonly toMm?: number;
  /** The finish that is wanted first. */
  readonly finish?: Finish;
  /** The shape of hand tool that is wanted first. */
  readonly roles?: readonly ToolRole[];
  /** One blade longer than drawn. */
  readonly oneLonger?: boolean;
  /** The trim's length times this. */
  readonly share?: number;
  /** Shown at the step. */
  readonly text?: string;
}

/** Questions that core itself asks: may a coat be shaved, are mats saved, is there a rough clip. */
export type SchoolRole = 'shaving' | 'mats' | 'rough-clip' | 'pattern';
/** What an answer to one of those means. */
export type AnswerRole = 'decline' | 'consent' | 'save' | 'clip' | 'by-coat' | 'always' | 'never' | 'by-eye';

/** What an answer does to the order of the work. */
export interface WorkEffect {
  readonly when?: readonly Condition[];
  /** An order of work of `packs/tasks.json`. */
  readonly order?: string;
  readonly triggers?: 'first' | 'last';
  /** By hand, the side that is harder for the hand comes first. */
  readonly harderSideFirst?: boolean;
  /** Zone kinds done by hand once the curl is back. */
  readonly afterCurl?: readonly string[];
}

export interface SchoolAnswer {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly role: AnswerRole | null;
  /** Where the salon has given this answer, no dog gets another. */
  readonly binds: boolean;
  readonly effects: readonly SchoolEffect[];
  readonly work: readonly WorkEffect[];
}

export interface SchoolQuestion {
  readonly id: string;
  readonly question: string;
  readonly role: SchoolRole | null;
  readonly default: string;
  readonly why: string;
  readonly source: Source;
  readonly answers: readonly SchoolAnswer[];
}

export interface SchoolPack {
  readonly schools: readonly SchoolQuestion[];
}

/** The answer to each question by its id. */
export type Schools = Readonly<Record<string, string>>;
