import type { Case } from '../case/resolveCase.ts';
import type { ConflictKind } from '../terms/conflict.ts';
import { byId } from '../terms/failure.ts';
import { isAmong } from '../terms/zone.ts';
import type { FindingAnswer, Plan, WhyNothing, ZonePlan } from './plan.ts';

/** Hair this short shows no shape, mm (prior). */
const CLEAN_MM = 3.5;
const LIMITS = { 'outline-skin': 'skin', 'outline-hair': 'hair', 'outline-maximum': 'maximum' } as const;

/** What becomes of everything that the hands found of the dog's structure. */
export function findingAnswers(
  visit: Case,
  zones: readonly ZonePlan[],
  conflicts: Plan['conflicts'],
): readonly FindingAnswer[] {
  return visit.facts.dog.findings.map(({ finding, side }): FindingAnswer => {
    const { name, at } = byId('finding', visit.packs.findings.findings, finding);
    const named = zones.flatMap(({ zone, reasons }) =>
      reasons
        .filter((one) => one.stage === 'structure' && !one.overruled && one.about.split(', ').includes(name))
        .map(({ effect }) => ({ zone, changes: effect.kind === 'change' })),
    );
    const changes = [...new Set(named.filter((one) => one.changes).map(({ zone }) => zone))];
    const shapes = [...new Set(named.map(({ zone }) => zone))].filter((zone) => !changes.includes(zone));
    const here = zones.filter(
      (zone) => isAmong(at, zone.zone) && (!side || !zone.side || zone.side === side),
    );
    return {
      finding,
      side: side ?? null,
      changes,
      shapes,
      why: named.length > 0 ? null : whyNothing(here, conflicts),
    };
  });
}

function whyNothing(here: readonly ZonePlan[], conflicts: Plan['conflicts']): WhyNothing {
  if (here.every(({ leftAlone, lost }) => leftAlone || lost)) return 'left-natural';
  const limits = conflicts.filter(({ kind, zone }) => isLimit(kind) && here.some((one) => one.zone === zone));
  for (const { kind } of limits) if (isLimit(kind)) return LIMITS[kind];
  const cut = here.filter(({ leftAlone }) => !leftAlone);
  if (cut.every(({ leftMm }) => leftMm <= CLEAN_MM)) return 'clean';
  return cut.some(({ run }) => run !== null) ? 'one-run' : 'unseen';
}

const isLimit = (kind: ConflictKind): kind is keyof typeof LIMITS => kind in LIMITS;
