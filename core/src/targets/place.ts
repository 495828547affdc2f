import type { Case, Derived } from '../case/resolveCase.ts';
import type { JudgedMat } from '../mats/matPlan.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import type { ChangeHere } from './changeAt.ts';
import type { OutlineChanges } from './outlineChanges.ts';
import type { HouseRulesHere } from './applyHouseRules.ts';

/** A place of a dog and all that bears on it; the stages read it and change nothing of it. */
export interface Place {
  readonly visit: Case;
  readonly zone: DogZone;
  /** As the trim or a fallback draws it, and as the house rules then have it. */
  readonly drawn: TrimArea;
  readonly school: HouseRulesHere;
  /** The trim or fallback that draws it. */
  readonly trimName: string;
  /** A lost part of the trim has changed how it is drawn. */
  readonly restyled: boolean;
  readonly welfare: Welfare;
  readonly shaving: Derived['shaving']['answer'];
  readonly matsHere: readonly JudgedMat[];
  /** The mat that takes its hair. */
  readonly lost: JudgedMat | null;
  /** So much of the dog is matted that a wish may be shorter than is done otherwise. */
  readonly mattedShort: boolean;
  /** Null while the trim is drawn that the outline starts from. */
  readonly outline: OutlineChanges | null;
}

/** What the stages so far have made of a place. Lengths in mm. */
export interface Draft {
  readonly mm: number;
  /** What trim and wish alone made of it. */
  readonly askedMm: number;
  /** What was wanted before the hair had its say. */
  readonly wantedMm: number;
  readonly floorMm: number;
  readonly floorBy: string | null;
  readonly ceilingMm: number;
  /** The hair that is there, as far as it is known, else guessed. */
  readonly thereMm: number;
  readonly leastMm: number;
  /** A length of its own was asked for, all over or here, and is followed. */
  readonly allOver: boolean;
  /** Nothing is done here: the owner wants it as it is, or does not ask for it. */
  readonly asItIs: boolean;
  /** The trim lets the hair stand, and nobody wishes otherwise. */
  readonly stays: boolean;
  readonly outlined: ChangeHere | null;
  readonly techniques: readonly Technique[];
  /** What the house rules, the coat and welfare leave of the trim's techniques, before a hand is put first for the outline. */
  readonly usual: readonly Technique[];
  readonly directions: readonly Direction[];
  readonly drawnDirection: Direction;
  readonly untouched: boolean;
  readonly denserHere: boolean;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
  readonly texts: readonly string[];
}

/** One step from what is drawn to what is left, with its reasons. */
export type Stage = (place: Place, draft: Draft) => Draft;

/** Hair this share short of the target is the target. */
export const AS_GOOD_AS = 0.02;
