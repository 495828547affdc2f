import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import type { TimePart } from '../packs/times.ts';
import { shareOf, zoneKind } from '../packs/zones.ts';
import type { CoatWater } from '../bath/water.ts';
import type { TreatmentPack } from '../packs/treatments.ts';
import { coatWater, dryingTime, waterLeft } from '../bath/water.ts';
import type { Plan } from '../plan/plan.ts';
import { byId } from '../terms/failure.ts';
import type { Severity } from '../terms/dog.ts';
import type { LoggedPart, Pace } from './pace.ts';
import { paceOf } from './pace.ts';
import { workIn } from './work.ts';

/** Eight visits in ten end inside it. */
export interface Range {
  readonly lo: number;
  readonly mid: number;
  readonly hi: number;
}

export interface EstimatedPart {
  readonly id: string;
  readonly name: string;
  readonly minutes: Range;
  /** Everything that made it longer or shorter than the prior. */
  readonly because: readonly Because[];
}

/** What made a part longer or shorter: something found (in the packs' words), or something core knows of. */
export type Because = { readonly factor: number } & (
  | { readonly of: 'found'; readonly text: string }
  | { readonly of: 'handling'; readonly name: string }
  | { readonly of: 'dense-coat' | 'trainee' }
  | { readonly of: 'logged'; readonly n: number }
);

/** What a salon charges, in its currency. */
export interface Rates {
  readonly perHour: number;
  readonly least: number;
  readonly currency: string;
}

export interface EstimateContext {
  readonly trainee: boolean;
  /** This dog's own past visits, and this groomer's on other dogs. */
  readonly dogHistory: readonly LoggedPart[];
  readonly groomerHistory: readonly LoggedPart[];
  readonly rates: Rates;
}

export interface Estimate {
  readonly parts: readonly EstimatedPart[];
  readonly mats: Range;
  readonly minutes: Range;
  readonly price: {
    readonly work: Range;
    readonly mats: Range;
    readonly total: Range;
    readonly currency: string;
  };
  /** Minutes the dog stands before a break. */
  readonly standingMinutes: number;
  readonly logsBehind: number;
}

/** Half width of the range in log spreads: 80 % of a normal. */
const Z = 1.2816;

/**
 * How long a visit takes and what it costs, part by part: priors by surface, coat, technique and length, times what was
 * found, times the pace of this groomer and this dog, for what the plan really does. Mats come on top with their own range
 * and fee; a zone they take or change counts as the work it was drawn as where that is more, so one more mat never
 * shortens the visit.
 * @throws MisuseError when case and plan name something the packs do not have.
 */
export function estimateVisit(visit: Case, plan: Plan, context: EstimateContext): Estimate {
  const {
    packs,
    derived: { surfaceM2: areaM2, workM2, coat },
  } = visit;
  const { times } = packs;
  const worked = workMinutes(plan, visit);
  const water = waterIn(plan, visit);
  const underBrush = {
    brush: coat.brushMinutes * workM2 * brushedMm(plan, visit, water),
    dry: coat.dryMinutes * workM2 * water.meanMm + dryMinutes(water, packs.treatments),
  };
  const spreads = times.spread;
  let logsBehind = 0;
  const parts = times.parts.map((part): EstimatedPart => {
    const own = worked.get(part.id) ?? 0;
    const asked = askedShare(part, visit);
    const prior =
      asked * (part.fixed + part.perM2 * areaM2 + part.perLitre * water.litres) +
      own +
      (part.role === 'brush' || part.role === 'dry' ? asked * underBrush[part.role] : 0) +
      (part.role === 'rough-clip' && plan.roughClip.wanted ? times.roughClipShare * own : 0);
    const because = factorsOf(part.id, visit, context);
    const pace = partPace(part.id, context, spreads);
    logsBehind += pace.n;
    if (pace.n > 0) because.push({ of: 'logged', n: pace.n, factor: pace.factor });
    const mid = because.reduce((minutes, { factor }) => minutes * factor, prior);
    const sd = Math.sqrt(spreads.own ** 2 + pace.logSd ** 2);
    return { id: part.id, name: part.name, minutes: range(mid, sd), because };
  });
  const matMinutes = range(plan.mats?.minutes ?? 0, spreads.mats);
  const work = total(parts.map(({ minutes }) => minutes));
  const { perHour, least, currency } = context.rates;
  const workPrice = each(work, (minutes) => Math.max(least, (minutes * perHour) / 60));
  const matPrice = each(matMinutes, (minutes) => (minutes * visit.derived.matPolicy.feePerHour) / 60);
  return {
    parts,
    mats: matMinutes,
    minutes: total([work, matMinutes]),
    price: { work: workPrice, mats: matPrice, total: total([workPrice, matPrice]), currency },
    standingMinutes: visit.derived.standing.minutes,
    logsBehind,
  };
}

