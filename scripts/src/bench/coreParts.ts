import { performance } from 'node:perf_hooks';
import type { VisitSheet } from '@kurrel/contract';
import type { Case, Override, Plan } from '@kurrel/core';
import {
  bathPlan,
  bodyOf,
  clipLines,
  estimateContextOf,
  estimateVisit,
  exactStage,
  factsWith,
  orderWork,
  drawnContours,
  planGroom,
  proposeChoices,
  withChoices,
  resolveCase,
  searchedStage,
  tasksOf,
  toolPasses,
} from '@kurrel/core';
import { breedOf } from '@kurrel/server/visits/sheet';
import { loadLibrary } from '@kurrel/server/packs/load';
import { spread } from './quantiles.ts';

const FRAME_MS = 1000 / 60;
const BLOCKS = 12;
const ROUNDS = 6;
const ORDERED = 24;

/** The first visit of the day that has something found on it, as a case. */
export function foundVisit(sheets: readonly VisitSheet[]): Case {
  const library = loadLibrary();
  const found = sheets.find(({ hands }) => hands.findings.length > 0) ?? sheets[0];
  const choices = found?.saved?.choices ?? found?.asked;
  if (!found || !choices) throw new Error('the demo day has no visit with choices');
  return resolveCase(library.packs, breedOf(library, found), factsWith(found, found.hands), choices);
}

/**
 * The core alone on the visits of the demo day, mats, measures and findings included: CPU time of each part as
 * a share of a 60 Hz frame, the threads of the collector and the compiler included, and the 95th percentile by
 * the clock as well, as a page waits for it. Blocks of one part of one visit, as a groomer works at one dog,
 * the visits in turn; the first quarter of the blocks, while the code is compiled, is left out. The spread is
 * between visits, the 95th percentile of all samples. `again`: every contour of the dog solved for other
 * lengths, tools and passes picked, the side drawn anew. `passes`: one contour of 60 stations blocked in with
 * every comb of the drawer.
 */
export function coreParts(sheets: readonly VisitSheet[]): void {
  const library = loadLibrary();
  const { packs } = library;
  const visits = sheets.flatMap((sheet) => {
    const choices = sheet.saved?.choices ?? sheet.asked;
    if (!choices) return [];
    const breed = breedOf(library, sheet);
    const open = (): Case => resolveCase(packs, breed, factsWith(sheet, sheet.hands), choices);
    const [visit, leaning] = [open(), open()];
    let leant = 0;
    const plan = planGroom(visit);
    const body = bodyOf(packs, breed, sheet.hands.measurements, sheet.hands.findings);
    const parts = {
      body: () => bodyOf(packs, breed, sheet.hands.measurements, sheet.hands.findings),
      plan: () => planGroom(open()),
      // Every length is another each time: what is kept from before does not help.
      outline: () => drawnContours(body.views.side, stretched(plan), 'after', false),
      again: () => {
        const wish = { ...choices.wish, lean: LEANS[++leant % LEANS.length] ?? 'as-drawn' };
        drawnContours(body.views.side, planGroom(withChoices(leaning, { ...choices, wish })), 'after', false);
      },
      step: () => planGroom(withChoices(visit, { ...choices, overrides: [nextLength()] })),
      passes: () => toolPasses({ ...BLOCKED, ...packs.tools.policy.passes, labels: labelsOf(visit) }),
      lines: () => clipLines(packs, breed, visit.derived.trim, body),
      board: () => proposeChoices(visit, estimateContextOf(sheet)),
    };
    return [{ parts, samples: new Map<Part, Sample[]>(PARTS.map((name) => [name, []])) }];
  });
  for (let block = 0; block < BLOCKS; block++)
    for (const { parts, samples } of visits)
      for (const name of PARTS)
        for (let round = 0; round < (name === 'board' ? 1 : ROUNDS); round++)
          samples.get(name)?.push(sampled(parts[name]));
  for (const name of PARTS) {
    const warm = visits.map(
      ({ samples }) => samples.get(name)?.slice((samples.get(name)?.length ?? 0) / 4) ?? [],
    );
    const medians = warm.map((of) => spread(of.map(({ cpuMs }) => cpuMs)).p50);
    const { p25, p50, p75, worst } = spread(medians);
    const p95 = (of: keyof Sample) => spread(warm.flat().map((one) => one[of])).p95;
    const share = (ms: number) => `${((100 * ms) / FRAME_MS).toFixed(0)} %`;
    console.log(
      `core, ${name} of ${visits.length} real visits: ${share(p50)} of a 60 Hz frame (quartiles ${share(p25)} to ${share(p75)}, worst visit ${share(worst)}), p95 ${share(p95('cpuMs'))}, by the clock ${share(p95('wallMs'))}`,
    );
  }
}

