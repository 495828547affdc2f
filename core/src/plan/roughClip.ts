import { answerTo } from '../case/schools.ts';
import { isAskedFor } from '../case/scope.ts';
import { byRole } from '../packs/roles.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { MatPlan } from '../mats/matPlan.ts';

/** Whether most of the length comes off before the bath, and what asks for it. */
export interface RoughClip {
  readonly wanted: boolean;
  /** Mats that are clipped ask for it. */
  readonly forMats: boolean;
  /** It would be wanted without them. */
  readonly anyway: boolean;
  /** What was found that asks for it, by name. */
  readonly because: readonly string[];
}

/** A dog that is matted, filthy or shedding is rough-clipped before the bath if the house rule says so; a coat that is not to be shaved never. */
export function roughClipOf(visit: Case, mats: MatPlan | null): RoughClip {
  const {
    packs,
    derived: { signs, coat, schools, shaving, scope, overrides },
  } = visit;
  const seen = signs.map(({ sign }) => byId('sign', packs.signs.signs, sign)).filter((s) => s.roughClip);
  const because = [
    ...seen.map(({ name }) => name),
    ...coat.changedBy.filter((modifier) => modifier.roughClip).map(({ name }) => name),
  ];
  const forMats = mats?.mats.some(({ takesZone }) => takesZone) ?? false;
  const rule = answerTo(packs.schools, schools, 'rough-clip');
  const clips = shaving.answer === 'free' || shaving.answer === 'explained';
  const isAsked =
    scope.washes && isAskedFor(scope, overrides, byRole('zone', packs.zones.zones, 'body-length').id);
  const allowed = clips && rule !== 'never' && isAsked;
  const anyway = allowed && (rule === 'always' || because.length > 0);
  return {
    wanted: anyway || (allowed && forMats),
    forMats,
    anyway,
    because: [...new Set(because)],
  };
}
