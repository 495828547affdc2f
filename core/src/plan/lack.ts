import type { Case } from '../case/resolveCase.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import { isInReach } from '../passes/pickTools.ts';
import { byId } from '../terms/failure.ts';
import type { ToolKind } from '../packs/tools.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import { carrierFor } from '../tools/drawer.ts';
import type { Lack } from '../terms/conflict.ts';
import { directionFactor } from '../tools/leaves.ts';

/** Kinds of tool named in one answer. */
const NAMED = 2;

/**
 * What the drawer lacks for a zone: an edge that wants sharpening, a blade for a comb to ride on, or a kind of tool to buy
 * or borrow; null where no kind of tool at all would do.
 */
export function lackFor(visit: Case, demand: ZoneDemand): Lack | null {
  const { kinds } = visit.packs.tools;
  const fits = kinds
    .filter((kind) => !kind.neverChosen && demand.techniques.includes(kind.technique))
    .filter((kind) => demand.skipTooth || !kind.skipTooth)
    .filter((kind) => demand.smallTools || !kind.small)
    .filter(
      ({ id, carriers, nominalMm }) =>
        nominalMm === null || carriers.length > 0 || (demand.blades?.includes(id) ?? true),
    )
    .filter((kind) => answers(visit, kind, demand))
    .map((kind) => ({ kind, offMm: offMm(kind, demand, visit.derived.coat.layDeg) }))
    .sort((a, b) => a.offMm - b.offMm)
    .map(({ kind }) => kind);
  const owned = fits.filter(({ id }) => visit.facts.drawer.some(({ kindId }) => kindId === id));
  const stranded = owned.filter(
    ({ id, carriers }) => carriers.length > 0 && !visit.derived.options.some(({ kindId }) => kindId === id),
  );
  const atHand = stranded.filter(({ id }) =>
    visit.facts.drawer.some((tool) => tool.kindId === id && tool.atHand),
  );
  const [comb] = atHand;
  if (comb) return { what: 'carrier', kinds: names(kinds.filter(({ id }) => comb.carriers.includes(id))) };
  const dull = owned.filter(({ id }) =>
    visit.facts.drawer.some((tool) => tool.kindId === id && (tool.dull || !tool.atHand)),
  );
  if (dull.length > 0) return { what: 'sharp-tool', kinds: names(dull) };
  return fits.length > 0 ? { what: 'tool', kinds: names(fits) } : null;
}

const names = (kinds: readonly ToolKind[]) => kinds.slice(0, NAMED).map(({ name }) => name);

/** The blade that a tool of the drawer would need to ride on; null where it needs none, or one is at hand. */
export function carrierLack({ packs, facts: { drawer } }: Case, { kindId }: DrawerTool): Lack | null {
  const kind = byId('tool kind', packs.tools.kinds, kindId);
  const stranded =
    kind.carriers.length > 0 &&
    !carrierFor(
      kind,
      drawer.filter(({ atHand }) => atHand),
    );
  return stranded
    ? { what: 'carrier', kinds: names(packs.tools.kinds.filter(({ id }) => kind.carriers.includes(id))) }
    : null;
}

/** Whether a sharp tool of this kind would answer what is asked. */
function answers(visit: Case, { nominalMm }: ToolKind, demand: ZoneDemand): boolean {
  if (nominalMm === null) return true;
  const leavesMm = nominalMm * directionFactor(demand.drawnDirection, visit.derived.coat.layDeg);
  return isInReach(demand, { leavesMm, spreadMm: 0 }, visit.packs.tools);
}

/** How far a kind is off the target in the drawn direction, mm; hand tools leave what is asked. */
function offMm({ nominalMm }: ToolKind, { targetMm, drawnDirection }: ZoneDemand, layDeg: number): number {
  if (nominalMm === null) return 0;
  return Math.abs(nominalMm * directionFactor(drawnDirection, layDeg) - targetMm);
}
