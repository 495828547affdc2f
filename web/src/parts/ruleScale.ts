import type { ToolOption } from '@kurrel/core';

/** The coat rule: a logarithmic ruler of lengths, 0.2 to 150 mm. */
export const RULE = { fromMm: 0.2, toMm: 150 } as const;
const SPAN = Math.log(RULE.toMm / RULE.fromMm);

/** Position along the rule, 0 to 1. */
export const shareOf = (mm: number): number =>
  Math.min(1, Math.max(0, Math.log(Math.max(mm, 1e-6) / RULE.fromMm) / SPAN));
export const mmAt = (share: number): number => RULE.fromMm * Math.exp(Math.min(1, Math.max(0, share)) * SPAN);

export interface Tick {
  readonly key: string;
  readonly toolId: string;
  readonly label: string;
  readonly mm: number;
  readonly sdMm: number;
  readonly against: boolean;
}

/** A tick for every blade and comb, with the lay and against it; the pass across is left out for room. */
export function ticksOf(options: readonly ToolOption[]): readonly Tick[] {
  return options.flatMap((option) =>
    option.leavesMm === null || option.direction === 'across' || option.dull
      ? []
      : [
          {
            key: `${option.toolId} ${option.direction}`,
            toolId: option.toolId,
            label: option.label,
            mm: option.leavesMm,
            sdMm: option.sdMm ?? 0,
            against: option.direction === 'against',
          },
        ],
  );
}

/** A length set on the rule: on a tick it names that tool too, between ticks it is a length alone. */
export interface SetLength {
  readonly mm: number;
  readonly tick: Tick | null;
}

/** The nearest tick within `reach` of the share, else the length there. */
export function snap(share: number, ticks: readonly Tick[], reach: number): SetLength {
  let tick: Tick | null = null;
  let least = reach;
  for (const candidate of ticks) {
    const away = Math.abs(shareOf(candidate.mm) - share);
    if (away > least) continue;
    tick = candidate;
    least = away;
  }
  return tick ? { mm: tick.mm, tick } : { mm: roundMm(mmAt(share)), tick: null };
}

/** The next tick shorter or longer than a length; the length as it is at the end of the rule. */
export function nextTick(mm: number, ticks: readonly Tick[], longer: boolean): SetLength {
  const sorted = [...ticks].sort((a, b) => (longer ? a.mm - b.mm : b.mm - a.mm));
  const tick = sorted.find((t) => (longer ? t.mm > mm * 1.004 : t.mm < mm * 0.996));
  return tick ? { mm: tick.mm, tick } : { mm, tick: null };
}

/** As finely as it can be worked: tenths under a centimetre, half millimetres above. */
export function roundMm(mm: number): number {
  if (mm < 1) return Math.round(mm * 100) / 100;
  return mm < 10 ? Math.round(mm * 10) / 10 : Math.round(mm * 2) / 2;
}

/** Rows for labels along a line so that none overlaps in its row; −1 where no row has room. */
export function labelRows(
  labels: readonly { readonly at: number; readonly width: number }[],
  rows: number,
): readonly number[] {
  const ends = new Array<number>(rows).fill(-Infinity);
  const order = labels.map((_, index) => index).sort((a, b) => (labels[a]?.at ?? 0) - (labels[b]?.at ?? 0));
  const result = new Array<number>(labels.length).fill(-1);
  for (const index of order) {
    const label = labels[index];
    if (!label) continue;
    const row = ends.findIndex((end) => end <= label.at - label.width / 2);
    if (row < 0) continue;
    result[index] = row;
    ends[row] = label.at + label.width / 2 + 3;
  }
  return result;
}