/**
 * The order of the demo day's dogs: steps, time, and how far from the best there can be; and a stage of sixteen
 * kinds of step, the largest that is ordered exactly, beside the search on the same one.
 */
export function orders(sheets: readonly VisitSheet[]): void {
  const library = loadLibrary();
  const { packs } = library;
  const found = sheets.flatMap((sheet) => {
    const choices = sheet.saved?.choices ?? sheet.asked;
    if (!choices) return [];
    const visit = resolveCase(packs, breedOf(library, sheet), factsWith(sheet, sheet.hands), choices);
    const plan = planGroom(visit);
    const tasks = tasksOf(
      visit,
      plan,
      bathPlan(visit, plan),
      estimateVisit(visit, plan, estimateContextOf(sheet)),
    );
    const problem = {
      tasks,
      costs: packs.tasks.costs,
      patience: visit.derived.standing.minutes,
      restMinutes: packs.times.pauseMinutes,
    };
    const times = Array.from({ length: ORDERED }, () => sampled(() => orderWork(problem)).cpuMs);
    const { cost, lowerBound, exact } = orderWork(problem);
    return [{ steps: tasks.length, ms: spread(times.slice(4)).p50, gap: (cost - lowerBound) / cost, exact }];
  });
  const steps = found.map((one) => one.steps);
  const ms = spread(found.map((one) => one.ms));
  console.log(
    `order of ${found.length} dogs, ${Math.min(...steps)} to ${Math.max(...steps)} steps: ${ms.p50.toFixed(1)} ms (worst ${ms.worst.toFixed(1)}), ${found.filter(({ exact }) => exact).length} proven, gap at most ${(100 * Math.max(...found.map(({ gap }) => gap))).toFixed(2)} % (wanted ≤ 2 % in ≤ 1 s)`,
  );
  const units = Array.from({ length: 16 }, (_, i) => ({
    minutes: 1 + ((i * 7) % 9),
    tool: (i * 5) % 6,
    stance: (i * 3) % 4,
    hands: i % 7 === 0 ? 1 : 0,
    weight: i % 5 === 0 ? 0.05 : 0,
    before: i % 6 === 5 ? [i - 5] : [],
  }));
  const costs = packs.tasks.costs;
  const exact = spread(
    Array.from({ length: 8 }, () => sampled(() => exactStage(units, null, costs, 30)).cpuMs),
  );
  const searched = spread(
    Array.from({ length: 4 }, () => sampled(() => searchedStage(units, null, costs, 30)).cpuMs),
  );
  const least = Math.min(...exactStage(units, null, costs, 30).cost);
  const near = Math.min(...searchedStage(units, null, costs, 30).frontier.cost);
  console.log(
    `a stage of 16 kinds of step: exactly in ${exact.p50.toFixed(0)} ms; searched in ${searched.p50.toFixed(0)} ms, ${(100 * (near / least - 1)).toFixed(2)} % above the exact answer`,
  );
}

const PARTS = ['body', 'plan', 'outline', 'again', 'step', 'passes', 'lines', 'board'] as const;
type Part = (typeof PARTS)[number];

/** A hollow along a back, as `toolPasses` is asked. */
const BLOCKED = {
  wantedMm: Array.from({ length: 60 }, (_, i) => 13 + 10 * Math.sin((Math.PI * i) / 60)),
  spacingMm: 6,
};
const labelsOf = ({ derived: { options } }: Case) => [
  { leavesMm: null, toleranceMm: 1 },
  ...options.flatMap(({ leavesMm, technique }) =>
    technique === 'comb' && leavesMm !== null ? [{ leavesMm, toleranceMm: 0.1 * leavesMm }] : [],
  ),
];

let turn = 0;
/** More of them than solutions are kept: every contour is solved again. */
const LEANS = ['shorter', 'as-drawn', 'longer'] as const;
const stretched = (plan: Plan): Plan => {
  const by = 1 + (++turn % 50) / 500;
  return { ...plan, zones: plan.zones.map((zone) => ({ ...zone, leftMm: zone.leftMm * by })) };
};

/** A bead's next length. */
const nextLength = (): Override => ({
  zone: 'back',
  targetMm: 5 + (++turn % 40) / 10,
  toolId: null,
  direction: null,
  acknowledged: false,
  reason: '',
});

interface Sample {
  readonly cpuMs: number;
  readonly wallMs: number;
}

export function sampled(work: () => unknown): Sample {
  const [before, from] = [process.cpuUsage(), performance.now()];
  work();
  const wallMs = performance.now() - from;
  const { user, system } = process.cpuUsage(before);
  return { cpuMs: (user + system) / 1000, wallMs };
}
