import { holds } from '../case/holds.ts';
import type { Circumstances } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Condition } from '../packs/condition.ts';
import { zoneKind } from '../packs/zones.ts';
import type { Plan } from '../plan/plan.ts';
import type { Technique } from '../terms/tool.ts';

/** Tells whether a treatment is for this dog under this plan. */
export type Applies = (treatment: { readonly when: readonly Condition[] }) => boolean;

/** What of the pack's treatments is for a dog, with hair of so many mm on average and white parts or none. */
export function treatmentsFor(visit: Case, plan: Plan, meanHairMm: number, white: boolean): Applies {
  const also: Circumstances = { jacketBy: jacketBy(visit, plan), white, meanHairMm };
  return ({ when }) => holds(visit, when, also);
}

/** How most of the jacket is done; null where it is left alone. */
function jacketBy({ packs }: Case, plan: Plan): Technique | null {
  const skin = new Map<Technique, number>();
  for (const { zone, tool } of plan.zones) {
    const { hair, share } = zoneKind(packs.zones, zone);
    if (hair === 'jacket' && tool) skin.set(tool.technique, (skin.get(tool.technique) ?? 0) + share);
  }
  const [most] = [...skin].sort(([, a], [, b]) => b - a);
  return most?.[0] ?? null;
}
