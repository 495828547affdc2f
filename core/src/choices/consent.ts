import type { PlaceWish } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { isAskedFor } from '../case/scope.ts';
import type { Estimate, Range } from '../estimate/estimate.ts';
import type { Fit } from '../estimate/fit.ts';
import { byRole } from '../packs/roles.ts';
import type { Plan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import { isAmong, zoneKindId } from '../terms/zone.ts';

/** One thing the owner signs for, as data; the sentence is made where it is read. Lengths in mm. */
export type ConsentStatement =
  | { readonly about: 'trim'; readonly name: string; readonly bodyMm: number }
  | { readonly about: 'all-over'; readonly askedMm: number; readonly bodyMm: number }
  /** What is asked of a place; null mm where it is no length. */
  | {
      readonly about: 'place';
      readonly name: string;
      readonly ask: PlaceWish['ask'];
      readonly mm: number | null;
    }
  /** Only so much of a groom is asked for; mats elsewhere stay. */
  | { readonly about: 'scope'; readonly jobs: readonly string[]; readonly matsLeft: readonly string[] }
  | { readonly about: 'vet' }
  | {
      readonly about: 'mat';
      readonly zone: string;
      readonly part: boolean;
      /** Null where no blade used here passes: it stays for a vet. */
      readonly toMm: number | null;
    }
  | { readonly about: 'under-mats' }
  | { readonly about: 'told'; readonly text: string }
  | {
      readonly about: 'shaving';
      readonly text: string;
      readonly offered: readonly string[];
    }
  | { readonly about: 'coat-softens'; readonly text: string }
  | { readonly about: 'left-alone'; readonly zones: readonly string[]; readonly because: string }
  | { readonly about: 'one-side'; readonly zone: string; readonly answer: 'match' | 'leave' | null }
  | { readonly about: 'skin'; readonly name: string; readonly text: string }
  | { readonly about: 'sittings'; readonly names: readonly string[]; readonly minutes: number }
  | { readonly about: 'visits'; readonly visits: number }
  | { readonly about: 'time'; readonly minutes: Range }
  | { readonly about: 'price' | 'mat-price'; readonly price: Range; readonly currency: string };

/**
 * What the owner agrees to, made from what this plan really does to this dog: the trim, the mats that go and what may
 * be under them, a shaved coat, what is left alone, age and health, sore skin, the time and price as ranges. Nothing that
 * does not apply is in it.
 * @throws MisuseError unless one zone of the packs speaks for the body.
 */
export function consentStatements(
  visit: Case,
  plan: Plan,
  estimate: Estimate,
  fit: Fit,
): readonly ConsentStatement[] {
  return [
    ...trimStatements(visit, plan),
    ...matStatements(visit, plan),
    ...coatStatements(visit, plan),
    ...protectedStatements(visit, plan),
    ...healthStatements(visit, fit),
    { about: 'time', minutes: estimate.minutes },
    { about: 'price', price: estimate.price.work, currency: estimate.price.currency },
    ...(estimate.price.mats.mid > 0
      ? [{ about: 'mat-price', price: estimate.price.mats, currency: estimate.price.currency } as const]
      : []),
  ];
}

function trimStatements(
  { packs, derived: { trim, scope, overrides, matsLeft }, choices }: Case,
  plan: Plan,
): readonly ConsentStatement[] {
  const { wish } = choices;
  const role = byRole('zone', packs.zones.zones, 'body-length');
  const body = plan.zones.find(({ zone }) => zoneKindId(zone) === role.id);
  const bodyMm = body?.leftMm ?? 0;
  const followed =
    body?.reasons.some(({ rule, overruled }) => rule === 'wish-all-over' && !overruled) ?? false;
  const jobs = choices.scope.map((id) => byId('job', packs.wishes.jobs, id).name);
  const scoped: readonly ConsentStatement[] = scope.whole ? [] : [{ about: 'scope', jobs, matsLeft }];
  const places = wish.places.filter(({ place }) => isPlaceAsked(packs, plan, place));
  const rest: readonly ConsentStatement[] = [
    ...places.map(({ place, ask, mm }): ConsentStatement => ({
      about: 'place',
      name: byId('place', packs.wishes.places, place).name,
      ask,
      mm,
    })),
    ...(wish.vetAsks ? [{ about: 'vet' } as const] : []),
  ];
  if (!isAskedFor(scope, overrides, role.id)) return [...scoped, ...rest];
  if (followed && wish.allOverMm !== null)
    return [...scoped, { about: 'all-over', askedMm: wish.allOverMm, bodyMm }, ...rest];
  return [...scoped, { about: 'trim', name: trim.name, bodyMm }, ...rest];
}

/** What is asked of a place is signed for where some of it comes so. */
function isPlaceAsked({ wishes }: Case['packs'], plan: Plan, id: string): boolean {
  const { name, zones } = byId('place', wishes.places, id);
  return plan.zones.some(
    ({ zone, reasons }) =>
      isAmong(zones, zone) &&
      reasons.some(({ rule, about, overruled }) => rule === 'wish-place' && about === name && !overruled),
  );
}

function matStatements({ packs }: Case, { mats }: Plan): readonly ConsentStatement[] {
  const going = (mats?.mats ?? []).filter(({ decision }) => decision !== 'save');
  const clipped = going.filter(({ blade }) => blade !== null);
  const told = packs.mats.brings.filter(({ zones }) => clipped.some(({ mat }) => isAmong(zones, mat.zone)));
  return [
    ...going.map(({ mat, decision, blade }): ConsentStatement => ({
      about: 'mat',
      zone: mat.zone,
      part: decision === 'part',
      toMm: blade?.leavesMm ?? null,
    })),
    ...(clipped.length > 0 ? [{ about: 'under-mats' } as const] : []),
    ...told.map(({ owner }): ConsentStatement => ({ about: 'told', text: owner })),
  ];
}

/** A coat clipped that its row would rather not have clipped: what is risked or lost, and what was offered. */
function coatStatements(visit: Case, plan: Plan): readonly ConsentStatement[] {
  const { policy } = visit.derived.shaving;
  if (!policy) return [];
  if (plan.zones.some(({ reasons }) => reasons.some(({ rule }) => rule === 'shaving-consented'))) {
    return [{ about: 'shaving', text: policy.text, offered: policy.alternatives }];
  }
  return clipsJacket(visit, plan) ? [{ about: 'coat-softens', text: policy.text }] : [];
}

/** The plan runs a blade or comb over a jacket whose row says what that costs. */
export function clipsJacket({ packs, derived: { shaving } }: Case, plan: Plan): boolean {
  if (shaving.answer !== 'explained') return false;
  const body = byRole('zone', packs.zones.zones, 'body-length').id;
  return plan.zones.some(
    ({ zone, tool }) =>
      zoneKindId(zone) === body &&
      packs.tools.techniques.some(({ id, onSkin }) => onSkin && id === tool?.technique),
  );
}

/** Places that are not touched, and what becomes of the side opposite to one that was lost. */
function protectedStatements({ derived: { sides } }: Case, plan: Plan): readonly ConsentStatement[] {
  const kept = new Map<string, string[]>();
  for (const { zone, protectedBy } of plan.zones) {
    if (protectedBy !== null) kept.set(protectedBy, [...(kept.get(protectedBy) ?? []), zone]);
  }
  const alone = [...kept].map(([because, zones]): ConsentStatement => ({
    about: 'left-alone',
    because,
    zones,
  }));
  const open = plan.conflicts.filter(({ kind }) => kind === 'one-side-lost').map(({ zone }) => zone);
  const asked = open.map((zone): ConsentStatement => ({ about: 'one-side', zone, answer: null }));
  const lost = new Set(
    plan.zones.filter(({ lost, protectedBy }) => lost || protectedBy !== null).map(({ zone }) => zone),
  );
  const answered = Object.entries(sides)
    .filter(([zone]) => lost.has(zone))
    .map(([zone, answer]): ConsentStatement => ({ about: 'one-side', zone, answer }));
  return [...alone, ...asked, ...answered];
}

function healthStatements({ derived: { restrictions } }: Case, fit: Fit): readonly ConsentStatement[] {
  const whole = restrictions.filter(({ kind }) => kind.scope === 'dog');
  const skin = whole.filter(({ kind }) => kind.skin && kind.role === null);
  const timed = whole.filter(({ effects }) => effects.standingMinutes !== undefined);
  return [
    ...skin.map(({ kind: { name, text } }): ConsentStatement => ({ about: 'skin', name, text })),
    ...(timed.length > 0
      ? [
          {
            about: 'sittings',
            names: timed.map(({ kind }) => kind.name),
            minutes: Math.min(...timed.map(({ effects }) => effects.standingMinutes ?? Infinity)),
          } as const,
        ]
      : []),
    ...(fit.visits > 1 ? [{ about: 'visits', visits: fit.visits } as const] : []),
  ];
}
