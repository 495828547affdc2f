import type { ViewId } from '../body/body.ts';
import type { MatPlan } from '../mats/matPlan.ts';
import type { WorkedStep } from '../packs/forms.ts';
import type { Conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import type { MeasureKey } from '../terms/measure.ts';
import type { Source } from '../terms/source.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import type { Side } from '../terms/zone.ts';
import type { RoughClip } from './roughClip.ts';

/** Raised whenever the same input may give another plan. */
export const CORE_VERSION = 11;

export interface PlannedTool {
  readonly toolId: string;
  readonly label: string;
  readonly technique: Technique;
  readonly direction: Direction;
  readonly leavesMm: number;
  readonly sdMm: number;
  /** Measurements behind it, by this groomer on this class of coat. */
  readonly measurements: number;
  readonly carrierLabel: string | null;
  readonly dull: boolean;
  readonly wrongHand: boolean;
}

export interface PlannedRunnerUp extends PlannedTool {
  readonly extraCost: number;
  readonly toolsDelta: -1 | 0 | 1;
}

export interface ZonePlan {
  readonly zone: string;
  readonly name: string;
  readonly side: Side | null;
  /** The run that makes it, by its id; null where it is done by itself or left alone. */
  readonly run: string | null;
  /** What to leave, stretched, mm. */
  readonly targetMm: number;
  readonly toleranceMm: number;
  /** What will be there: the tool's length, the scissored target, or the hair that is left alone. */
  readonly leftMm: number;
  /** Along the hair once the curl is back. */
  readonly visibleMm: number;
  /** The hair known to be there, mm: measured, or grown from what was left; null where nobody knows. */
  readonly hairMm: number | null;
  /** The same, else a guess at it: the grown coat of such a dog. */
  readonly thereMm: number;
  /** The shortest welfare allows, mm, and the restriction that says so; null where it is the zone's own skin. */
  readonly floorMm: number;
  readonly floorBy: string | null;
  /** The longest there can be, mm; null where the hair is not known. */
  readonly ceilingMm: number | null;
  readonly ceilingBy: 'hair' | 'mat' | null;
  /** Where a mat has changed the work here: how the trim draws it, and the least that is charged for. */
  readonly chargedAs: Technique | null;
  readonly tool: PlannedTool | null;
  readonly runnerUp: PlannedRunnerUp | null;
  readonly leftAlone: boolean;
  /** Not to be touched: by a restriction that says so. */
  readonly protectedBy: string | null;
  /** A mat takes its hair. */
  readonly lost: boolean;
  readonly overridden: boolean;
  readonly cautions: readonly string[];
  readonly reasons: readonly Reason[];
  readonly shape: Readonly<Record<string, number>> | null;
  /** Where the outline wants other lengths along the zone, as a hand keeps them: place by its name, mm, in the order of the contour. */
  readonly profile: readonly { readonly landmark: string; readonly place: string; readonly mm: number }[];
  /** How to block it in before the hand shapes it, in the order of the contour; empty where nothing is blocked in. */
  readonly passes: readonly PassPlan[];
  /** How it goes over into its neighbours. */
  readonly joins: readonly Join[];
  readonly layDeg: number | null;
  /** Its edges towards shorter hair. */
  readonly edge: 'bevelled' | 'over';
}

/** One run of a tool along a place; by hand where it has none. */
export interface PassPlan {
  readonly tool: Pick<
    PlannedTool,
    'toolId' | 'label' | 'technique' | 'direction' | 'leavesMm' | 'carrierLabel'
  > | null;
  readonly from: PassEnd;
  readonly to: PassEnd;
  readonly lengthMm: number;
  /** How wide to blend into the next, mm; null where the step does not show. */
  readonly blendMm: number | null;
  /** Where it lies on the contour: stations of a part of a view, `from` up to but without `to`, round the end where it is less. */
  readonly along: {
    readonly view: ViewId;
    readonly part: string;
    readonly from: number;
    readonly to: number;
  };
}

/** How a place goes over into another: the same run goes on, the step is blended, or the machine is lifted off into a longer limb. */
export interface Join {
  readonly kind: 'runs-on' | 'blend' | 'skim-off';
  /** The other place, by name. */
  readonly into: string;
  /** The bone it is nearest to. */
  readonly place: string | null;
  /** How wide to blend, mm. */
  readonly widthMm: number | null;
}

/** Where a pass begins or ends: at a bone or the border of a place, or so many mm past it (before it: negative). */
export interface PassEnd {
  readonly place: string;
  readonly pastMm: number;
}

/** A run of a machine: one tool in one direction over several places, on both sides of the dog. */
export interface PlannedRun {
  readonly id: string;
  readonly name: string;
  /** Name of the first place of a stretch that leaves its run for this dog's outline; null for the run itself. */
  readonly stretch: string | null;
  /** Null where nothing in the drawer may do it. */
  readonly tool: PlannedTool | null;
  readonly targetMm: number;
  /** In the order they are passed. */
  readonly zones: readonly string[];
  /** Of these, what is passed with the lay while the rest goes against it. */
  readonly turned: readonly string[];
  readonly from: string | null;
  readonly to: string | null;
  readonly liftOff: readonly string[];
  readonly how: string | null;
}

/** What a hand shapes as one thing, with its steps in their order. */
export interface PlannedForm {
  /** Its form's, with the side where each side is one. */
  readonly id: string;
  readonly form: string;
  readonly name: string;
  readonly side: Side | null;
  /** What of it a hand shapes on this dog. */
  readonly zones: readonly string[];
  readonly steps: readonly PlannedStep[];
}

/** A step of a form with its tool: a comb or a blade takes the bulk off, all else is done by hand. */
export interface PlannedStep {
  readonly do: WorkedStep;
  /** Of bulk: what it is called, on all forms that it is taken from. */
  readonly name: string | null;
  readonly zones: readonly string[];
  readonly tool: StepTool;
  readonly how: string | null;
  /** Its weight in the minutes of a place. */
  readonly share: number;
  readonly wholeDog: boolean;
}

/** What a step is done with; a hand's tool leaves what its places want. */
export type StepTool = Pick<PlannedTool, 'toolId' | 'label' | 'technique' | 'carrierLabel'> & {
  readonly direction: Direction | null;
  readonly leavesMm: number | null;
};

/**
 * Why a finding changes nothing: its hair is left as it grows, or is clipped clean; skin, hair or the trim is the limit; one tool
 * passes all of that run; nobody would see it.
 */
export type WhyNothing = 'left-natural' | 'clean' | 'skin' | 'hair' | 'maximum' | 'one-run' | 'unseen';

/** What a plan makes of something that was found: where, or why nowhere. */
export interface Answer {
  /** Places whose length it changes, and places that it shapes at their landmarks only. */
  readonly changes: readonly string[];
  readonly shapes: readonly string[];
  /** Null where it changes something. */
  readonly why: WhyNothing | null;
}

export interface FindingAnswer extends Answer {
  readonly finding: string;
  readonly side: Side | null;
}

export interface MeasureAnswer extends Answer {
  readonly measure: MeasureKey;
  /** As a groomer says it. */
  readonly name: string;
}

/** Something said by name, with its text. */
export interface Remark {
  readonly name: string;
  readonly text: string;
}

/** A plan is a value: plain JSON, with the versions it was made with. */
export interface Plan {
  readonly coreVersion: number;
  readonly packsVersion: string;
  readonly breed: string;
  readonly trim: string;
  readonly coat: {
    readonly name: string;
    readonly layDeg: number;
    readonly curl: number;
    /** What was seen on this dog that changed its coat's row. */
    readonly changedBy: readonly {
      readonly name: string;
      readonly effect: string;
      readonly source: Source;
    }[];
  };
  readonly zones: readonly ZonePlan[];
  readonly runs: readonly PlannedRun[];
  readonly forms: readonly PlannedForm[];
  /** What becomes of each finding. */
  readonly findings: readonly FindingAnswer[];
  /** What becomes of each measure that is not as the breed's. */
  readonly measures: readonly MeasureAnswer[];
  readonly tools: readonly { readonly toolId: string; readonly label: string; readonly zones: number }[];
  /** How far, at most, the choice of tools is off the cheapest, as a share; 0 where it is proven. */
  readonly toolsGap: number;
  readonly conflicts: readonly Conflict[];
  /** Restrictions that bear on the visit as a whole. */
  readonly remember: readonly Remark[];
  /** Cautions said once for the visit. */
  readonly cautions: readonly string[];
  /** Minutes on the table before a break, where somebody or a restriction limits them. */
  readonly standingMinutes: number | null;
  /** Null where there is no mat. */
  readonly mats: MatPlan | null;
  readonly roughClip: RoughClip;
}
