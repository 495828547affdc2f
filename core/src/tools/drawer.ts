import { byId, MisuseError } from '../terms/failure.ts';
import type { Coat } from '../coat/hair.ts';
import type { TechniqueKind, ToolKind, ToolPack, ToolRole } from '../packs/tools.ts';
import type { Direction, Finish, Hand, Technique } from '../terms/tool.ts';
import type { Calibration } from './calibrate.ts';
import { calibrate, predictedRange, UNCALIBRATED } from './calibrate.ts';
import { leaves } from './leaves.ts';

/** One tool in this groomer's drawer, under the groomer's own label. */
export interface DrawerTool {
  readonly id: string;
  readonly kindId: string;
  readonly label: string;
  /** What the groomer measured it to leave when bought; null takes the trade's number for its kind. */
  readonly lengthMm: number | null;
  readonly dull: boolean;
  /** False while it is away for sharpening. */
  readonly atHand: boolean;
  /** The hand it is made for; null where nobody said, or it fits both. */
  readonly hand: Hand | null;
  readonly measures: readonly DrawerMeasure[];
}

/** An after-measure logged with a tool; what it teaches is shared by coats of one class. */
export interface DrawerMeasure {
  readonly coatClass: string;
  readonly direction: Direction;
  readonly measuredMm: number;
  /** What the tool should have left where it was measured: that direction, lay and density, with k = 1. */
  readonly expectedMm: number;
}

/** A way of doing a zone: a tool of the drawer, and for clippers a direction. */
export interface ToolOption {
  readonly toolId: string;
  readonly kindId: string;
  readonly label: string;
  readonly technique: Technique;
  readonly direction: Direction;
  /** What it leaves on this coat, stretched; null for hand tools, which leave what is asked. */
  readonly leavesMm: number | null;
  /** Spread of that, mm; null for hand tools, whose spread goes with the length (`HAND_SPREAD`). */
  readonly sdMm: number | null;
  readonly calibration: Calibration;
  readonly finish: Finish;
  readonly skipTooth: boolean;
  /** Quiet and cool. */
  readonly gentle: boolean;
  readonly small: boolean;
  /** What shape a hand tool makes. */
  readonly roles: readonly ToolRole[];
  readonly effort: number;
  readonly setUp: number;
  readonly suitsMm: readonly [number, number] | null;
  /** It, or the only blade it can ride on, is dull. */
  readonly dull: boolean;
  /** Made for the groomer's other hand. */
  readonly wrongHand: boolean;
  /** How much more it leaves where the coat is denser than the rest of this dog's. */
  readonly denseFactor: number;
  /** The blade it rides on. */
  readonly carrierLabel: string | null;
}

/** Scissored hair is this even, as a share of its length (trade prior). */
export const HAND_SPREAD = 0.08;

/** The book length of a drawer tool with the lay, mm; null for hand tools. */
export function lengthOf(tool: DrawerTool, kind: ToolKind): number | null {
  return tool.lengthMm ?? kind.nominalMm;
}

/** What the drawer's log teaches about one tool, on one class of coat, in one direction. */
export function calibrationOf(tool: DrawerTool, coatClass: string, direction: Direction): Calibration {
  return calibrate(
    UNCALIBRATED,
    tool.measures.filter((m) => m.coatClass === coatClass && m.direction === direction),
  );
}

/** The technique that passes under a mat and through a filthy coat. @throws MisuseError where the pack has none. */
export function bareTechnique({ techniques }: Pick<ToolPack, 'techniques'>): Technique {
  const bare = techniques.find(({ passesMat }) => passesMat);
  if (!bare) throw new MisuseError('no technique of the packs passes under a mat');
  return bare.id;
}

/** How a technique behaves. @throws MisuseError for one the pack does not describe. */
export const techniqueKind = (pack: Pick<ToolPack, 'techniques'>, technique: Technique): TechniqueKind =>
  byId('technique', pack.techniques, technique);

/**
 * Everything the drawer can do on this coat: each tool at hand in every direction its technique knows, combs only where a
 * carrier blade is at hand. Tools that are away or never chosen are left out.
 * @throws MisuseError for a tool of a kind the pack does not have.
 */
export function toolOptions(
  drawer: readonly DrawerTool[],
  pack: ToolPack,
  coat: Coat,
  hand: Hand | null = null,
): readonly ToolOption[] {
  const atHand = drawer.filter((tool) => tool.atHand);
  return atHand.flatMap((tool): readonly ToolOption[] => {
    const kind = byId('tool kind', pack.kinds, tool.kindId);
    if (kind.neverChosen) return [];
    const carrier = carrierFor(kind, atHand);
    if (kind.carriers.length > 0 && !carrier) return [];
    const { technique } = kind;
    const shared = {
      toolId: tool.id,
      kindId: kind.id,
      label: tool.label,
      technique,
      finish: tool.dull ? ('rough' as const) : kind.finish,
      skipTooth: kind.skipTooth,
      gentle: kind.gentle,
      small: kind.small,
      roles: kind.roles,
      effort: kind.effort,
      setUp: kind.setUp,
      suitsMm: kind.suitsMm,
      dull: tool.dull || carrier?.dull === true,
      wrongHand: kind.handed && hand !== null && tool.hand !== null && tool.hand !== hand,
      denseFactor: coat.dense ? 1 : kind.denseFactor,
      carrierLabel: carrier?.label ?? null,
    };
    const nominalMm = lengthOf(tool, kind);
    if (nominalMm === null) {
      const uncalibrated = { leavesMm: null, sdMm: null, calibration: UNCALIBRATED };
      return [{ ...shared, direction: 'with', ...uncalibrated }];
    }
    return techniqueKind(pack, technique).directions.map((direction) => {
      const calibration = calibrationOf(tool, coat.class, direction);
      const use = { direction, layDeg: coat.layDeg, dense: coat.dense, calibration };
      const left = leaves({ denseFactor: kind.denseFactor, nominalMm }, use);
      return { ...shared, direction, leavesMm: left.mm, sdMm: left.sdMm, calibration };
    });
  });
}

/** The blade a comb would ride on: the first that fits, a sharp one if there is any. */
export function carrierFor(kind: ToolKind, drawer: readonly DrawerTool[]): DrawerTool | undefined {
  const carriers = drawer.filter((tool) => kind.carriers.includes(tool.kindId));
  return carriers.find((tool) => !tool.dull) ?? carriers[0];
}

/**
 * What a tool should leave where it was measured, with k = 1, and between which lengths a reading of it is expected, mm.
 * Null for hand tools, of which there is nothing to learn. @throws MisuseError for a kind the pack does not have.
 */
export function expectedReading(
  tool: DrawerTool,
  pack: ToolPack,
  coat: Coat,
  direction: Direction,
): { readonly expectedMm: number; readonly range: readonly [number, number] } | null {
  const kind = byId('tool kind', pack.kinds, tool.kindId);
  const nominalMm = lengthOf(tool, kind);
  if (nominalMm === null) return null;
  const use = { direction, layDeg: coat.layDeg, dense: coat.dense };
  const expectedMm = leaves({ denseFactor: kind.denseFactor, nominalMm }, use).mm;
  return { expectedMm, range: predictedRange(calibrationOf(tool, coat.class, direction), expectedMm) };
}
