import type { Estimate } from '../estimate/estimate.ts';
import type { TimePack } from '../packs/times.ts';
import type { Stretch } from './day.ts';

/**
 * A visit as it goes through the salon: at the table before the bath, in the tub, under the dryer, at the table again. The parts before the
 * one with the role `wash` come before it, those behind the one with the role `dry` after it; mats are worked before water.
 */
export function stretchesOf(
  { parts, mats }: Pick<Estimate, 'parts' | 'mats'>,
  times: TimePack,
): readonly Stretch[] {
  const at = (role: 'wash' | 'dry') => times.parts.findIndex((part) => part.role === role);
  const minutes = (from: number, to: number) =>
    times.parts
      .slice(from, to)
      .reduce((sum, { id }) => sum + (parts.find((one) => one.id === id)?.minutes.mid ?? 0), 0);
  const [wash, dry] = [at('wash'), at('dry')];
  const stretches: readonly Stretch[] = [
    { station: 'table', minutes: minutes(0, wash) + mats.mid },
    { station: 'tub', minutes: minutes(wash, dry) },
    { station: 'dryer', minutes: minutes(dry, dry + 1) },
    { station: 'table', minutes: minutes(dry + 1, times.parts.length) },
  ];
  return stretches
    .map((one) => ({ ...one, minutes: Math.round(one.minutes) }))
    .filter((one) => one.minutes > 0);
}

/** Shares of a visit nobody has planned yet (prior): at the table, in the tub, under the dryer, at the table again. */
const USUAL_SHARES = [0.18, 0.12, 0.2, 0.5] as const;

/** A booking of so many minutes before it is planned. */
export const usualStretches = (minutes: number): readonly Stretch[] =>
  (['table', 'tub', 'dryer', 'table'] as const).map((station, i) => ({
    station,
    minutes: Math.round(minutes * (USUAL_SHARES[i] ?? 0)),
  }));
