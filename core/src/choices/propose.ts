import { plannedAgainstStandard } from '../check/standard.ts';
import type { Coat } from '../coat/hair.ts';
import { coatOf, daysToReach, growthIn } from '../coat/hair.ts';
import { byId } from '../failure.ts';
import type { Estimate, EstimateContext } from '../order/estimate.ts';
import { estimateVisit } from '../order/estimate.ts';
import type { Fit } from '../order/fit.ts';
import { fitVisit } from '../order/fit.ts';
import type { PlanChoices, PlanInput } from '../plan/input.ts';
import type { Plan, ZonePlan } from '../plan/plan.ts';
import { planGroom } from '../plan/plan.ts';
import { zoneKindId } from '../plan/zones.ts';
import type { Upkeep } from './upkeep.ts';
import { skinShare, upkeepOf } from './upkeep.ts';

/** Why a trim is on the board. */
export type ProposalKind = 'wish' | 'nearest' | 'easy' | 'welfare' | 'swapped';

/** Hair that goes, and when it would be back. */
export interface LostHair {
  readonly region: string;
  readonly zones: readonly string[];
  readonly fromMm: number;
  readonly toMm: number;
  /** Days until it is as long as now; null when this coat may not come back to it. */
  readonly daysBack: number | null;
}

export interface PlainLengths {
  readonly part: string;
  readonly mm: readonly [number, number];
}

