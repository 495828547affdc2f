import { byId } from '../failure.ts';
import type { Coat } from '../coat/hair.ts';
import type { Calibration } from './calibrate.ts';
import { calibrate, UNCALIBRATED } from './calibrate.ts';
import { leaves } from './leaves.ts';
import type { Direction, Finish, Technique, ToolKind, ToolPack } from './pack.ts';

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
  readonly measures: readonly DrawerMeasure[];
}

/** An after-measure logged with a tool; what it teaches is shared by coats of one class. */
export interface DrawerMeasure {
  readonly coatClass: string;
  readonly direction: Direction;
  readonly measuredMm: number;
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
  /** Spread of that in mm; for hand tools as a share of the length (`HAND_SPREAD`). */
  readonly sdMm: number;
  readonly calibration: Calibration;
  readonly finish: Finish;
  readonly skipTooth: boolean;
  readonly effort: number;
  /** The blade a guard comb rides on. */
  readonly carrierLabel: string | null;
}

/** Scissored hair is this even, as a share of its length (trade prior). */
export const HAND_SPREAD = 0.08;
/** A dull edge drags and leaves tracks: it is only taken when nothing else fits (trade prior). */
const DULL_EFFORT = 0.5;

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

const DIRECTIONS: readonly Direction[] = ['with', 'across', 'against'];

/**
 * Everything the drawer can do on this coat: clippers in three directions, combs with and against where a carrier
 * blade is at hand, hand tools once. Tools that are away or never chosen are left out.
 * @throws MisuseError for a tool of a kind the pack does not have.
 */
export function toolOptions(
  drawer: readonly DrawerTool[],
  pack: ToolPack,
  coat: Coat,
): readonly ToolOption[] {
  const atHand = drawer.filter((tool) => tool.atHand);
  return atHand.flatMap((tool): readonly ToolOption[] => {
    const kind = byId('tool kind', pack.kinds, tool.kindId);
    if (kind.neverChosen) return [];
    const carrier = carrierFor(kind, atHand);
    if (kind.carriers.length > 0 && !carrier) return [];
    const shared = {
      toolId: tool.id,
      kindId: kind.id,
      label: tool.label,
      technique: kind.technique,
      finish: tool.dull ? ('rough' as const) : kind.finish,
      skipTooth: kind.skipTooth,
      effort: kind.effort + (tool.dull ? DULL_EFFORT : 0),
      carrierLabel: carrier?.label ?? null,
    };
    const nominalMm = lengthOf(tool, kind);
    if (nominalMm === null) {
      return [
        {
          ...shared,
          direction: 'with' as const,
          leavesMm: null,
          sdMm: HAND_SPREAD,
          calibration: UNCALIBRATED,
        },
      ];
    }
    return DIRECTIONS.filter((direction) => kind.technique !== 'comb' || direction !== 'across').map(
      (direction) => {
        const calibration = calibrationOf(tool, coat.class, direction);
        const use = { direction, layDeg: coat.layDeg, dense: coat.dense, calibration };
        const left = leaves({ technique: kind.technique, nominalMm }, use);
        return { ...shared, direction, leavesMm: left.mm, sdMm: left.sdMm, calibration };
      },
    );
  });
}

function carrierFor(kind: ToolKind, drawer: readonly DrawerTool[]): DrawerTool | undefined {
  const carriers = drawer.filter((tool) => kind.carriers.includes(tool.kindId));
  return carriers.find((tool) => !tool.dull) ?? carriers[0];
}
