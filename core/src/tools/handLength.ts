/** Shorter hair is told apart to half a millimetre by eye and comb, longer hair to a whole one (trade prior). */
const FINE_MM = 6;

/**
 * The length a hand is asked for, mm: nobody scissors to a tenth, and `HAND_SPREAD` is coarser than that. Rounded to 0.5 mm below 6 mm and
 * to 1 mm above, within `leastMm` to `mostMm`; where no such length lies between them it is `wantedMm` itself.
 */
export function handLength(wantedMm: number, leastMm: number, mostMm: number): number {
  const step = wantedMm < FINE_MM ? 0.5 : 1;
  const near = Math.round(wantedMm / step) * step;
  const asked = near > mostMm ? near - step : near < leastMm ? near + step : near;
  return asked > 0 && asked >= leastMm && asked <= mostMm ? asked : wantedMm;
}

/** From here a hand that follows a shape keeps two millimetres, mm (trade prior). */
const COARSE_MM = 20;

/** A length along a shape as a hand keeps it, mm: to 0.5 below 6, to 1 below 20, to 2 above. */
export function keptLength(mm: number): number {
  const step = mm < FINE_MM ? 0.5 : mm < COARSE_MM ? 1 : 2;
  return Math.round(mm / step) * step;
}
