import type { EstimateContext, Rates } from './estimate.ts';
import type { LoggedPart } from './pace.ts';

/** What a visit's sheet says for estimates: who works, what was logged, what is charged, what was booked. */
export function estimateContextOf(sheet: {
  readonly visit: { readonly minutes: number };
  readonly groomerIsTrainee: boolean;
  readonly history: { readonly dog: readonly LoggedPart[]; readonly groomer: readonly LoggedPart[] };
  readonly salon: { readonly policy: { readonly rates: Rates } };
}): EstimateContext & { readonly bookedMinutes: number } {
  return {
    trainee: sheet.groomerIsTrainee,
    dogHistory: sheet.history.dog,
    groomerHistory: sheet.history.groomer,
    rates: sheet.salon.policy.rates,
    bookedMinutes: sheet.visit.minutes,
  };
}