/** How much of what a part takes on every dog is asked for: of its steps those of the jobs; of a part that only cuts, by how many of its places are cut. */
function askedShare(part: TimePart, visit: Case): number {
  const { scope } = visit.derived;
  if (scope.whole || part.role === 'brush') return 1;
  if (part.role === 'wash' || part.role === 'dry') return scope.washes ? 1 : 0;
  const steps = visit.packs.tasks.fixed.filter((one) => one.part === part.id && holds(visit, one.when));
  const sum = (of: typeof steps) => of.reduce((all, { share }) => all + share, 0);
  if (steps.length === 0) {
    const { packs } = visit;
    const cut = packs.zones.zones.filter(({ region }) => packs.times.regions[region] === part.id);
    return cut.filter(({ id }) => scope.zones.includes(id)).length / Math.max(1, cut.length);
  }
  return sum(steps.filter(({ id }) => !scope.skips.includes(id))) / sum(steps);
}

/** The coat that is brushed, as a mean length over the dog, mm: all of it before a bath, else what is cut. */
function brushedMm({ zones }: Plan, { packs, derived: { scope } }: Case, { meanMm }: CoatWater): number {
  if (scope.washes) return meanMm;
  const cut = zones.filter(({ leftAlone }) => !leftAlone);
  return cut.reduce((sum, zone) => sum + shareOf(zone, zoneKind(packs.zones, zone.zone)) * zone.thereMm, 0);
}

/** Minutes of tool work by part of the visit. */
function workMinutes(plan: Plan, { packs, derived: { workM2 } }: Case): ReadonlyMap<string, number> {
  const minutes = new Map<string, number>();
  for (const { part, weight } of workIn(plan, packs, workM2))
    minutes.set(part, (minutes.get(part) ?? 0) + weight);
  return minutes;
}

/** The coat that is brushed, washed and dried, as it would be without what mats take of it. */
function waterIn(plan: Plan, visit: Case): CoatWater {
  const zones = plan.zones.map((zone) => (zone.chargedAs === null ? zone : { ...zone, leftAlone: true }));
  return coatWater(visit, { ...plan, zones }, plan.roughClip.anyway);
}

/** Water left after the towels over what one dryer takes off. */
const dryMinutes = ({ heldMl }: CoatWater, { drying, dryers }: TreatmentPack): number =>
  dryingTime(waterLeft(heldMl, 1, drying), [Math.max(...dryers.map(({ mlPerMinute }) => mlPerMinute))]);

function factorsOf(part: string, visit: Case, { trainee }: EstimateContext): Because[] {
  const {
    packs,
    derived: { restrictions, signs, coat },
    facts: {
      temper: { handling },
    },
  } = visit;
  const { times } = packs;
  type Found = { readonly id: string; readonly level: Severity | null };
  const found: Readonly<Record<'restriction' | 'sign' | 'modifier' | 'purpose', readonly Found[]>> = {
    restriction: restrictions.map(({ kind }) => ({ id: kind.id, level: null })),
    sign: signs.map(({ sign, level }) => ({ id: sign, level: level ?? 'mild' })),
    modifier: coat.changedBy.map(({ id }) => ({ id, level: null })),
    purpose: [{ id: visit.choices.purpose, level: null }],
  };
  const because: Because[] = times.factors
    .filter(({ parts }) => parts.includes('*') || parts.includes(part))
    .filter(({ of, id, level }) =>
      found[of].some((one) => one.id === id && (level === undefined || one.level === level)),
    )
    .map(({ text, factor }) => ({ of: 'found', text, factor }));
  if (coat.dense) because.push({ of: 'dense-coat', factor: times.denseFactor });
  const { name, factor } = byId('handling', packs.signs.temper.handling, handling);
  if (factor !== 1) because.push({ of: 'handling', name, factor });
  if (trainee) because.push({ of: 'trainee', factor: times.traineeFactor });
  return because;
}

/** The groomer's pace at this part, and on top of it this dog's. */
function partPace(
  part: string,
  { dogHistory, groomerHistory }: EstimateContext,
  spread: { readonly observed: number; readonly history: number },
): Pace {
  const groomer = paceOf(
    groomerHistory.filter((log) => log.part === part),
    spread,
  );
  const dog = paceOf(
    dogHistory
      .filter((log) => log.part === part)
      .map((log) => ({ ...log, expectedMinutes: log.expectedMinutes * groomer.factor })),
    spread,
  );
  return {
    factor: groomer.factor * dog.factor,
    logSd: Math.sqrt(groomer.logSd ** 2 + dog.logSd ** 2),
    n: groomer.n + dog.n,
  };
}

const range = (mid: number, logSd: number): Range => ({
  lo: mid * Math.exp(-Z * logSd),
  mid,
  hi: mid * Math.exp(Z * logSd),
});

const each = ({ lo, mid, hi }: Range, of: (value: number) => number): Range => ({
  lo: of(lo),
  mid: of(mid),
  hi: of(hi),
});

const total = (ranges: readonly Range[]): Range =>
  ranges.reduce((sum, { lo, mid, hi }) => ({ lo: sum.lo + lo, mid: sum.mid + mid, hi: sum.hi + hi }), {
    lo: 0,
    mid: 0,
    hi: 0,
  });
