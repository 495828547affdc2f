import type { Choices } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import { withFacts } from '../case/resolveCase.ts';
import { answerTo } from '../case/schools.ts';
import { plannedAgainstStandard } from '../check/standard.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import type { Estimate, EstimateContext } from '../estimate/estimate.ts';
import { shareOf, zoneKind } from '../packs/zones.ts';
import { estimateVisit } from '../estimate/estimate.ts';
import type { Fit } from '../estimate/fit.ts';
import { fitVisit } from '../estimate/fit.ts';
import type { Trim } from '../packs/breed.ts';
import { byRole } from '../packs/roles.ts';
import type { ZoneKind } from '../packs/zones.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import type { Planner } from '../plan/planner.ts';
import { createPlanner } from '../plan/planner.ts';
import type { Look } from '../terms/zone.ts';
import { LOOKS } from '../terms/zone.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Upkeep } from '../upkeep/upkeep.ts';
import { upkeepOf } from '../upkeep/upkeep.ts';

/** Why a trim is on the board. */
export type ProposalKind = 'wish' | 'nearest' | 'easy' | 'welfare' | 'swapped';

/** Hair that goes, and when it would be back. */
export interface LostHair {
  readonly look: Look;
  readonly zones: readonly string[];
  readonly fromMm: number;
  readonly toMm: number;
  /** Days until it is as long as now; null when this coat may not come back to it. */
  readonly daysBack: number | null;
}

export interface LookLengths {
  readonly look: Look;
  readonly mm: readonly [number, number];
}

/** One look side by side with others: the plan and what living with it means. */
export interface Proposal {
  readonly kind: ProposalKind;
  readonly choices: Choices;
  readonly visit: Case;
  readonly plan: Plan;
  readonly lengths: readonly LookLengths[];
  readonly estimate: Estimate;
  readonly fit: Fit;
  readonly upkeep: Upkeep;
  readonly costPerYear: { readonly lo: number; readonly hi: number };
  readonly lost: readonly LostHair[];
  /** Marks of the breed that the planned lengths keep, of those they can tell. */
  readonly marks: { readonly kept: number; readonly of: number };
}

export interface BoardContext extends EstimateContext {
  readonly bookedMinutes: number;
}

/** Hair counts as lost when this much goes, mm, and it is more than half. */
const LOST_MM = 15;
const DAYS_PER_WEEK = 7;

/** What one case means for the owner; the rhythm is the wish's own, or what the coat's growth asks. */
export function proposalOf(
  kind: ProposalKind,
  planner: Planner,
  choices: Choices,
  context: BoardContext,
): Proposal {
  const visit = planner.caseWith(choices);
  const plan = planner.plan(choices);
  const estimate = estimateVisit(visit, plan, context);
  const upkeep = upkeepOf(visit, plan, kind === 'wish' ? visit.choices.wish.weeksBetween : null);
  const marks = plannedAgainstStandard(visit.breed, plan, visit.choices.purpose);
  const { work } = estimate.price;
  return {
    kind,
    choices: visit.choices,
    visit,
    plan,
    lengths: lengthsByLook(visit, plan),
    estimate,
    fit: fitVisit(estimate, context.bookedMinutes, visit.packs.times),
    upkeep,
    costPerYear: { lo: work.lo * upkeep.visitsPerYear, hi: work.hi * upkeep.visitsPerYear },
    lost: lostHair(visit, plan),
    marks: { kept: marks.filter(({ kept }) => kept).length, of: marks.length },
  };
}

/**
 * Two to four looks for the owner to choose from: the wish taken literally; the nearest trim that keeps the breed; the
 * one that asks least at home; and, where skin, age, mats or a coat not to be shaved speak, the one that asks least of the
 * dog. Looks that could be taken for each other are shown once; a stripped one only on a coat that strips.
 * @param asked the case with the owner's wish.
 * @throws MisuseError as `planGroom`.
 */
export function proposeChoices(asked: Case, context: BoardContext): readonly Proposal[] {
  const planner = createPlanner(asked);
  const asWished = literal(asked);
  const wish = proposalOf(
    'wish',
    asWished === asked ? planner : createPlanner(asWished),
    asked.choices,
    context,
  );
  const others = asked.breed.trims
    .filter(({ purposes }) => purposes.includes('pet') || purposes.includes(asked.choices.purpose))
    .filter((trim) => asked.derived.coat.strips || !isStripped(asked, trim))
    .flatMap(({ id }) =>
      (['as-drawn', 'shorter'] as const).map((lean) => {
        const drawn = { ...asked.choices.wish, lean, allOverMm: null, vetAsks: false };
        const choices = { ...asked.choices, trimId: id, wish: drawn, overrides: [] };
        return proposalOf('nearest', planner, choices, context);
      }),
    );
  const board = [wish];
  const unlikeTheWish = others.filter(apartFrom(board));
  const asksNoMore = unlikeTheWish.filter(
    ({ upkeep }) => upkeep.brushMinutesPerWeek <= wish.upkeep.brushMinutesPerWeek,
  );
  const easy = least(
    asksNoMore.length > 0 ? asksNoMore : unlikeTheWish,
    (p) => p.upkeep.brushMinutesPerWeek + p.costPerYear.lo / WEEKS_A_YEAR,
  );
  if (easy) board.push({ ...easy, kind: 'easy' });
  const wanted = wantedLengths(wish);
  /** A wish for one length all over shows no trim as drawn. */
  const shown = (trimId: string) =>
    board.some(({ choices }) => choices.trimId === trimId && choices.wish.allOverMm === null);
  const nearest = least(
    others.filter(apartFrom(board)),
    (p) => BROKEN_MARK * broken(p) + distance(p, wanted) + (shown(p.choices.trimId) ? SAME_TRIM : 0),
  );
  if (nearest) board.splice(1, 0, nearest);
  if (!welfareSpeaks(wish)) return board;
  const gentlest = least(others, (p) => p.estimate.minutes.mid);
  if (!gentlest) return board;
  const already = board.find((p) => p.kind !== 'wish' && !apartFrom([p])(gentlest));
  if (!already) return [...board, { ...gentlest, kind: 'welfare' }];
  return board.map((p) => (p === already ? { ...p, kind: 'welfare' as const } : p));
}

