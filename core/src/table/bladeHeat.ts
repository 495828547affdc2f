import type { HeatPolicy, ToolPack } from '../packs/tools.ts';
import { requireNumber } from '../terms/failure.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { TableEvent } from './events.ts';

/** A tool running: since when and until when, minutes from any start. */
export interface Running {
  readonly fromMinutes: number;
  readonly toMinutes: number;
}

/**
 * How hot a blade is, °C: from where it is it goes toward room + rise while it runs and back toward the room while it does not, with one
 * time constant: T(t) = T∞ + (T₀ − T∞)·e^(−t/τ) (brief: blade heat). Times that overlap count once.
 * @throws MisuseError for a run that ends before it begins.
 */
export function bladeHeat(
  runs: readonly Running[],
  nowMinutes: number,
  riseK: number,
  { roomC, tauMinutes }: HeatPolicy,
): number {
  let [at, temperature] = [-Infinity, roomC];
  const toward = (goal: number, minutes: number) => {
    temperature = goal + (temperature - goal) * Math.exp(-minutes / tauMinutes);
  };
  for (const { fromMinutes, toMinutes } of [...runs].sort((a, b) => a.fromMinutes - b.fromMinutes)) {
    requireNumber('toMinutes', toMinutes, fromMinutes);
    const from = Math.max(fromMinutes, at);
    const to = Math.min(toMinutes, nowMinutes);
    if (to <= from) continue;
    if (at > -Infinity) toward(roomC, from - at);
    toward(roomC + riseK, to - from);
    at = to;
  }
  if (at > -Infinity && nowMinutes > at) toward(roomC, nowMinutes - at);
  return temperature;
}

/**
 * When a tool ran, by the log: the minutes of each step done with it up to when it was ended, and from `since` (null: not running) until now;
 * `minuteOf` turns the log's times into the same minutes. A blade that was swapped begins cold: what ran before does not count.
 */
export function runTimes(
  toolId: string,
  events: readonly TableEvent[],
  since: number | null,
  now: number,
  minuteOf: (at: string) => number,
): readonly Running[] {
  const swapped = events.findLast((event) => event.kind === 'swapped' && event.toolId === toolId);
  const cold = swapped ? minuteOf(swapped.at) : -Infinity;
  const done = events.flatMap((event): Running[] => {
    if (event.kind !== 'done' || event.toolId !== toolId) return [];
    const toMinutes = minuteOf(event.at);
    return [{ fromMinutes: toMinutes - event.minutes, toMinutes }];
  });
  const all = since === null ? done : [...done, { fromMinutes: since, toMinutes: now }];
  return all.flatMap(({ fromMinutes, toMinutes }) =>
    cold < toMinutes && fromMinutes < toMinutes
      ? [{ fromMinutes: Math.max(fromMinutes, cold), toMinutes }]
      : [],
  );
}

/** How far a tool heats above the room, K: by what its blade leaves; less with a comb on it; 0 for what has no motor. */
export function riseOf(
  tool: {
    readonly technique: Technique | null;
    readonly carrier: string | null;
    readonly leavesMm: number | null;
  },
  pack: Pick<ToolPack, 'heat' | 'techniques'>,
): number {
  const { bladesK, underCombK } = pack.heat;
  const technique = tool.technique === null ? null : techniqueKind(pack, tool.technique);
  if (tool.carrier !== null || technique?.needsCombedCoat) return underCombK;
  if (!technique?.onSkin || tool.leavesMm === null) return 0;
  const { leavesMm } = tool;
  return bladesK.find(({ toMm }) => leavesMm <= toMm)?.riseK ?? 0;
}

/** Minutes until a running blade is as hot as that; Infinity when it never gets there. */
export function minutesTo(
  celsius: number,
  from: number,
  riseK: number,
  { roomC, tauMinutes }: HeatPolicy,
): number {
  const goal = roomC + riseK;
  if (from >= celsius) return 0;
  return goal <= celsius ? Infinity : -tauMinutes * Math.log((goal - celsius) / (goal - from));
}
