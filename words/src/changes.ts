import type { LengthUnit, PlanChange, ZonePack } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { placeWord } from './names.ts';
import { reasonSentence } from './reasons.ts';

/** What comes out otherwise in a zone, and why. */
export function planChangeSentence(change: PlanChange, zones: ZonePack, unit: LengthUnit): string {
  const { zone, fromMm, toMm, fromTool, toTool, because } = change;
  const [from, to] = [formatLength(fromMm, unit), formatLength(toMm, unit)];
  const left = toTool === null ? 'left alone' : toTool;
  const what =
    from !== to
      ? `${from} → ${to}${fromTool !== toTool ? `, ${left}` : ''}`
      : `${left} in place of ${fromTool ?? 'leaving it'}`;
  const why = because
    ? reasonSentence(because)
    : toTool === null
      ? 'nothing is in hand for it now'
      : `${toTool} is in hand now`;
  return `${placeWord(zones, zone)}: ${what} (${why})`;
}
