/** How long a step had been worked when this device last looked, kept through a reload. */
export interface KeptStep {
  readonly step: string;
  readonly spentMs: number;
  /** When that was, by the clock on the wall. */
  readonly atMs: number;
}

/** A page is away no longer than this while somebody works on, ms: a longer gap is a clock that was set, or a table that was left. */
const LONGEST_GAP_MS = 10 * 60_000;
const KEPT = 'kurrel step in hand';

/** What a step had taken before this page was opened, ms: as it was kept, and the gap since where that can have been one. */
export function spentBefore(kept: KeptStep | null, step: string, nowMs: number): number {
  if (kept?.step !== step) return 0;
  const gapMs = nowMs - kept.atMs;
  return kept.spentMs + (gapMs >= 0 && gapMs <= LONGEST_GAP_MS ? gapMs : 0);
}

export function keepStep(kept: KeptStep): void {
  try {
    localStorage.setItem(KEPT, JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing begins the step anew after a reload.
  }
}

export function keptStep(): KeptStep | null {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? 'null') as KeptStep | null;
  } catch {
    return null;
  }
}
