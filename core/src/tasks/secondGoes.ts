import type { Case, Derived } from '../case/resolveCase.ts';
import type { SecondGo } from '../packs/tasks.ts';
import { isAmong } from '../terms/zone.ts';
import type { Draft } from './plainTask.ts';

/**
 * The steps of the work, each with what its place is gone over for once more behind it: a whorl against its own growth, hair that lies
 * combed up against it, thinning looked at before two cuts more. A second go takes its share of the step's minutes. Where it would be a few
 * seconds, and on a trigger, to which nobody comes back, it is said at the step itself.
 */
export const withSecondGoes = (visit: Case, work: readonly Draft[]): readonly Draft[] =>
  work.flatMap((step) => {
    const wanted = visit.packs.tasks.secondGoes.filter((go) => wants(visit, step, go));
    const goes = wanted.filter(
      ({ share, leastMinutes }) => !step.trigger && step.minutes * share >= leastMinutes,
    );
    const share = goes.reduce((sum, go) => sum + go.share, 0);
    const said = wanted.flatMap((go) => (goes.includes(go) ? [] : [go.how]));
    return [
      { ...step, minutes: step.minutes * (1 - share), how: [...step.how, ...said] },
      ...goes.map((go) => ({
        ...step,
        id: `${go.id}:${step.id}`,
        minutes: step.minutes * go.share,
        hold: null,
        how: [go.how],
        craft: [],
        after: [step.id],
        again: { name: go.name, of: step.id },
        pair: null,
      })),
    ];
  });

function wants(visit: Case, { zone, technique }: Draft, go: SecondGo): boolean {
  if (zone === null || technique === null || !go.techniques.includes(technique)) return false;
  const seenHere = ({ sign, zone: at }: Derived['signs'][number]) =>
    at === zone && go.signs?.includes(sign) === true;
  return (
    (go.zones.length === 0 || isAmong(go.zones, zone)) &&
    visit.derived.coat.layDeg <= (go.layDegAtMost ?? Infinity) &&
    (go.signs === undefined || visit.derived.signs.some(seenHere))
  );
}
