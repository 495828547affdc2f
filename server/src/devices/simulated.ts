import { createHash } from 'node:crypto';

/** Uniform numbers in [0, 1) from a text: the same text, the same numbers, on whichever server process. */
export function dice(text: string): () => number {
  const bytes = createHash('sha256').update(text).digest();
  let at = 0;
  return () => bytes.readUInt32BE((at++ * 4) % bytes.length) / 2 ** 32;
}

/** A number of about normal spread: mean 0, standard deviation 1. */
export const bellOf = (roll: () => number): number => (roll() + roll() + roll() + roll() - 2) * Math.sqrt(3);

/** The serial number a simulated device calls itself by. */
export const serialOf = (session: string): string =>
  `SIM-${createHash('sha256').update(session).digest('hex').slice(0, 4).toUpperCase()}`;
