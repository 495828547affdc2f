import type { Condition } from '../packs/condition.ts';
import { byId } from '../terms/failure.ts';
import type { Technique } from '../terms/tool.ts';
import type { Case } from './resolveCase.ts';

/** What a condition may ask about besides the case; what nobody says does not hold. */
export interface Circumstances {
  /** In use: at the step, or in the whole plan. */
  readonly techniques?: readonly Technique[];
  readonly jacketBy?: Technique | null;
  readonly white?: boolean;
  readonly meanHairMm?: number;
}

/** Any of these conditions holds for the visit; an empty list always does. @throws MisuseError for a house rule the packs lack. */
export const holds = (visit: Case, when: readonly Condition[], also: Circumstances = {}): boolean =>
  when.length === 0 || when.some((one) => holdsAll(visit, one, also));

/** Every key that is given holds. */
function holdsAll(visit: Case, when: Condition, also: Circumstances): boolean {
  const {
    packs,
    derived: { coat },
  } = visit;
  return (
    isOneOf(when.purposes, visit.choices.purpose) &&
    isOneOf(when.handling, visit.facts.temper.handling) &&
    isOneOf(when.coats, coat.id) &&
    isOneOf(when.textures, coat.texture) &&
    isOneOf(when.clipping, coat.clipping) &&
    isOneOf(when.jacket, also.jacketBy) &&
    hasOneOf(
      when.signs,
      visit.derived.signs.map(({ sign }) => sign),
    ) &&
    hasOneOf(
      when.restrictions,
      visit.derived.restrictions.map(({ kind }) => kind.id),
    ) &&
    hasOneOf(
      when.findings,
      visit.facts.dog.findings.map(({ finding }) => finding),
    ) &&
    hasOneOf(
      when.modifiers,
      coat.changedBy.map(({ id }) => id),
    ) &&
    hasOneOf(when.techniques, also.techniques ?? []) &&
    isSame(when.matted, visit.derived.mats.length > 0) &&
    isSame(when.shown, coat.shown) &&
    isSame(when.strips, coat.strips) &&
    isSame(when.dense, coat.dense) &&
    isSame(when.white, also.white) &&
    isAtLeast(when.fromKg, visit.derived.weightKg) &&
    isAtLeast(when.fromMm, also.meanHairMm ?? -Infinity) &&
    Object.entries(when.schools ?? {}).every(([question, answers]) => {
      const { default: usual } = byId('school', packs.schools.schools, question);
      return answers.includes(visit.derived.schools[question] ?? usual);
    }) &&
    (when.any?.some((one) => holdsAll(visit, one, also)) ?? true) &&
    !(when.not ?? []).some((one) => holdsAll(visit, one, also))
  );
}

const isOneOf = <T>(wanted: readonly T[] | undefined, own: T | null | undefined): boolean =>
  wanted === undefined || (own != null && wanted.includes(own));

const hasOneOf = <T>(wanted: readonly T[] | undefined, own: readonly T[]): boolean =>
  wanted === undefined || wanted.some((one) => own.includes(one));

const isSame = <T>(wanted: T | undefined, own: T | undefined): boolean =>
  wanted === undefined || wanted === own;

const isAtLeast = (wanted: number | undefined, own: number): boolean => wanted === undefined || own >= wanted;
