import type { Plan } from '@kurrel/core';
import { useCallback, useRef } from 'react';
import type { SetLength, Tick } from '../../parts/ruleScale.ts';
import { RULE, shareOf, snap } from '../../parts/ruleScale.ts';

interface PulledLength {
  readonly plan: Plan;
  readonly coat: { readonly curl: number; readonly layDeg: number };
  readonly curlBack: boolean;
  readonly zones: readonly string[];
  readonly ticks: readonly Tick[];
  readonly onLength: (zones: readonly string[], set: SetLength, gesture: string) => void;
  readonly onGesture: (active: boolean) => void;
}

/** A pulled length takes a tool's so near to it, share of the rule. */
const PULL_SNAP = 0.005;

/** Turns a pull at the coat, mm of its depth, into lengths of the places in hand; null ends the pull. */
export function usePulledLength({
  plan,
  coat,
  curlBack,
  zones,
  ticks,
  onLength,
  onGesture,
}: PulledLength): (byMm: number | null) => void {
  const pull = useRef<{
    readonly fromMm: number;
    readonly leastMm: number;
    readonly mostMm: number;
    readonly gesture: string;
  } | null>(null);
  return useCallback(
    (byMm: number | null) => {
      if (byMm === null) {
        pull.current = null;
        onGesture(false);
        return;
      }
      if (!pull.current) {
        const pulled = plan.zones.filter((one) => zones.includes(one.zone));
        const [held] = pulled;
        if (!held) return;
        pull.current = {
          fromMm: held.leftMm,
          // A pull is no way to ask for what is not safe, or for hair that is not there.
          leastMm: Math.max(RULE.fromMm, ...pulled.map(({ floorMm }) => floorMm)),
          mostMm: Math.min(RULE.toMm, ...pulled.map(({ ceilingMm }) => ceilingMm ?? RULE.toMm)),
          gesture: `pull-${Date.now()}`,
        };
        onGesture(true);
      }
      // How far a hair stands off: depth = length · curl · sin(lay).
      const depth = (curlBack ? coat.curl : 1) * Math.sin((coat.layDeg * Math.PI) / 180);
      const { fromMm, leastMm, mostMm } = pull.current;
      const mm = Math.min(mostMm, Math.max(leastMm, fromMm + byMm / depth));
      const near = ticks.filter((tick) => tick.mm >= leastMm && tick.mm <= mostMm);
      const { mm: toMm, tick } = snap(shareOf(mm), near, PULL_SNAP);
      onLength(zones, { mm: Math.min(mostMm, Math.max(leastMm, toMm)), tick }, pull.current.gesture);
    },
    [plan, zones, coat, curlBack, ticks, onGesture, onLength],
  );
}
