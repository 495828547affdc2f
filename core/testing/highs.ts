import highs from 'highs';
import type { OutlineProblem } from '../src/solver/problem.ts';

const solver = await highs();

/** The same problem by HiGHS, an independent solver: the bends and rows as variables of their own. Seconds, not microseconds. */
export function byHighs(problem: OutlineProblem): {
  readonly x: readonly number[];
  readonly objective: number;
} {
  const solved = solver.solve(asLp(problem));
  if (solved.Status !== 'Optimal') throw new Error(`HiGHS says ${solved.Status}`);
  const x = Array.from({ length: problem.target.length }, (_, i) => {
    const column = solved.Columns[`x${i}`];
    return column && 'Primal' in column ? Number(column.Primal) : NaN;
  });
  return { x, objective: objectiveOf(problem, x) };
}

/** What is minimised, written once more and plainly. */
export function objectiveOf(
  { target, weight, smoothness, closed, rows = [] }: OutlineProblem,
  x: ArrayLike<number>,
): number {
  const n = target.length;
  const at = (i: number) => x[(i + n) % n] as number;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += (weight[i] as number) * (at(i) - (target[i] as number)) ** 2;
  for (let i = closed ? 0 : 1; n > 2 && i < (closed ? n : n - 1); i++)
    sum += smoothness * (at(i - 1) - 2 * at(i) + at(i + 1)) ** 2;
  for (const row of rows)
    sum += row.weight * (row.at.reduce((s, [i, a]) => s + a * at(i), 0) - row.value) ** 2;
  return sum;
}

/** Further off than any answer: without bounds HiGHS calls some problems unbounded, which none is. */
const FAR = 1e4;

function asLp({ target, weight, lo, hi, smoothness, closed, rows = [] }: OutlineProblem): string {
  const n = target.length;
  const term = (a: number, name: string) => `${a < 0 ? '-' : '+'} ${Math.abs(a)} ${name}`;
  const linear: string[] = [];
  const square: string[] = [];
  const subject: string[] = [];
  const bounds: string[] = [];
  for (let i = 0; i < n; i++) {
    const [w, t] = [weight[i] as number, target[i] as number];
    linear.push(term(-2 * w * t, `x${i}`));
    square.push(`+ ${2 * w} x${i} ^2`);
    const least = Number.isFinite(lo[i]) ? lo[i] : -FAR;
    bounds.push(`${least} <= x${i} <= ${Number.isFinite(hi[i]) ? hi[i] : FAR}`);
  }
  const free = (name: string, cost: number, equals: string, value: number) => {
    if (cost === 0) return;
    square.push(`+ ${2 * cost} ${name} ^2`);
    subject.push(`${equals} - 1 ${name} = ${value}`);
    bounds.push(`${name} free`);
  };
  for (let i = closed ? 0 : 1; n > 2 && i < (closed ? n : n - 1); i++)
    free(`b${i}`, smoothness, `1 x${(i - 1 + n) % n} - 2 x${i} + 1 x${(i + 1) % n}`, 0);
  rows.forEach(({ at, value, weight: worth }, r) =>
    free(`r${r}`, worth, at.map(([i, a]) => term(a, `x${i}`)).join(' '), value),
  );
  if (subject.length === 0) subject.push('1 x0 >= -1e9');
  return `Minimize\n obj: ${linear.join(' ')} + [ ${square.join(' ')} ] / 2\nSubject To\n${subject
    .map((row, i) => ` c${i}: ${row}`)
    .join('\n')}\nBounds\n${bounds.join('\n')}\nEnd\n`;
}

/** The least cost of opening facilities and serving every client, by HiGHS as a mixed-integer problem. */
export const cheapestByHighs = (costs: readonly Float64Array[], opening: Float64Array): number =>
  solver.solve(choiceLp(costs, opening)).ObjectiveValue;

function choiceLp(costs: readonly Float64Array[], opening: Float64Array): string {
  const terms: string[] = [];
  const rows: string[] = [];
  const names = new Set<string>();
  costs.forEach((row, z) => {
    const serving: string[] = [];
    row.forEach((cost, f) => {
      if (cost === Infinity) return;
      terms.push(`${cost.toFixed(9)} x${z}_${f}`);
      serving.push(`x${z}_${f}`);
      rows.push(`l${z}_${f}: x${z}_${f} - y${f} <= 0`);
      names.add(`y${f}`);
    });
    rows.push(`s${z}: ${serving.join(' + ')} = 1`);
  });
  for (const y of names) terms.push(`${(opening[Number(y.slice(1))] ?? 0).toFixed(9)} ${y}`);
  return `Minimize\n obj: ${terms.join('\n + ')}\nSubject To\n ${rows.join('\n ')}\nBinary\n ${[...names].join('\n ')}\nEnd\n`;
}
