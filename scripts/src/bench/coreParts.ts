import type { VisitSheet } from '@kurrel/contract';
import type { Case, Override, Plan } from '@kurrel/core';
import {
  bodyOf,
  estimateContextOf,
  factsWith,
  outlineOf,
  planGroom,
  proposeChoices,
  rechoose,
  resolveCase,
} from '@kurrel/core';
import { breedOf } from '@kurrel/server/visits/sheet';
import { loadLibrary } from '@kurrel/server/packs/load';
import { spread } from './quantiles.ts';

const FRAME_MS = 1000 / 60;
const ROUNDS = 24;

/** The first visit of the day that has something found on it, as a case. */
export function foundVisit(sheets: readonly VisitSheet[]): Case {
  const library = loadLibrary();
  const found = sheets.find(({ hands }) => hands.findings.length > 0) ?? sheets[0];
  const choices = found?.saved?.choices ?? found?.asked;
  if (!found || !choices) throw new Error('the demo day has no visit with choices');
  return resolveCase(library.packs, breedOf(library, found), factsWith(found, found.hands), choices);
}

/**
 * The core alone on the visits of the demo day, mats, measures and findings included: CPU time of each part as a share of
 * a 60 Hz frame. Every round takes every part of every visit in turn; the spread is between visits.
 */
export function coreParts(sheets: readonly VisitSheet[]): void {
  const library = loadLibrary();
  const { packs } = library;
  const visits = sheets.flatMap((sheet) => {
    const choices = sheet.saved?.choices ?? sheet.asked;
    if (!choices) return [];
    const breed = breedOf(library, sheet);
    const open = (): Case => resolveCase(packs, breed, factsWith(sheet, sheet.hands), choices);
    const visit = open();
    const plan = planGroom(visit);
    const body = bodyOf(packs, breed, sheet.hands.measurements, sheet.hands.findings);
    const parts = {
      body: () => bodyOf(packs, breed, sheet.hands.measurements, sheet.hands.findings),
      plan: () => planGroom(open()),
      // Every length is another each time: what is kept from before does not help.
      outline: () => outlineOf(body.views.side, stretched(plan), 'after', false),
      step: () => planGroom(rechoose(visit, { ...choices, overrides: [nextLength()] })),
      board: () => proposeChoices(visit, estimateContextOf(sheet)),
    };
    return [
      { parts, times: { body: [], plan: [], outline: [], step: [], board: [] } as Record<Part, number[]> },
    ];
  });
  type Part = 'body' | 'plan' | 'outline' | 'step' | 'board';
  const names: readonly Part[] = ['body', 'plan', 'outline', 'step', 'board'];
  for (let round = 0; round < ROUNDS; round++) {
    for (const { parts, times } of visits) {
      for (const name of names) {
        if (name === 'board' && round % 6 !== 0) continue;
        times[name].push(cpuMs(parts[name]));
      }
    }
  }
  for (const name of names) {
    const medians = visits.map(({ times }) => spread(times[name].slice(times[name].length / 4)).p50);
    const { p25, p50, p75, worst } = spread(medians);
    const share = (ms: number) => `${((100 * ms) / FRAME_MS).toFixed(0)} %`;
    console.log(
      `core, ${name} of ${visits.length} real visits: ${share(p50)} of a 60 Hz frame (quartiles ${share(p25)} to ${share(p75)}, worst visit ${share(worst)})`,
    );
  }
}

let turn = 0;
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

function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage();
  work();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}
