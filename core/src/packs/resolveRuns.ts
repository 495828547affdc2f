import type { Areas, TrimArea } from './breed.ts';
import type { Run, RunRow } from './runs.ts';
import type { ToolPack } from './tools.ts';
import { byId, MisuseError } from '../terms/failure.ts';

/**
 * The runs of a trim: of the rows in their order, a later one takes the places it names out of those before it, and one
 * with the id of an earlier one takes its place. Runs that keep no place are left out.
 */
export function runsOf(rows: readonly RunRow[], spelledOut: (names: readonly string[]) => readonly string[]) {
  let runs: readonly Run[] = [];
  for (const row of rows) {
    const path = spelledOut(row.path);
    const before = runs
      .filter(({ id }) => id !== row.id)
      .map((run) => ({ ...run, path: run.path.filter((kind) => !path.includes(kind)) }));
    runs = [
      ...before,
      { from: null, to: null, liftOff: [], how: null, ...row, mayTurn: spelledOut(row.mayTurn ?? []), path },
    ];
  }
  return runs.filter(({ path }) => path.length > 0);
}

/** Whether a trim draws a place for a machine. */
export const isMachined = (
  { techniques: [first] }: Pick<TrimArea, 'techniques'>,
  { techniques }: Pick<ToolPack, 'techniques'>,
) => first !== undefined && byId('technique', techniques, first).onSkin;

/**
 * One run is one length, one technique and, but for the places that may turn, one direction: what the trim draws for a
 * machine in its places agrees, and every such place is in a run.
 * @throws MisuseError naming the trim, the run and the places that differ, or a place in no run.
 */
export function requireOneLength(
  runs: readonly Run[],
  areas: Areas,
  tools: Pick<ToolPack, 'techniques'>,
  where: string,
): void {
  const said = (kind: string) => {
    const area = areas[kind];
    if (!area || !isMachined(area, tools)) return [];
    const { mm, techniques, direction } = area;
    return [{ kind, length: `${techniques[0] ?? ''} ${mm} mm`, direction }];
  };
  for (const { id, path, mayTurn } of runs) {
    const drawn = path.flatMap(said);
    const first = drawn.find(({ kind }) => !mayTurn.includes(kind)) ?? drawn[0];
    const other = drawn.find(
      ({ kind, length, direction }) =>
        length !== first?.length || (direction !== first.direction && !mayTurn.includes(kind)),
    );
    if (first && other)
      throw new MisuseError(
        `${where}: run "${id}" is one length, but "${first.kind}" says ${first.length} ${first.direction} and "${other.kind}" ${other.length} ${other.direction}`,
      );
  }
  const inRuns = new Set(runs.flatMap(({ path }) => path));
  const outside = Object.keys(areas).find((kind) => said(kind).length > 0 && !inRuns.has(kind));
  if (outside !== undefined) throw new MisuseError(`${where}: "${outside}" is in no run`);
}
