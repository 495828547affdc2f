/** A run of a machine: one tool in one direction over several places, lifted off where the body falls away (brief 9). */
export interface Run {
  readonly id: string;
  readonly name: string;
  /** Zone kinds in the order in which they are passed, on both sides of the dog. */
  readonly path: readonly string[];
  /** Where it begins and ends, in a groomer's words; null where its places say it. */
  readonly from: string | null;
  readonly to: string | null;
  /** Where the machine is lifted off, in a groomer's words. */
  readonly liftOff: readonly string[];
  /** Of the path, places that may go with the lay, by the trim or a house rule, while the rest goes against it. */
  readonly mayTurn: readonly string[];
  /** How it is held or done, said once for the run; null where its places say it. */
  readonly how: string | null;
}

/** A run as packs write it; its path may name groups. */
export type RunRow = Pick<Run, 'id' | 'name' | 'path'> & Partial<Run>;
