/** The shape of `packs/tools.json`: tools by kind, and how techniques behave. What a salon owns is its drawer (`tools/drawer.ts`). */
import type { Source } from '../terms/source.ts';
import type { Direction, Finish, Technique } from '../terms/tool.ts';

/** What shape a hand tool makes: straight lines, curves, edges and small places, soft joins, broken texture. */
export type ToolRole = 'line' | 'round' | 'edge' | 'soften' | 'texture';

export interface ToolKind {
  readonly id: string;
  readonly name: string;
  readonly technique: Technique;
  /** What it leaves with the lay by the trade's table; null for tools cut to any length by hand. */
  readonly nominalMm: number | null;
  readonly finish: Finish;
  /** How much more it leaves on a dense coat, where it rides up, as a factor. */
  readonly denseFactor: number;
  /** Wide gaps: never on folds, flews, armpits, tucks, thin or restricted skin. */
  readonly skipTooth: boolean;
  /** Guard combs ride on one of these blades. */
  readonly carriers: readonly string[];
  /** Relative work of a zone done with it; a clipper pass is 0. */
  readonly effort: number;
  /** Cost of picking it up once. */
  readonly setUp: number;
  /** Lengths it suits, mm; null where it does not matter. A coarse knife is not for an ear. */
  readonly suitsMm: readonly [number, number] | null;
  /** Made for one hand: used in the other it folds the hair. */
  readonly handed: boolean;
  /** Quiet and cool: taken first where a new dog is tender. */
  readonly gentle: boolean;
  /** For small places only: those that name it among their blades. */
  readonly small: boolean;
  /** What shape it makes; none for what has its shape from elsewhere, as a blade and a knife. */
  readonly roles: readonly ToolRole[];
  /** Never chosen by the plan: surgical blades, and tools that take no length. */
  readonly neverChosen: boolean;
  readonly use: string;
  readonly source: Source;
}

/** What a technique does whatever the tool, as data: core asks this, not the technique's name. */
export interface TechniqueKind {
  readonly id: Technique;
  /** How it leaves the coat when a row of a trim does not say. */
  readonly finish: Finish;
  /** False for leaving the hair as it stands. */
  readonly cuts: boolean;
  /** Cut to any length by eye. */
  readonly byHand: boolean;
  /** Passes under a mat. */
  readonly passesMat: boolean;
  /** Runs on the skin: shaves a jacket, shows what is under it, heats up. */
  readonly onSkin: boolean;
  /** Where it comes first and can be done, nothing else is taken to save a change of tool. */
  readonly insists: boolean;
  /** Needs a coat that sheds its dead hair to the pull. */
  readonly needsStrippable: boolean;
  /** Close on the skin it shows every bump of the body beneath. */
  readonly showsStructure: boolean;
  /** Needs clean, dry, fully combed coat. */
  readonly needsCombedCoat: boolean;
  readonly directions: readonly Direction[];
  /** Cautions that go with it wherever it is used. */
  readonly cautions: readonly string[];
}

/** How blades heat up and what is done about it. */
export interface HeatPolicy {
  readonly roomC: number;
  readonly tauMinutes: number;
  /** Above the room, by the longest a blade leaves, the shortest first. */
  readonly bladesK: readonly { readonly toMm: number; readonly riseK: number }[];
  readonly underCombK: number;
  readonly warnC: number;
  readonly swapC: number;
  readonly source: Source;
}

/** Hours of work an edge lasts. */
export interface WearPolicy {
  readonly edgeHours: number;
  readonly dirtyHours: number;
  readonly source: Source;
}

export interface ToolPolicy {
  /** Weight of a squared error beyond tolerance, in cost units (1 = having one more blade in hand). */
  readonly errorWeight: number;
  /** Each step down a zone's list of techniques; from one that runs on the skin to another that does. */
  readonly rankCost: number;
  readonly machineRankCost: number;
  /** A tool answers within the trim's range, widened by this share of the tool's own spread. */
  readonly reach: { readonly spreadShare: number };
  /** What an eye sees as another length: `max(share · mm, min(mm, shareOfShort · mm))` (brief 9). */
  readonly perceptibleStep: { readonly share: number; readonly mm: number; readonly shareOfShort: number };
  /** One length all over: what does it, in order, and from which length hands may, mm. */
  readonly allOver: { readonly techniques: readonly Technique[]; readonly byHandFromMm: number };
  /** Turning a tool against the drawn direction. */
  readonly turnCost: number;
  readonly finishMismatchCost: number;
  /** A dull tool, and the length below which it is not used at all, mm. */
  readonly dull: { readonly cost: number; readonly closeMm: number };
  readonly wrongHandCost: number;
  readonly unsuitedCost: number;
  /** What a coat that no longer strips is worked with instead. */
  readonly insteadOfStripping: readonly Technique[];
  /** What may bring any zone to a length somebody named. */
  readonly anyLength: readonly Technique[];
  /** A length of the groomer's own: a tick is that length within this, mm, or this share of it. */
  readonly ownLength: { readonly mm: number; readonly share: number };
  /** Blocking in with combs before the hand shapes: see `toolPasses`. */
  readonly passes: { readonly handCost: number; readonly switchCost: number; readonly leastMm: number };
  /** A step between two passes is blended from here, mm and share of the longer; over so many mm for each of step. */
  readonly blend: { readonly mm: number; readonly share: number; readonly widthPerMm: number };
  readonly source: Source;
}

export interface ToolPack {
  readonly techniques: readonly TechniqueKind[];
  readonly kinds: readonly ToolKind[];
  readonly policy: ToolPolicy;
  readonly heat: HeatPolicy;
  readonly wear: WearPolicy;
}
