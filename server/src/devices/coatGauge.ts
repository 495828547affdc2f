import { gaugeLine } from '@kurrel/contract';
import { bellOf, dice, serialOf } from './simulated.ts';

/**
 * A simulated coat gauge: a pin and sleeve that reads the stretched length of the hair it stands in. Reading number
 * `seq` of a session is the same however often it is asked for, so a broken stream is taken up again where it broke, by
 * whichever server process answers.
 */
export interface GaugeSession {
  readonly session: string;
  /** What the hair really is there, mm. */
  readonly trueMm: number;
}

/** Measurement error of the pin, and how much neighbouring hairs differ, mm. */
const PIN_SD_MM = 0.6;
const HAIR_SHARE = 0.05;
/** One reading in this many catches a fold or a comb tooth. */
const CATCH_EVERY = 17;

export function gaugeReading({ session, trueMm }: GaugeSession, seq: number): number {
  const roll = dice(`${session}:${seq}`);
  const bell = bellOf(roll);
  const spread = Math.hypot(PIN_SD_MM, HAIR_SHARE * trueMm);
  const caught = roll() < 1 / CATCH_EVERY ? trueMm * 0.6 : 0;
  return Math.max(0.3, trueMm + spread * bell + caught);
}

export const gaugeGreeting = (session: string) => gaugeLine.hello(serialOf(session));
