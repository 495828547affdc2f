/** The shape of `packs/safety.json`: stops, restrictions, cautions, and the question of shaving. */
import type { Clipping } from '../terms/dog.ts';
import type { Source } from '../terms/source.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import type { Condition } from './condition.ts';

export interface Caution {
  readonly id: string;
  readonly text: string;
  /** Said once for the visit; the others stand at a zone or technique that names them. */
  readonly forVisit: boolean;
  /** Steps that say it too: `mats`, `wash`, `dry`, `finish`, a technique, or a step that is on every dog, by id. */
  readonly steps: readonly string[];
  readonly when: readonly Condition[];
  readonly source: Source;
}

/** What a restriction does to the plan where it bears. Everything here only narrows. */
export interface RestrictionEffects {
  /** Nothing shorter, mm. */
  readonly floorMm?: number;
  /** The trim's length times this. */
  readonly lengthShare?: number;
  /** Nothing shorter in these zone kinds, mm. */
  readonly floorsAt?: readonly { readonly zones: readonly string[]; readonly floorMm: number }[];
  /** One blade or comb longer than drawn, with the lay. */
  readonly oneLonger?: boolean;
  /** No wish makes it shorter than drawn. */
  readonly noWish?: boolean;
  /** Zone kinds where, instead of one blade longer, the gentlest tool is taken. */
  readonly gentlestAt?: readonly string[];
  readonly forbidDirections?: readonly Direction[];
  readonly forbidTechniques?: readonly Technique[];
  /** Taken first where the zone is done with a tool and at least `fromMm` is left. */
  readonly prefer?: { readonly techniques: readonly Technique[]; readonly fromMm: number };
  readonly leaveAlone?: boolean;
  /** Neighbouring zones are left this much longer, to cover. */
  readonly neighboursAddMm?: number;
  readonly standingMinutes?: number;
  /** Dried without heat. */
  readonly noHeat?: boolean;
}

export interface RestrictionKind {
  readonly id: string;
  readonly name: string;
  /** Concerns the whole dog, or a zone where it was seen. */
  readonly scope: 'dog' | 'zone';
  /** Seen in one place, it binds that place, all of the organ, or that place and its neighbours. */
  readonly binds: 'place' | 'organ' | 'neighbours';
  /** Zone kinds a whole-dog restriction bears on; `*` for all. */
  readonly zones: readonly string[];
  readonly except: readonly string[];
  /** Skin that is not sound: no skip-tooth, never against the lay for a number. */
  readonly skin: boolean;
  readonly effects: RestrictionEffects;
  /** What is different when it is marked, or larger than `largeMm`. */
  readonly whenMarked?: RestrictionEffects;
  readonly largeMm?: number;
  /** Says what to do and changes nothing in the plan. */
  readonly tellsOnly: boolean;
  /** Comes by itself: on a dog that has no finished visit; with a mat that has sores beneath. */
  readonly role: 'first-visit' | 'sores-beneath' | null;
  readonly text: string;
  readonly source: Source;
}

/** Keeps the work from starting until it is cleared or referred. */
export interface StopKind {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly refer: 'vet' | 'behaviour';
  /** Found by core itself: a mat with sores beneath; handling beyond the salon's rule. */
  readonly role: 'sores-under-mat' | 'beyond-handling' | null;
  readonly source: Source;
}

/** What is asked, offered and told before a coat is clipped that its row would rather not have clipped. */
export interface ShavingPolicy {
  readonly clipping: readonly Clipping[];
  /** Not done without a signed consent of the plan; or done, and what it costs is said. */
  readonly answer: 'consent' | 'explain';
  /** The longest workable length, mm. */
  readonly floorMm: number;
  readonly text: string;
  readonly alternatives: readonly string[];
  readonly source: Source;
}

export interface SafetyPack {
  readonly stops: readonly StopKind[];
  readonly cautions: readonly Caution[];
  readonly restrictions: readonly RestrictionKind[];
  readonly shaving: readonly ShavingPolicy[];
  /** One length all over shorter than this is not done for a wish, mm. */
  readonly shortestWish: {
    readonly mm: number;
    /** But where mats take so large a share of the dog's skin under it. */
    readonly mattedShare: number;
    readonly text: string;
    readonly source: Source;
  };
}