const WEEKS_A_YEAR = 52;
/** A broken mark of the breed outweighs any difference in length; a trim not yet on the board is preferred. */
const BROKEN_MARK = 10;
const SAME_TRIM = 1;

/** The wish as the owner means it: a coat not to be shaved is shown as its signature would make it, where the salon takes one. */
function literal(asked: Case): Case {
  const takes = answerTo(asked.packs.schools, asked.derived.schools, 'shaving') === 'consent';
  if (asked.choices.wish.allOverMm === null || !takes || asked.derived.shaving.answer !== 'declined')
    return asked;
  return withFacts(asked, { ...asked.facts, shave: 'being-signed' });
}

/** A trim whose body is pulled, not cut. */
function isStripped({ packs }: Case, { areas }: Trim): boolean {
  const body = areas[byRole('zone', packs.zones.zones, 'body-length').id];
  const [first] = body?.techniques ?? [];
  return first !== undefined && techniqueKind(packs.tools, first).needsStrippable;
}

/** A plan that any welfare rule, mat, or time of the dog has changed. */
function welfareSpeaks({ visit, plan, fit }: Proposal): boolean {
  const tender = visit.derived.restrictions.some(
    ({ kind, effects }) =>
      kind.scope === 'dog' && kind.role === null && (kind.skin || effects.standingMinutes !== undefined),
  );
  const matted = plan.mats?.mats.some(({ decision }) => decision !== 'save') ?? false;
  const shaved = visit.derived.shaving.policy?.answer === 'consent' && visit.choices.wish.allOverMm !== null;
  return tender || matted || fit.visits > 1 || shaved;
}

const broken = ({ marks }: Proposal) => marks.of - marks.kept;

const kindOf = ({ packs }: Case, { zone }: ZonePlan): ZoneKind => zoneKind(packs.zones, zone);

function wantedLengths({ visit, plan }: Proposal): ReadonlyMap<string, number> {
  const { allOverMm } = visit.choices.wish;
  return new Map(
    plan.zones.map((zone) => {
      const all = allOverMm !== null && kindOf(visit, zone).allOver === 'same';
      return [zone.zone, all ? allOverMm : zone.leftMm];
    }),
  );
}

/** Mean difference in length over the skin, as a ratio's log. */
function distance({ visit, plan }: Proposal, wanted: ReadonlyMap<string, number>): number {
  return plan.zones.reduce((sum, zone) => {
    const want = wanted.get(zone.zone) ?? zone.leftMm;
    return sum + shareOf(zone, kindOf(visit, zone)) * Math.abs(Math.log(zone.leftMm / want));
  }, 0);
}

/** Two looks nearer than this, as a mean ratio of lengths over the skin, look the same across a counter (prior). */
const LOOKS_SAME = 0.08;
const apartFrom = (board: readonly Proposal[]) => (p: Proposal) =>
  board.every((other) => distance(p, new Map(other.plan.zones.map((z) => [z.zone, z.leftMm]))) > LOOKS_SAME);

function least<T>(list: readonly T[], cost: (one: T) => number): T | undefined {
  return list.reduce<T | undefined>(
    (best, one) => (best === undefined || cost(one) < cost(best) ? one : best),
    undefined,
  );
}

function lengthsByLook(visit: Case, plan: Plan): readonly LookLengths[] {
  return LOOKS.flatMap((look) => {
    const lengths = plan.zones.filter((zone) => kindOf(visit, zone).look === look).map((z) => z.leftMm);
    return lengths.length > 0 ? [{ look, mm: [Math.min(...lengths), Math.max(...lengths)] as const }] : [];
  });
}

function lostHair(visit: Case, plan: Plan): readonly LostHair[] {
  const gone = plan.zones.filter(
    ({ hairMm, leftMm }) => hairMm !== null && hairMm - leftMm >= LOST_MM && leftMm < hairMm / 2,
  );
  return LOOKS.flatMap((look): LostHair[] => {
    const zones = gone.filter((zone) => kindOf(visit, zone).look === look);
    if (zones.length === 0) return [];
    const back = zones.map((zone) => daysBack(visit, zone));
    return [
      {
        look,
        zones: zones.map(({ zone }) => zone),
        fromMm: Math.max(...zones.map(({ hairMm }) => hairMm ?? 0)),
        toMm: Math.min(...zones.map(({ leftMm }) => leftMm)),
        daysBack: back.includes(null) ? null : Math.max(...back.map((days) => days ?? 0)),
      },
    ];
  });
}

/** Hair counts as back at this share of what it was. */
const NEARLY = 0.95;

/** A coat shaved that should not be may not come back: no date is promised. */
function daysBack(visit: Case, zone: ZonePlan): number | null {
  if (zone.reasons.some(({ rule }) => rule === 'shaving-consented')) return null;
  const growth = growthIn(visit.derived.coat, kindOf(visit, zone));
  const days = daysToReach(growth, zone.leftMm, (zone.hairMm ?? 0) * NEARLY);
  return days === null ? null : Math.ceil(days / DAYS_PER_WEEK) * DAYS_PER_WEEK;
}
