import type { LengthUnit, Task } from '@kurrel/core';
import { formatLeft, leftNumber, otherSide, zoneKindId } from '@kurrel/core';
import { placeWord } from '@kurrel/words';
import { packs } from '../app/packs.ts';

/** What a step is, in a few words: “ribs, left”, “nape: look, then two cuts more”. */
export const taskWord = ({ name, side, again }: Pick<Task, 'name' | 'side' | 'again'>): string =>
  [name, side].filter(Boolean).join(', ') + (again === null ? '' : `: ${again.name}`);

const DIRECTION = { with: 'with the lay', against: 'against the lay', across: 'across the lay' } as const;

/** The tool as this groomer labels it, on its carrier, and which way it runs; of a form all its tools, each once. */
export function toolWord({
  tool,
  carrier,
  direction,
  steps,
  turned,
}: Pick<Task, 'tool' | 'carrier' | 'direction' | 'steps' | 'turned'>): string {
  if (steps.length > 0) return [...new Set(steps.map((step) => step.tool))].join(', ');
  const on = carrier === null ? tool : `${tool} on the ${carrier}`;
  if (direction === null) return on;
  const back = turned.length === 0 ? '' : ` (with it: ${namesOf(turned).join(' · ')})`;
  return `${on}, ${DIRECTION[direction]}${back}`;
}

/** What is left: one length, or where its places differ the least and the most. */
export function leftWord(task: Pick<Task, 'leavesMm' | 'lengths'>, unit: LengthUnit): string | null {
  const said = lengthsOf(task);
  const [least, most] = [said[0], said.at(-1)];
  if (least === undefined || most === undefined) return null;
  return least === most ? formatLeft(least, unit) : `${leftNumber(least, unit)}–${formatLeft(most, unit)}`;
}

/** The lengths a step leaves, each once, the shortest first, mm. */
export const lengthsOf = ({ leavesMm, lengths }: Pick<Task, 'leavesMm' | 'lengths'>): readonly number[] =>
  [...new Set([...lengths, ...(lengths.length === 0 ? [leavesMm] : [])])]
    .filter((mm) => mm !== null)
    .sort((a, b) => a - b);

/** Each place of a step with what is left there; none where it is one length. */
export const placesWord = (task: Pick<Task, 'zones' | 'leavesMm' | 'lengths'>, unit: LengthUnit): string =>
  lengthsOf(task).length < 2
    ? ''
    : [
        ...new Set(
          task.zones.map((zone, i) => {
            const mm = task.lengths[i] ?? null;
            const other = task.lengths[task.zones.indexOf(otherSide(zone))] ?? mm;
            const place = mm === other ? zoneKindId(zone) : zone;
            return mm === null ? '' : `${placeWord(packs.zones, place)} ${leftNumber(mm, unit)}`;
          }),
        ),
      ]
        .filter(Boolean)
        .join(' · ');

/** Places by their names, both sides once. */
export const kindsWord = (zones: readonly string[]): string => namesOf(zones).join(', ');

const namesOf = (zones: readonly string[]): readonly string[] => [
  ...new Set(zones.map((zone) => placeWord(packs.zones, zoneKindId(zone)))),
];

/** Where the groomer stands. */
export function stanceWord({ stance }: Pick<Task, 'stance'>): string {
  if (stance.side !== null) return `at its ${stance.side} ${stance.name}`;
  return packs.tasks.stances.some(({ id, paired }) => id === stance.id && paired)
    ? `at both its ${stance.name}s`
    : stance.name;
}

/** Whole minutes; less than one is told as such. */
export const minutesWhole = (minutes: number): string =>
  minutes > 0 && minutes < 0.75 ? 'under 1 min' : `${Math.round(minutes)} min`;
