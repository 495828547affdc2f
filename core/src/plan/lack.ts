import type { Case } from '../case/resolveCase.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import { reachMm } from '../passes/pickTools.ts';
import type { ToolKind } from '../packs/tools.ts';
import type { Lack } from '../terms/conflict.ts';
import { directionFactor } from '../tools/leaves.ts';

/** Kinds of tool named in one answer. */
const NAMED = 2;

/**
 * What the drawer lacks for a zone: an edge that wants sharpening, a blade for a comb to ride on, or a kind of tool to buy
 * or borrow; null where no kind of tool at all would do.
 */
export function lackFor(visit: Case, demand: ZoneDemand): Lack | null {
  const { kinds, policy } = visit.packs.tools;
  const fits = kinds
    .filter((kind) => !kind.neverChosen && demand.techniques.includes(kind.technique))
    .filter((kind) => demand.skipTooth || !kind.skipTooth)
    .map((kind) => ({ kind, offMm: offMm(kind, demand, visit.coat.layDeg) }))
    .filter(({ offMm }) => offMm <= reachMm(demand, policy))
    .sort((a, b) => a.offMm - b.offMm)
    .map(({ kind }) => kind);
  const owned = fits.filter(({ id }) => visit.drawer.some(({ kindId }) => kindId === id));
  const stranded = owned.filter(
    ({ id, carriers }) => carriers.length > 0 && !visit.options.some(({ kindId }) => kindId === id),
  );
  const atHand = stranded.filter(({ id }) => visit.drawer.some((tool) => tool.kindId === id && tool.atHand));
  const [comb] = atHand;
  if (comb) return { what: 'carrier', kinds: names(kinds.filter(({ id }) => comb.carriers.includes(id))) };
  const dull = owned.filter(({ id }) =>
    visit.drawer.some((tool) => tool.kindId === id && (tool.dull || !tool.atHand)),
  );
  if (dull.length > 0) return { what: 'sharp-tool', kinds: names(dull) };
  return fits.length > 0 ? { what: 'tool', kinds: names(fits) } : null;
}

const names = (kinds: readonly ToolKind[]) => kinds.slice(0, NAMED).map(({ name }) => name);

/** How far a kind is off the target in the drawn direction, mm; hand tools leave what is asked. */
function offMm({ nominalMm }: ToolKind, { targetMm, drawnDirection }: ZoneDemand, layDeg: number): number {
  if (nominalMm === null) return 0;
  return Math.abs(nominalMm * directionFactor(drawnDirection, layDeg) - targetMm);
}
