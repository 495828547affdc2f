import type { ToolOption } from '../tools/drawer.ts';
import type { Override } from './input.ts';
import type { Limits } from './limits.ts';
import type { Conflict, Reason } from './reason.ts';
import { conflict } from './target.ts';
import type { DogZone } from './zones.ts';

/** An override is followed unless there is no hair for it, or it is unsafe and nobody has said they read the warning. */
export function allowed(
  override: Override,
  zone: DogZone,
  limits: Limits,
  plannedMm: number,
  options: readonly ToolOption[],
  conflicts: Conflict[],
): boolean {
  if (override.targetMm !== null && override.targetMm > limits.ceilingMm) {
    conflicts.push(
      conflict('override-beyond-hair', zone, limits.ceilingMm, override.targetMm, override.reason),
    );
    return false;
  }
  if (!isUnsafe(override, limits, options) || override.acknowledged) return true;
  const text = limits.texts[0] ?? limits.reasons[0]?.about ?? '';
  conflicts.push(conflict('override-unsafe', zone, plannedMm, override.targetMm, text));
  return false;
}

function isUnsafe(override: Override, limits: Limits, options: readonly ToolOption[]): boolean {
  if (limits.leaveAlone || limits.doubleCoat === 'declined') return true;
  if (override.targetMm !== null && override.targetMm < limits.floorMm) return true;
  if (override.direction !== null && !limits.directions.includes(override.direction)) return true;
  const ways = options.filter(
    ({ toolId, direction }) =>
      toolId === override.toolId && (override.direction === null || direction === override.direction),
  );
  const [way] = ways.filter(({ direction }) => limits.directions.includes(direction));
  if (!way) return ways.length > 0;
  if (way.leavesMm !== null && way.leavesMm < limits.floorMm - 1e-9) return true;
  return limits.forbidden.includes(way.technique) || (way.skipTooth && !limits.skipToothAllowed);
}

export function overrideReason(rule: Reason['rule'], override: Override, effect: Reason['effect']): Reason {
  return { stage: 'override', rule, about: override.reason, source: 'groomer', effect, overruled: false };
}
