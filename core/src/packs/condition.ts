/** What has to hold for this visit, in one language for cautions, steps, treatments and house rules. */
import type { Clipping, Handling, Purpose } from '../terms/dog.ts';
import type { Technique } from '../terms/tool.ts';
import type { CoatType } from './coats.ts';

/**
 * Keys beside one another hold all; of a key's list, any entry holds; `any` holds where one of its conditions does, `not` where none does.
 * A list of conditions holds where any of them does, and an empty list always.
 */
export interface Condition {
  readonly purposes?: readonly Purpose[];
  /** The dog weighs this or more. */
  readonly fromKg?: number;
  readonly handling?: readonly Handling[];
  /** Seen today or on the dog's card. */
  readonly signs?: readonly string[];
  readonly restrictions?: readonly string[];
  readonly findings?: readonly string[];
  /** There is a mat anywhere, or none. */
  readonly matted?: boolean;
  readonly coats?: readonly string[];
  readonly textures?: readonly CoatType['texture'][];
  readonly modifiers?: readonly string[];
  readonly shown?: CoatType['shown'];
  readonly strips?: boolean;
  readonly dense?: boolean;
  readonly clipping?: readonly Clipping[];
  /** House rules by question: one of these answers. */
  readonly schools?: Readonly<Record<string, readonly string[]>>;
  /** In use: at this step, or in the whole plan where the visit is asked about. */
  readonly techniques?: readonly Technique[];
  /** How the plan does most of the jacket. */
  readonly jacket?: readonly Technique[];
  /** White or silver parts. */
  readonly white?: boolean;
  /** Hair at least this long on average before the groom, mm. */
  readonly fromMm?: number;
  readonly any?: readonly Condition[];
  readonly not?: readonly Condition[];
}
