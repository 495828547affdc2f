import type { Coat } from '../coat/hair.ts';
import { byId } from '../failure.ts';
import type { MatPlan } from '../mats/matPlan.ts';
import type { PlanInput } from './input.ts';

/** Whether most of the length comes off before the bath, and what asks for it. */
export interface RoughClip {
  readonly wanted: boolean;
  /** What was found that asks for it, by name. */
  readonly because: readonly string[];
  /** The school that decided. */
  readonly school: string;
}

/** A dog that is matted, filthy or shedding is rough-clipped before the bath if the school says so; a double coat never. */
export function roughClipOf(input: PlanInput, coat: Coat, mats: MatPlan | null): RoughClip {
  const { packs, signs, schools } = input;
  const seen = signs.map(({ sign }) => byId('sign', packs.signs.signs, sign)).filter((s) => s.roughClip);
  const because = [
    ...(mats?.mats.some(({ takesZone }) => takesZone) ? ['mats to be clipped'] : []),
    ...seen.map(({ name }) => name),
    ...coat.changedBy.filter((modifier) => modifier.roughClip).map(({ name }) => name),
  ];
  const school = schools.roughClip ?? '';
  const clips = coat.clipping === 'yes' || coat.clipping === 'softens';
  const wanted = clips && school !== 'never' && (school === 'always' || because.length > 0);
  return { wanted, because: [...new Set(because)], school };
}
