import type { Case } from '../case/resolveCase.ts';
import type { TreatmentWhen } from '../packs/treatments.ts';
import type { Plan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import { zoneKind } from '../packs/zones.ts';

/** What a treatment is chosen by. */
export interface Bathed {
  readonly visit: Case;
  readonly plan: Plan;
  readonly meanMm: number;
  readonly white: boolean;
}

interface Applying {
  readonly when: readonly TreatmentWhen[];
  readonly unless: readonly TreatmentWhen[];
}

/** Any of its conditions holds (none means always), and none of what rules it out. */
export const applies = ({ when, unless }: Applying, bathed: Bathed): boolean =>
  (when.length === 0 || when.some((one) => holds(one, bathed))) && !unless.some((one) => holds(one, bathed));

function holds(when: TreatmentWhen, { visit, plan, meanMm, white }: Bathed): boolean {
  const { coat } = visit;
  const one = <T>(list: readonly T[] | undefined, has: (value: T) => boolean) =>
    list === undefined || list.some(has);
  return (
    one(when.coats, (id) => id === coat.id) &&
    one(when.textures, (texture) => texture === coat.texture) &&
    (when.shown === undefined || when.shown === coat.shown) &&
    (when.strips === undefined || when.strips === coat.strips) &&
    (when.dense === undefined || when.dense === coat.dense) &&
    one(when.signs, (id) => visit.signs.some(({ sign }) => sign === id)) &&
    one(when.modifiers, (id) => coat.changedBy.some((modifier) => modifier.id === id)) &&
    one(when.restrictions, (id) => visit.restrictions.some(({ kind }) => kind.id === id)) &&
    one(when.findings, (id) => visit.findings.some(({ finding }) => finding === id)) &&
    one(when.purposes, (purpose) => purpose === visit.purpose) &&
    one(when.jacket, (technique) => jacketBy(visit, plan) === technique) &&
    (when.white === undefined || when.white === white) &&
    (when.matted === undefined || when.matted === visit.mats.length > 0) &&
    (when.fromMm === undefined || meanMm >= when.fromMm) &&
    Object.entries(when.schools ?? {}).every(([question, answers]) => {
      const { default: usual } = byId('school', visit.packs.schools.schools, question);
      return answers.includes(visit.schools[question] ?? usual);
    })
  );
}

/** How most of the jacket is done; null where it is left alone. */
function jacketBy({ packs }: Case, plan: Plan): string | null {
  const skin = new Map<string, number>();
  for (const { zone, tool } of plan.zones) {
    const { hair, share } = zoneKind(packs.zones, zone);
    if (hair === 'jacket' && tool) skin.set(tool.technique, (skin.get(tool.technique) ?? 0) + share);
  }
  const [most] = [...skin].sort(([, a], [, b]) => b - a);
  return most?.[0] ?? null;
}
