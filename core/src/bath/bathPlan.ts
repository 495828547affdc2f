import type { Case } from '../case/resolveCase.ts';
import type { Dilution, Finishing, ProductKind, TreatmentStep } from '../packs/treatments.ts';
import type { Plan } from '../plan/plan.ts';
import { byId, MisuseError } from '../terms/failure.ts';
import type { Source } from '../terms/source.ts';
import type { Applies } from './bathed.ts';
import { treatmentsFor } from './bathed.ts';
import type { Mix } from './dilute.ts';
import { asPoured, dilute } from './dilute.ts';
import { coatWater, dryingTime, waterLeft } from './water.ts';
import { zoneKind } from '../packs/zones.ts';

/** A bottle on the salon's shelf. */
export interface Bottle {
  readonly id: string;
  readonly kindId: string;
  readonly label: string;
  readonly dilution: Dilution | null;
  readonly leftMl: number;
}

/** What the groomer says of this bath. */
export interface BathChoices {
  /** The coat was soaked before the shampoo goes on. */
  readonly coatWet: boolean;
  /** White or silver parts; null: as the breed usually is. */
  readonly white: boolean | null;
  readonly towels: number;
  /** Dryers at once, by id; empty: the one its way of drying takes. */
  readonly dryers: readonly string[];
  /** What a vet has asked for: it takes the place of every wash, and stays on as long as the label says. */
  readonly vet: { readonly contactMinutes: number } | null;
  /** Bottles by kind of product, where there is more than one. */
  readonly bottles: Readonly<Record<string, string>>;
}

export const USUAL_BATH: BathChoices = {
  coatWet: false,
  white: null,
  towels: 1,
  dryers: [],
  vet: null,
  bottles: {},
};

/** One step of the bath. */
export interface BathStep extends Pick<
  TreatmentStep,
  'id' | 'name' | 'phase' | 'how' | 'why' | 'where' | 'contactMinutes' | 'source'
> {
  /** The first bath, or the second after a rough clip. */
  readonly bath: 1 | 2;
  readonly product: Used | null;
}

/** A product in a step: the salon's own bottle where it has one, and how much. */
export interface Used {
  readonly kindId: string;
  readonly name: string;
  readonly bottle: Bottle | null;
  readonly dilution: Dilution | null;
  /** The mix to pour; null for what is used as it is. */
  readonly mix: Mix | null;
  /** Out of the bottle, mL. */
  readonly takesMl: number;
  /** The bottle holds less than so many baths like this. */
  readonly low: boolean;
}

export interface DryingPlan {
  readonly id: string;
  readonly name: string;
  readonly how: string;
  readonly why: string;
  readonly source: Source;
  readonly dryers: readonly { readonly id: string; readonly name: string }[];
  /** No dryer with heat: somebody or something on this dog rules it out. */
  readonly noHeat: boolean;
  readonly waterMl: number;
  readonly minutes: number;
  readonly anotherTowelSaves: number;
  /** A second dryer of the same kind. */
  readonly anotherDryerSaves: number;
  /** Water left over the minutes, mL, for these towels and for one more. */
  readonly curve: readonly {
    readonly minutes: number;
    readonly waterMl: number;
    readonly towelledMl: number;
  }[];
}

export interface BathPlan {
  readonly surfaceM2: number;
  readonly litres: number;
  readonly heldMl: number;
  /** A rough clip lies between two baths. */
  readonly twice: boolean;
  readonly steps: readonly BathStep[];
  /** What somebody might expect, and why not on this dog. */
  readonly notUsed: readonly { readonly id: string; readonly name: string; readonly why: string }[];
  readonly drying: DryingPlan;
  readonly finishing: readonly (Pick<
    Finishing,
    'id' | 'name' | 'how' | 'why' | 'ringRules' | 'comesOut' | 'source' | 'role'
  > & { readonly where: readonly string[]; readonly product: Used | null })[];
  /** Out of each bottle, and of each kind without one, mL. */
  readonly takes: readonly Used[];
}

/**
 * The bath of a visit: what goes on, in what order, how much and why, and what does not; how the coat is dried and set. Doses
 * are litres of mix for a m² of dog (brief 4), the first wash full, the second at its share; on a coat that is said to be soaked a wash is
 * corrected for the water it holds. Drying is the water left after the towels over what the dryers take; `dryFactor` is
 * what this dog, its findings and its groomer make of that (`estimateVisit`).
 * @throws MisuseError for a dryer or product the packs lack.
 */
