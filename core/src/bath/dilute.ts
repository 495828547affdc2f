import type { Dilution } from '../packs/treatments.ts';
import { requireNumber } from '../terms/failure.ts';

/** A mix, mL: concentrate and water to pour, the water the coat has already, and what it has more than the mix wants. */
export interface Mix {
  readonly totalMl: number;
  readonly concentrateMl: number;
  readonly waterMl: number;
  readonly fromCoatMl: number;
  readonly tooWetMl: number;
}

/**
 * What to pour for so much mix on the coat. “N to 1”: N parts of water to one of concentrate, V/(N+1); “1 in N”: one part
 * in N, V/N. A coat that is wet already dilutes it again, so its water is left out of what is poured.
 * 2 200 mL at 10 to 1 → 200 + 2 000; at 1 in 10 → 220 + 1 980; 2 000 mL at 9 to 1 on a coat holding 1 000 → 200 + 800.
 * @throws MisuseError for an amount below nothing or a dilution of less than one part.
 */
export function dilute(totalMl: number, { notation, n }: Dilution, heldMl = 0): Mix {
  requireNumber('totalMl', totalMl, 0);
  requireNumber('heldMl', heldMl, 0);
  requireNumber('n', n, notation === '1-in' ? 1 : 0);
  const concentrateMl = notation === 'to-1' ? totalMl / (n + 1) : totalMl / n;
  const wantedMl = totalMl - concentrateMl;
  const fromCoatMl = Math.min(heldMl, wantedMl);
  return {
    totalMl,
    concentrateMl,
    waterMl: wantedMl - fromCoatMl,
    fromCoatMl,
    tooWetMl: heldMl - fromCoatMl,
  };
}

/** As it can be measured in a jug, mL: to 5 from 20 on, to 1 below. */
export const asPoured = (ml: number): number => (ml >= 20 ? Math.round(ml / 5) * 5 : Math.round(ml));