/** One look side by side with others: the plan and what living with it means. */
export interface Proposal {
  readonly kind: ProposalKind;
  readonly choices: PlanChoices;
  readonly input: PlanInput;
  readonly plan: Plan;
  readonly trimName: string;
  readonly lengths: readonly PlainLengths[];
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

/** What one set of choices means for the owner. `weeks` null lets the coat's growth set the rhythm. */
export function proposalOf(
  kind: ProposalKind,
  choices: PlanChoices,
  inputFor: (choices: PlanChoices) => PlanInput,
  context: BoardContext,
): Proposal {
  const input = inputFor(choices);
  const plan = planGroom(input);
  const coat = coatOf(input.packs.coats, input.coat.type, input.coat.modifiers, input.coat.dense);
  const estimate = estimateVisit(input, context);
  const upkeep = upkeepOf(plan, coat, input, kind === 'wish' ? choices.wish.weeksBetween : null);
  const marks = plannedAgainstStandard(input.breed, plan);
  const { work } = estimate.price;
  return {
    kind,
    choices: { ...choices, wish: { ...choices.wish, weeksBetween: upkeep.weeks } },
    input,
    plan,
    trimName: byId('trim', input.breed.trims, choices.trimId).name,
    lengths: lengthsByPart(plan, input),
    estimate,
    fit: fitVisit(estimate, context.bookedMinutes, input.packs.times),
    upkeep,
    costPerYear: { lo: work.lo * upkeep.visitsPerYear, hi: work.hi * upkeep.visitsPerYear },
    lost: lostHair(plan, coat, input),
    marks: { kept: marks.filter(({ kept }) => kept).length, of: marks.length },
  };
}

/**
 * Two to four looks for the owner to choose from: the wish taken literally; the nearest trim that keeps the breed; the
 * one that asks least at home; and, where skin, age, mats or a double coat speak, the one that asks least of the dog.
 * Looks that could be taken for each other are shown once.
 */
export function proposeChoices(
  asked: PlanChoices,
  inputFor: (choices: PlanChoices) => PlanInput,
  context: BoardContext,
): readonly Proposal[] {
  const look = (kind: ProposalKind, choices: PlanChoices) => proposalOf(kind, choices, inputFor, context);
  const wish = look('wish', literal(asked, inputFor(asked)));
  const { breed } = wish.input;
  const others = breed.trims
    .filter(({ purposes }) => purposes.includes('pet') || purposes.includes(asked.purpose))
    .flatMap(({ id }) =>
      (['as-drawn', 'shorter'] as const).map((lean) =>
        look('nearest', {
          ...asked,
          trimId: id,
          wish: { ...asked.wish, lean, allOverMm: null },
          doubleCoatConsent: false,
          overrides: [],
        }),
      ),
    );
  const board = [wish];
  const easy = least(
    others.filter(apartFrom(board)),
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

/** The wish as the owner means it: a shaved double coat is shown with the consent it would need. */
function literal(asked: PlanChoices, input: PlanInput): PlanChoices {
  const offered = input.schools.doubleCoat === 'consent' && asked.wish.allOverMm !== null;
  return { ...asked, doubleCoatConsent: asked.doubleCoatConsent || offered };
}

/** A plan that any welfare rule, mat, or time of the dog has changed. */
function welfareSpeaks({ plan, input, fit }: Proposal): boolean {
  const { safety } = input.packs;
  const tender = input.restrictions.some(({ restriction }) => {
    const kind = byId('restriction', safety.restrictions, restriction);
    return kind.scope === 'dog' && (kind.floorMm > 0 || kind.standingMinutes !== null);
  });
  const doubled = plan.zones.some(({ reasons }) =>
    reasons.some(({ rule }) => rule.startsWith('double-coat')),
  );
  const matted = plan.mats?.mats.some(({ decision }) => decision !== 'save') ?? false;
  return tender || matted || fit.visits > 1 || (doubled && input.wish.allOverMm !== null);
}

const broken = ({ marks }: Proposal) => marks.of - marks.kept;

function wantedLengths(wish: Proposal): ReadonlyMap<string, number> {
  const { allOverMm } = wish.choices.wish;
  return new Map(
    wish.plan.zones.map((zone) => {
      const region = byId('zone', wish.input.packs.zones.zones, zoneKindId(zone.zone)).region;
      return [zone.zone, allOverMm !== null && region !== 'head' ? allOverMm : zone.leftMm];
    }),
  );
}

/** Mean difference in length over the skin, as a ratio's log. */
function distance(p: Proposal, wanted: ReadonlyMap<string, number>): number {
  return p.plan.zones.reduce((sum, zone) => {
    const want = wanted.get(zone.zone) ?? zone.leftMm;
    return sum + skinShare(p.input, zone) * Math.abs(Math.log(zone.leftMm / want));
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

const PARTS: readonly (readonly [part: string, kinds: readonly string[]])[] = [
  ['body', ['back', 'rib', 'loin', 'shoulder', 'croup']],
  ['legs', ['foreleg', 'pastern', 'gaskin', 'hock']],
  ['underline', ['brisket', 'belly']],
  ['face', ['foreface', 'cheek', 'beard']],
  ['top of the head', ['topknot', 'brow']],
  ['ears', ['ear-outside', 'ear-fringe']],
  ['tail', ['tail']],
];

function lengthsByPart(plan: Plan, input: PlanInput): readonly PlainLengths[] {
  return PARTS.flatMap(([part, kinds]) => {
    const known = kinds.filter((kind) => input.packs.zones.zones.some(({ id }) => id === kind));
    const lengths = plan.zones.filter((zone) => known.includes(zoneKindId(zone.zone))).map((z) => z.leftMm);
    return lengths.length > 0 ? [{ part, mm: [Math.min(...lengths), Math.max(...lengths)] as const }] : [];
  });
}

function lostHair(plan: Plan, coat: Coat, input: PlanInput): readonly LostHair[] {
  const gone = plan.zones.filter(
    ({ hairMm, leftMm }) => hairMm !== null && hairMm - leftMm >= LOST_MM && leftMm < hairMm / 2,
  );
  return PARTS.flatMap(([region, kinds]): LostHair[] => {
    const zones = gone.filter((zone) => kinds.includes(zoneKindId(zone.zone)));
    if (zones.length === 0) return [];
    const back = zones.map((zone) => daysBack(zone, coat, input));
    return [
      {
        region,
        zones: zones.map(({ zone }) => zone),
        fromMm: Math.max(...zones.map(({ hairMm }) => hairMm ?? 0)),
        toMm: Math.min(...zones.map(({ leftMm }) => leftMm)),
        daysBack: back.includes(null) ? null : Math.max(...back.map((days) => days ?? 0)),
      },
    ];
  });
}

/** A double coat that was shaved may not come back: no date is promised. */
function daysBack(zone: ZonePlan, coat: Coat, { packs }: PlanInput): number | null {
  const shaved = coat.clipping === 'double' && zone.leftMm <= packs.safety.doubleCoat.floorMm * 1.1;
  if (shaved && zone.tool?.technique !== 'scissor') return null;
  const growth = growthIn(coat, zoneKindId(zone.zone));
  const nearly = (zone.hairMm ?? 0) * 0.95;
  const days = daysToReach(growth, zone.leftMm, nearly);
  return days === null ? null : Math.ceil(days / DAYS_PER_WEEK) * DAYS_PER_WEEK;
}