export function bathPlan(
  visit: Case,
  plan: Plan,
  choices: BathChoices = USUAL_BATH,
  shelf: readonly Bottle[] = [],
  dryFactor = 1,
): BathPlan {
  const {
    packs,
    derived: { surfaceM2 },
  } = visit;
  const { treatments } = packs;
  const water = coatWater(visit, plan);
  const white = choices.white ?? treatments.usuallyWhite.includes(visit.breed.id);
  const applies = treatmentsFor(visit, plan, water.meanMm, white);
  const vetAsks = (step: TreatmentStep) => choices.vet !== null && isWash(step);
  const { washes } = visit.derived.scope;
  const used = washes ? treatments.steps.filter((step) => applies(step) && !vetAsks(step)) : [];
  // A vet's product goes on once, for as long as its label says.
  const twice =
    plan.roughClip.wanted &&
    choices.vet === null &&
    used.some((step) => isWash(step) && !firstBath(step)) &&
    applies({ when: treatments.twoBaths });
  const before = twice ? coatWater(visit, plan, false) : water;
  const asked = choices.vet && washes ? [vetStep(treatments.products, choices.vet.contactMinutes)] : [];
  const inOrder = PHASES.flatMap((phase) => [
    ...(phase === 'wash' ? asked : []),
    ...used.filter((step) => step.phase === phase),
  ]);
  const steps = (
    twice
      ? [
          ...inOrder.filter(firstBath),
          ...treatments.betweenBaths,
          ...inOrder.filter((one) => !firstBath(one)),
        ]
      : inOrder
  ).map((step): BathStep => {
    const bath = twice && !firstBath(step) && !treatments.betweenBaths.includes(step) ? 2 : 1;
    const held = bath === 2 || !twice ? water : before;
    // Said to be soaked, a wash is thinned by what the coat holds; else the coat is squeezed out before it.
    const wet = choices.coatWet && isWash(step);
    const heldMl = wet ? held.heldMl * treatments.drying.squeezedShare : 0;
    const product = step.product === null ? null : usedOf(visit, step, held.meanMm, heldMl, choices, shelf);
    const { id, name, phase, how, why, where, contactMinutes, source } = step;
    return { id, name, phase, how, why, where, contactMinutes, source, bath, product };
  });
  const notUsed = treatments.steps.flatMap(({ id, name, whyNot, ...step }) =>
    whyNot !== null && !used.some((one) => one.id === id) && !used.some((one) => one.name === name)
      ? [{ id, name, why: vetAsks({ id, name, whyNot, ...step }) ? null : whyNot }]
      : [],
  );
  const finishing = treatments.finishing
    .filter((one) => (washes || one.role === 'after-clip') && applies(one))
    .map(({ id, name, how, why, where, product, ringRules, comesOut, source, when, role }) => ({
      role,
      id,
      name,
      how,
      why,
      ringRules,
      comesOut,
      source,
      where:
        where === 'findings'
          ? placesOf(
              visit,
              when.flatMap(({ findings }) => findings ?? []),
            )
          : [where],
      product:
        product === null
          ? null
          : usedOf(visit, { product, dose: null, contactMinutes: 0 }, water.meanMm, 0, choices, shelf),
    }));
  return {
    surfaceM2,
    litres: water.litres,
    heldMl: water.heldMl,
    twice,
    steps,
    notUsed: (washes ? notUsed : []).flatMap(({ why, ...one }) => (why === null ? [] : [{ ...one, why }])),
    drying: dryingPlan(visit, applies, washes ? water.heldMl : 0, choices, dryFactor),
    finishing,
    takes: takenFrom([...steps, ...finishing].flatMap(({ product }) => product ?? [])),
  };
}

const PHASES = ['before', 'wash', 'condition', 'rinse', 'dry'] as const;
/** A wash of all or part of the coat, as against a face or a rinse. */
const isWash = ({ phase, dose }: Pick<TreatmentStep, 'phase' | 'dose'>) => phase === 'wash' && dose !== null;
/** Of two baths the first takes the dirt off before the blade goes through it. */
const firstBath = ({ phase, dose }: TreatmentStep) => phase === 'before' || (phase === 'wash' && dose === 1);

/** What a vet has asked for, as a step; its words are the product's own. */
function vetStep(products: readonly ProductKind[], contactMinutes: number): TreatmentStep {
  const kind = products.find(({ vetOnly }) => vetOnly);
  if (!kind) throw new MisuseError('the packs have no product for a vet’s instruction');
  return {
    id: kind.id,
    name: kind.name,
    phase: 'wash',
    how: kind.use,
    why: kind.why,
    product: kind.id,
    dose: 1,
    where: kind.where,
    contactMinutes,
    when: [],
    whyNot: null,
    source: kind.source,
  };
}

