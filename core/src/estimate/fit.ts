import type { Estimate } from './estimate.ts';
import type { TimePack } from '../packs/times.ts';

/** How a visit goes into the time booked and the time the dog stands. */
export interface Fit {
  /** Times on the table between breaks, and the minutes of breaks. */
  readonly sittings: number;
  readonly pauseMinutes: number;
  /** Minutes over what was booked, breaks included; 0 when it fits. */
  readonly overMinutes: number;
  /** What may be dropped to fit, cosmetic work first; washing, drying, skin and safety never. */
  readonly drop: readonly { readonly part: string; readonly name: string; readonly minutes: number }[];
  /** Still over after dropping: the visits it would take. */
  readonly visits: number;
}

/** Breaks, what to drop and into how many visits, for an estimate against the booked minutes. */
export function fitVisit(estimate: Estimate, bookedMinutes: number, times: TimePack): Fit {
  const need = estimate.minutes.mid;
  const sittings = sittingsFor(need, estimate.standingMinutes);
  const pauseMinutes = (sittings - 1) * times.pauseMinutes;
  const overMinutes = Math.max(0, need + pauseMinutes - bookedMinutes);
  const drop: { part: string; name: string; minutes: number }[] = [];
  let left = need;
  for (const id of times.cosmetic) {
    if (left + pausesIn(left, estimate, times) <= bookedMinutes && tolerable(left, estimate, times)) break;
    const part = estimate.parts.find((one) => one.id === id);
    if (!part) continue;
    drop.push({ part: id, name: part.name, minutes: part.minutes.mid });
    left -= part.minutes.mid;
  }
  const visits = Math.ceil(sittings / times.sittingsPerVisit);
  return { sittings, pauseMinutes, overMinutes, drop, visits };
}

const sittingsFor = (minutes: number, standing: number) => Math.max(1, Math.ceil(minutes / standing));
const pausesIn = (minutes: number, { standingMinutes }: Estimate, { pauseMinutes }: TimePack) =>
  (sittingsFor(minutes, standingMinutes) - 1) * pauseMinutes;
const tolerable = (minutes: number, { standingMinutes }: Estimate, { sittingsPerVisit }: TimePack) =>
  sittingsFor(minutes, standingMinutes) <= sittingsPerVisit;
