import { bodySurface } from '../bath/surface.ts';
import type { Coat } from '../coat/hair.ts';
import { coatOf, visibleDepth } from '../coat/hair.ts';
import { byId } from '../failure.ts';
import type { PlanInput } from '../plan/input.ts';
import { standingMinutes } from '../plan/matted.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { planGroom } from '../plan/plan.ts';
import { zoneKindId } from '../plan/zones.ts';
import type { LoggedPart, Pace } from './pace.ts';
import { paceOf } from './pace.ts';

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
  readonly because: readonly { readonly text: string; readonly factor: number }[];
}

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
 * How long a visit takes and what it costs, part by part: priors by surface, coat, technique and length, times what
 * was found, times the pace of this groomer and this dog. The trim is the one planned as if there were no mats, and
 * mats come on top with their own range and fee: one more mat never shortens the visit.
 */
export function estimateVisit(input: PlanInput, context: EstimateContext): Estimate {
  const { packs } = input;
  const { times } = packs;
  const coat = coatOf(packs.coats, input.coat.type, input.coat.modifiers, input.coat.dense);
  const plan = planGroom({ ...input, mats: [] });
  const mats = input.mats.length > 0 ? planGroom(input) : plan;
  const areaM2 = bodySurface(input.weightKg);
  const worked = workMinutes(plan, input, areaM2);
  const spreads = times.spread;
  let logsBehind = 0;
  const parts = times.parts.map((part): EstimatedPart => {
    const prior =
      part.fixed +
      part.perM2 * areaM2 +
      (worked.get(part.id) ?? 0) +
      (part.id === 'dry' ? dryMinutes(plan, coat, input, areaM2) : 0) +
      (part.id === 'body' && mats.roughClip.wanted ? times.roughClipShare * (worked.get('body') ?? 0) : 0);
    const because = factorsOf(part.id, input, coat, context);
    const pace = partPace(part.id, context, spreads);
    logsBehind += pace.n;
    if (pace.n > 0)
      because.push({ text: `this dog and this groomer, ${pace.n} logged`, factor: pace.factor });
    const mid = because.reduce((minutes, { factor }) => minutes * factor, prior);
    const sd = Math.sqrt(spreads.own ** 2 + pace.logSd ** 2);
    return { id: part.id, name: part.name, minutes: range(mid, sd), because };
  });
  const matMinutes = range(mats.mats?.minutes ?? 0, spreads.mats);
  const work = total(parts.map(({ minutes }) => minutes));
  const { perHour, least, currency } = context.rates;
  const workPrice = each(work, (minutes) => Math.max(least, (minutes * perHour) / 60));
  const matPrice = each(matMinutes, (minutes) => (minutes * input.matPolicy.feePerHour) / 60);
  return {
    parts,
    mats: matMinutes,
    minutes: total([work, matMinutes]),
    price: { work: workPrice, mats: matPrice, total: total([workPrice, matPrice]), currency },
    standingMinutes: standingMinutes(input),
    logsBehind,
  };
}

/** Minutes of tool work by part of the visit. */
function workMinutes(plan: Plan, { packs }: PlanInput, areaM2: number): ReadonlyMap<string, number> {
  const minutes = new Map<string, number>();
  for (const zone of plan.zones) {
    const kind = byId('zone', packs.zones.zones, zoneKindId(zone.zone));
    const part = packs.times.regions[kind.region];
    const skinM2 = areaM2 * shareOf(zone, kind);
    const rate = zone.tool ? packs.times.perM2[zone.tool.technique] : 0;
    minutes.set(part, (minutes.get(part) ?? 0) + skinM2 * rate * kind.care);
  }
  return minutes;
}

const shareOf = (zone: ZonePlan, kind: { readonly share: number; readonly paired: boolean }) =>
  zone.side === null ? kind.share : kind.share / 2;

/** Water left after towels over what a dryer takes off: litres of coat × what a litre holds (brief: drying time). */
function dryMinutes(plan: Plan, coat: Coat, { packs }: PlanInput, areaM2: number): number {
  const litres = plan.zones.reduce((sum, zone) => {
    const kind = byId('zone', packs.zones.zones, zoneKindId(zone.zone));
    const depthMm = visibleDepth(coat, zone.hairMm ?? zone.leftMm);
    return sum + areaM2 * shareOf(zone, kind) * depthMm;
  }, 0);
  const { towelledShare, mlPerMinute } = packs.times.drying;
  return (litres * coat.holdMlPerL * (1 - towelledShare)) / mlPerMinute;
}

function factorsOf(
  part: string,
  { packs, restrictions, signs, coat: { modifiers }, temper }: PlanInput,
  coat: Coat,
  { trainee }: EstimateContext,
): { text: string; factor: number }[] {
  const { times } = packs;
  const found = {
    restriction: restrictions.map(({ restriction }) => restriction),
    sign: signs.map(({ sign }) => sign),
    modifier: modifiers,
  };
  const because = times.factors
    .filter(({ of, id, parts }) => found[of].includes(id) && (parts.includes('*') || parts.includes(part)))
    .map(({ text, factor }) => ({ text, factor }));
  if (coat.dense) because.push({ text: 'dense coat', factor: times.denseFactor });
  const handling = byId('handling', packs.signs.temper.handling, temper.handling);
  if (handling.factor !== 1) because.push({ text: `handling: ${handling.name}`, factor: handling.factor });
  if (trainee) because.push({ text: 'trainee', factor: times.traineeFactor });
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
