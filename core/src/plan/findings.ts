import type { Case } from '../case/resolveCase.ts';
import type { ConflictKind } from '../terms/conflict.ts';
import { byId } from '../terms/failure.ts';
import { isAmong } from '../terms/zone.ts';
import type { Answer, FindingAnswer, MeasureAnswer, Plan, WhyNothing, ZonePlan } from './plan.ts';
import { measuredOff } from '../case/measured.ts';
import type { Side } from '../terms/zone.ts';

/** Hair this short shows no shape, mm (prior). */
const CLEAN_MM = 3.5;
const LIMITS = { 'outline-skin': 'skin', 'outline-hair': 'hair', 'outline-maximum': 'maximum' } as const;

/** What becomes of everything that the hands found of the dog's structure. */
export function findingAnswers(
  visit: Case,
  zones: readonly ZonePlan[],
  conflicts: Plan['conflicts'],
): readonly FindingAnswer[] {
  return visit.facts.dog.findings.map(({ finding, side = null }): FindingAnswer => {
    const { name, at } = byId('finding', visit.packs.findings.findings, finding);
    return { finding, side, ...answerTo({ name, at, side }, zones, conflicts) };
  });
}

/** What becomes of everything the tape says that is not as the breed is. */
export const measureAnswers = (
  visit: Case,
  zones: readonly ZonePlan[],
  conflicts: Plan['conflicts'],
): readonly MeasureAnswer[] =>
  measuredOff(visit).map(({ measure, name, at }) => ({
    measure,
    name,
    ...answerTo({ name, at, side: null }, zones, conflicts),
  }));

function answerTo(
  { name, at, side }: { readonly name: string; readonly at: readonly string[]; readonly side: Side | null },
  zones: readonly ZonePlan[],
  conflicts: Plan['conflicts'],
): Answer {
  const named = zones.flatMap(({ zone, reasons }) =>
    reasons
      .filter((one) => one.stage === 'structure' && !one.overruled && isAbout(one.about, name))
      .map(({ effect }) => ({ zone, changes: effect.kind === 'change' })),
  );
  const changes = [...new Set(named.filter((one) => one.changes).map(({ zone }) => zone))];
  const shapes = [...new Set(named.map(({ zone }) => zone))].filter((zone) => !changes.includes(zone));
  const here = zones.filter((zone) => isAmong(at, zone.zone) && (!side || !zone.side || zone.side === side));
  return { changes, shapes, why: named.length > 0 ? null : whyNothing(here, conflicts) };
}

/** Whether a list of names, as reasons hold it, has this one. */
const isAbout = (about: string, name: string): boolean => `, ${about}, `.includes(`, ${name}, `);

function whyNothing(here: readonly ZonePlan[], conflicts: Plan['conflicts']): WhyNothing {
  if (here.every(({ leftAlone, lost }) => leftAlone || lost)) return 'left-natural';
  const limits = conflicts.filter(({ kind, zone }) => isLimit(kind) && here.some((one) => one.zone === zone));
  for (const { kind } of limits) if (isLimit(kind)) return LIMITS[kind];
  const cut = here.filter(({ leftAlone }) => !leftAlone);
  if (cut.every(({ leftMm }) => leftMm <= CLEAN_MM)) return 'clean';
  return cut.some(({ run }) => run !== null) ? 'one-run' : 'unseen';
}

const isLimit = (kind: ConflictKind): kind is keyof typeof LIMITS => kind in LIMITS;
