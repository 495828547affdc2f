import { breeds, caseFor, fullDrawer, hairEverywhere } from '../../../core/testing/packs.ts';
import { choiceOfTools } from '../../../core/testing/toolProblems.ts';
import { spread, wallMs } from './quantiles.ts';

const ROUNDS = 20;

/**
 * Which tools to pick up, over every trim of every breed with a full drawer: our search beside the same table as a mixed-integer
 * problem in HiGHS, in turn; the first time of each, while the code is compiled, is left out.
 */
export function tools(): void {
  const ratios: number[] = [];
  let apart = 0;
  for (const { id, trims } of breeds)
    for (const { id: trimId, purposes } of trims) {
      const visit = caseFor(id, {
        trimId,
        purpose: purposes[0] ?? 'pet',
        drawer: fullDrawer,
        hairMm: hairEverywhere(90),
      });
      const { own, byHighs } = choiceOfTools(visit);
      const [a, b] = [own(), byHighs()];
      apart = Math.max(apart, Math.abs(a - b) / Math.max(1, Math.abs(b)));
      const mine = spread(Array.from({ length: ROUNDS }, () => wallMs(own)));
      const other = spread([wallMs(byHighs), wallMs(byHighs), wallMs(byHighs)]);
      ratios.push(other.p50 / mine.p50);
    }
  const { p25, p50, p75 } = spread(ratios);
  const least = Math.min(...ratios);
  console.log(
    `tools, ${ratios.length} trims with a full drawer: HiGHS takes ${p50.toFixed(0)} × (quartiles ${p25.toFixed(0)} to ${p75.toFixed(0)}, least ${least.toFixed(0)}), the same optimum within ${apart.toExponential(0)} of itself (wanted ≥ 20 ×)`,
  );
}
