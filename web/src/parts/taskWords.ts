import type { LengthUnit, Task } from '@kurrel/core';
import { formatLeft } from '@kurrel/core';

/** What a step is, in a few words: “ribs, left”, “foreleg, right, from inside”, “nape: look, then two cuts more”. */
export const taskWord = ({
  name,
  side,
  half,
  again,
}: Pick<Task, 'name' | 'side' | 'half' | 'again'>): string =>
  [name, side, half === null ? null : `from ${half}`].filter(Boolean).join(', ') +
  (again === null ? '' : `: ${again.name}`);

const DIRECTION = { with: 'with the lay', against: 'against the lay', across: 'across the lay' } as const;

/** The tool as this groomer labels it, on its carrier, and which way it runs. */
export function toolWord({ tool, carrier, direction }: Pick<Task, 'tool' | 'carrier' | 'direction'>): string {
  const on = carrier === null ? tool : `${tool} on the ${carrier}`;
  return direction === null ? on : `${on}, ${DIRECTION[direction]}`;
}

export const leftWord = ({ leavesMm }: Pick<Task, 'leavesMm'>, unit: LengthUnit): string | null =>
  leavesMm === null ? null : formatLeft(leavesMm, unit);

export const stanceWord = ({ stance }: Pick<Task, 'stance'>): string =>
  stance.side === null ? stance.name : `at its ${stance.side} ${stance.name}`;

/** Whole minutes; less than one is told as such. */
export const minutesWord = (minutes: number): string =>
  minutes > 0 && minutes < 0.75 ? 'under 1 min' : `${Math.round(minutes)} min`;