function usedOf(
  { packs: { treatments }, derived: { surfaceM2, coat } }: Case,
  { product, dose }: Pick<TreatmentStep, 'product' | 'dose' | 'contactMinutes'>,
  meanMm: number,
  heldMl: number,
  choices: BathChoices,
  shelf: readonly Bottle[],
): Used | null {
  if (product === null) return null;
  const kind = byId('product', treatments.products, product);
  const own = shelf.filter(({ kindId }) => kindId === kind.id);
  const litres =
    treatments.doses.findLast(({ fromMm, dense }) => meanMm >= fromMm || (dense && coat.dense))
      ?.litresPerM2 ?? 0;
  const pouredFrom = (bottle: Bottle | null) => {
    const dilution = bottle?.dilution ?? kind.dilution;
    const mix = dilution && dose !== null ? dilute(1000 * surfaceM2 * litres * dose, dilution, heldMl) : null;
    return { bottle, dilution, mix, takesMl: asPoured(mix ? mix.concentrateMl : kind.mlPerM2 * surfaceM2) };
  };
  const named = own.find(({ id }) => id === choices.bottles[kind.id]);
  // The first that is full enough; of those that are not, the fullest.
  const enough = own.find((one) => one.leftMl >= pouredFrom(one).takesMl);
  const fullest = [...own].sort((a, b) => b.leftMl - a.leftMl)[0];
  const { bottle, dilution, mix, takesMl } = pouredFrom(named ?? enough ?? fullest ?? null);
  return {
    kindId: kind.id,
    name: kind.name,
    bottle,
    dilution: mix ? dilution : null,
    mix,
    takesMl,
    low: bottle !== null && bottle.leftMl < treatments.lowBaths * takesMl,
  };
}

/** What each bottle gives in all, the kinds without one by their kind. */
function takenFrom(products: readonly Used[]): readonly Used[] {
  const taken = new Map<string, Used>();
  for (const one of products) {
    const key = one.bottle?.id ?? one.kindId;
    const before = taken.get(key);
    taken.set(key, {
      ...one,
      takesMl: one.takesMl + (before?.takesMl ?? 0),
      low: one.low || (before?.low ?? false),
    });
  }
  return [...taken.values()];
}

/** The names of the places where what was found is put right. */
function placesOf(
  {
    packs,
    facts: {
      dog: { findings },
    },
  }: Case,
  asking: readonly string[],
): readonly string[] {
  const kinds = findings
    .filter(({ finding }) => asking.includes(finding))
    .flatMap(({ finding }) => byId('finding', packs.findings.findings, finding).at);
  return [...new Set(kinds)].map((id) => zoneKind(packs.zones, id).name);
}

const POINTS = 24;

function dryingPlan(
  visit: Case,
  applies: Applies,
  heldMl: number,
  { towels, dryers }: BathChoices,
  factor: number,
): DryingPlan {
  const { treatments } = visit.packs;
  const method = treatments.methods.find(applies);
  if (!method) throw new MisuseError('no way of drying applies: the last one of the pack has to');
  const noHeat = visit.derived.restrictions.some(({ effects }) => effects.noHeat === true);
  const all = (dryers.length > 0 ? dryers : [method.dryer]).map((id) => byId('dryer', treatments.dryers, id));
  const cool = treatments.dryers.filter(({ heat }) => !heat);
  // What heats is not used where heat is ruled out, whoever chose it.
  const used = noHeat ? all.map((one) => (one.heat ? (cool[0] ?? one) : one)) : all;
  const rates = used.map(({ mlPerMinute }) => mlPerMinute);
  const minutesAt = (rounds: number, with_: readonly number[]) =>
    factor * dryingTime(waterLeft(heldMl, rounds, treatments.drying), with_);
  const minutes = minutesAt(towels, rates);
  const left = (rounds: number, at: number) => {
    const start = waterLeft(heldMl, rounds, treatments.drying);
    return Math.max(0, start - (at * rates.reduce((sum, rate) => sum + rate, 0)) / factor);
  };
  return {
    id: method.id,
    name: method.name,
    how: (noHeat ? method.howCool : null) ?? method.how,
    why: method.why,
    source: method.source,
    dryers: used.map(({ id, name }) => ({ id, name })),
    noHeat,
    waterMl: waterLeft(heldMl, towels, treatments.drying),
    minutes,
    anotherTowelSaves: minutes - minutesAt(towels + 1, rates),
    anotherDryerSaves: minutes - minutesAt(towels, [...rates, rates[0] ?? 0]),
    curve: Array.from({ length: POINTS + 1 }, (_, k) => {
      const at = (minutes * k) / POINTS;
      return { minutes: at, waterMl: left(towels, at), towelledMl: left(towels + 1, at) };
    }),
  };
}
