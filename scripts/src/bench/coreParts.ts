import { performance } from 'node:perf_hooks';
import { FIRST_POLICY } from '@kurrel/contract';
import { AS_DRAWN, bodyOf, outlineOf, planGroom, proposeChoices, resolveCase } from '@kurrel/core';
import type { Choices, DrawerTool } from '@kurrel/core';
import { loadLibrary } from '@kurrel/server/packs/load';
import { DEMO_DOGS } from '@kurrel/server/seed/dogs';
import { DEMO_DRAWER } from '@kurrel/server/seed/drawer';
import { p50p95 } from './quantiles.ts';

const FRAME_MS = 1000 / 60;

/** The core alone on every demo dog: the plan with its tool choice, the outline, the body, as shares of a frame. */
export function coreParts(): void {
  const { packs, breeds } = loadLibrary();
  const drawer: DrawerTool[] = DEMO_DRAWER.map((tool, index) => ({ ...tool, id: `t${index}`, measures: [] }));
  const times = {
    board: [] as number[],
    plan: [] as number[],
    outline: [] as number[],
    body: [] as number[],
  };
  for (const dog of DEMO_DOGS) {
    const breed = breeds.get(dog.breedId);
    if (!breed) continue;
    const choices: Choices = {
      trimId: dog.trimId,
      purpose: dog.purpose,
      wish: { ...AS_DRAWN, ...dog.wish },
      schools: {},
      sides: {},
      overrides: [],
    };
    const facts = {
      dog,
      ageMonths: dog.ageMonths,
      mats: [],
      temper: { handling: 'easy', standingMinutes: null },
      hairMm: {},
      measuredHair: [],
      drawer,
      schools: {},
      matPolicy: FIRST_POLICY.mats,
      firstVisit: false,
      hand: 'right',
      shave: null,
    } as const;
    const visit = resolveCase(packs, breed, facts, choices);
    const rates = FIRST_POLICY.rates;
    const context = { trainee: false, dogHistory: [], groomerHistory: [], rates, bookedMinutes: dog.minutes };
    for (let i = 0; i < 30; i++) {
      const body = timed(times.body, () => bodyOf(packs, breed, dog.measurements, dog.findings));
      const plan = timed(times.plan, () => planGroom(resolveCase(packs, breed, facts, choices)));
      timed(times.outline, () => outlineOf(body.views.side, plan, 'after', false));
      if (i % 8 === 0) timed(times.board, () => proposeChoices(visit, context));
    }
  }
  for (const [what, samples] of Object.entries(times)) {
    const { p50, p95 } = p50p95(samples.slice(samples.length / DEMO_DOGS.length));
    console.log(
      `core, ${what} of ${DEMO_DOGS.length} demo dogs: ${share(p50)} of a 60 Hz frame (p50), ${share(p95)} (p95)`,
    );
  }
}

const share = (ms: number) => `${((100 * ms) / FRAME_MS).toFixed(0)} %`;

function timed<T>(into: number[], work: () => T): T {
  const started = performance.now();
  const result = work();
  into.push(performance.now() - started);
  return result;
}
