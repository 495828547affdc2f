import type { Direction, ToolOption, ZoneDemand } from '../src/index.ts';
import { pickTools, UNCALIBRATED } from '../src/index.ts';
import { packs } from './packs.ts';

export const { tools } = packs;

/** A sharp blade that leaves so much. */
export function blade(
  toolId: string,
  leavesMm: number,
  direction: Direction = 'with',
  extra: Partial<ToolOption> = {},
): ToolOption {
  return {
    toolId,
    kindId: toolId,
    label: toolId,
    technique: 'clip',
    direction,
    leavesMm,
    sdMm: leavesMm * 0.05,
    calibration: UNCALIBRATED,
    finish: 'smooth',
    skipTooth: false,
    gentle: false,
    small: false,
    effort: 0,
    setUp: 0.6,
    dull: false,
    suitsMm: null,
    roles: [],
    wrongHand: false,
    denseFactor: 1,
    carrierLabel: null,
    ...extra,
  };
}
/** Shears, or what else is cut with by eye. */
export const byHand = (toolId: string, extra: Partial<ToolOption> = {}) =>
  blade(toolId, 0, 'with', {
    technique: 'scissor',
    leavesMm: null,
    sdMm: null,
    finish: 'crafted',
    effort: 1.5,
    setUp: 0.3,
    ...extra,
  });
export const shears = byHand('shears');

/** What a zone asks of a tool, where nothing is special about it. */
export function zone(id: string, targetMm: number, extra: Partial<ZoneDemand> = {}): ZoneDemand {
  return {
    id,
    weight: 1,
    targetMm,
    handMm: targetMm,
    toleranceMm: targetMm * 0.1,
    loMm: 0,
    hiMm: 400,
    rangeMm: [0.75 * targetMm, 1.3 * targetMm],
    techniques: ['clip', 'scissor'],
    promised: [],
    spare: [],
    blades: null,
    smallTools: false,
    roles: [],
    gentlest: false,
    directions: ['with', 'against'],
    skipTooth: true,
    withinMm: Infinity,
    only: null,
    denserHere: false,
    finishes: ['smooth', 'even', 'crafted'],
    drawnDirection: 'with',
    restricted: false,
    ...extra,
  };
}
export const pick = (zones: readonly ZoneDemand[], options: readonly ToolOption[]) =>
  pickTools({ zones, options, tools });
