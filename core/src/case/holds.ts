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
const holdsAll = (visit: Case, when: Condition, also: Circumstances): boolean =>
  (Object.keys(when) as (keyof Condition)[]).every((key) => holdsKey(key, when, visit, also));

type Wanted = Required<Condition>;
type Ask<K extends keyof Wanted> = (wanted: Wanted[K], visit: Case, also: Circumstances) => boolean;

function holdsKey<K extends keyof Wanted>(
  key: K,
  when: Condition,
  visit: Case,
  also: Circumstances,
): boolean {
  const ask: Ask<K> = ASKED[key];
  return when[key] === undefined || ask(when[key] as Wanted[K], visit, also);
}

/** What each key asks of the visit. */
const ASKED: { readonly [K in keyof Wanted]: Ask<K> } = {
  purposes: (wanted, { choices }) => wanted.includes(choices.purpose),
  fromKg: (wanted, { derived }) => derived.weightKg >= wanted,
  handling: (wanted, { facts }) => wanted.includes(facts.temper.handling),
  signs: (wanted, { derived }) => derived.signs.some(({ sign }) => wanted.includes(sign)),
  restrictions: (wanted, { derived }) => derived.restrictions.some(({ kind }) => wanted.includes(kind.id)),
  findings: (wanted, { facts }) => facts.dog.findings.some(({ finding }) => wanted.includes(finding)),
  matted: (wanted, { derived }) => derived.mats.length > 0 === wanted,
  coats: (wanted, { derived }) => wanted.includes(derived.coat.id),
  textures: (wanted, { derived }) => wanted.includes(derived.coat.texture),
  modifiers: (wanted, { derived }) => derived.coat.changedBy.some(({ id }) => wanted.includes(id)),
  shown: (wanted, { derived }) => derived.coat.shown === wanted,
  strips: (wanted, { derived }) => derived.coat.strips === wanted,
  dense: (wanted, { derived }) => derived.coat.dense === wanted,
  clipping: (wanted, { derived }) => wanted.includes(derived.coat.clipping),
  schools: (wanted, { packs, derived }) =>
    Object.entries(wanted).every(([question, answers]) => {
      const { default: usual } = byId('school', packs.schools.schools, question);
      return answers.includes(derived.schools[question] ?? usual);
    }),
  techniques: (wanted, _, { techniques = [] }) => techniques.some((one) => wanted.includes(one)),
  jacket: (wanted, _, { jacketBy = null }) => jacketBy !== null && wanted.includes(jacketBy),
  white: (wanted, _, { white }) => white === wanted,
  fromMm: (wanted, _, { meanHairMm = -Infinity }) => meanHairMm >= wanted,
  any: (wanted, visit, also) => wanted.some((one) => holdsAll(visit, one, also)),
  not: (wanted, visit, also) => !wanted.some((one) => holdsAll(visit, one, also)),
};
