import type { Packs } from '../packs/packs.ts';

/** How the ids of steps begin that are of places, runs, forms, mats, products. */
const OF_WHAT = [
  'zone',
  'run',
  'form',
  'bulk',
  'mat',
  'bath',
  'finish',
  'open',
  'lines',
  'shape',
  'round',
  'soften',
  'edges',
  'strip',
];
/** Steps that no pack lists. */
const UNLISTED = ['dry', 'lift-in', 'lift-out', 'rough-clip'];

/** Whether some visit can have a step of this id, in this version or an earlier one; a step gone over once more too. */
export function isTaskId({ tasks, patterns }: Pick<Packs, 'tasks' | 'patterns'>, id: string): boolean {
  const go = tasks.secondGoes.find((one) => id.startsWith(`${one.id}:`));
  const bare = go ? id.slice(go.id.length + 1) : id;
  const named = [...tasks.fixed.map((one) => one.id), ...UNLISTED, patterns.lines.id];
  if (named.includes(bare)) return true;
  const [what = '', ...rest] = bare.split(':');
  return OF_WHAT.includes(what) && /^[\w.#-]+(:inside)?$/.test(rest.join(':'));
}
