import { byId } from '../failure.ts';
import type { CoatModifier, CoatPack, CoatType } from './pack.ts';

/** The coat this dog has, after what the groomer saw on it; `changedBy` names each modifier that took effect. */
export interface Coat extends CoatType {
  readonly dense: boolean;
  readonly changedBy: readonly CoatModifier[];
}

/**
 * The coat row for a dog: its type with the seen modifiers applied in order.
 * @throws MisuseError for a type or modifier the pack does not have.
 */
export function coatOf(pack: CoatPack, typeId: string, modifierIds: readonly string[], dense = false): Coat {
  const type = byId('coat type', pack.types, typeId);
  const applied = modifierIds
    .map((id) => byId('coat modifier', pack.modifiers, id))
    .filter((m) => m.appliesTo.length === 0 || m.appliesTo.includes(typeId));
  const changed = applied.reduce<CoatType>((row, modifier) => ({ ...row, ...modifier.changes }), type);
  return { ...changed, dense, changedBy: applied };
}

const DAYS_PER_MONTH = 30.4375;

/**
 * Stretched length in mm after `days` of growth from `lengthMm`.
 * Finite coats approach their full length, `full − (full − L₀)·e^(−rate·t/full)`; others grow at their rate.
 * Hair already past its full length stays as it is.
 */
export function coatAt(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm'>,
  lengthMm: number,
  days: number,
): number {
  const months = days / DAYS_PER_MONTH;
  if (coat.fullMm === null) return lengthMm + coat.rateMmPerMonth * months;
  if (lengthMm >= coat.fullMm) return lengthMm;
  return coat.fullMm - (coat.fullMm - lengthMm) * Math.exp((-coat.rateMmPerMonth * months) / coat.fullMm);
}

/** How the hair of one kind of zone grows: the coat's rate, to that zone's own full length. */
export function growthIn(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm' | 'fullShares'>,
  zoneKind: string,
): Pick<CoatType, 'rateMmPerMonth' | 'fullMm'> {
  const { rateMmPerMonth, fullMm, fullShares } = coat;
  return { rateMmPerMonth, fullMm: fullMm === null ? null : fullMm * (fullShares[zoneKind] ?? 1) };
}

/** Days until hair of `lengthMm` reaches `targetMm`; null when this coat never gets there. */
export function daysToReach(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm'>,
  lengthMm: number,
  targetMm: number,
): number | null {
  if (lengthMm >= targetMm) return 0;
  if (coat.fullMm === null) return ((targetMm - lengthMm) / coat.rateMmPerMonth) * DAYS_PER_MONTH;
  if (targetMm >= coat.fullMm) return null;
  const months =
    (coat.fullMm / coat.rateMmPerMonth) * Math.log((coat.fullMm - lengthMm) / (coat.fullMm - targetMm));
  return months * DAYS_PER_MONTH;
}

/** Visible length along the hair once the curl is back, in mm (stretched × curl ratio). */
export function visibleAlong(coat: Pick<CoatType, 'curl'>, stretchedMm: number): number {
  return stretchedMm * coat.curl;
}

/** How far the coat stands off the skin, in mm: stretched × curl × sin θ. */
export function visibleDepth(coat: Pick<CoatType, 'curl' | 'layDeg'>, stretchedMm: number): number {
  return stretchedMm * coat.curl * Math.sin((coat.layDeg * Math.PI) / 180);
}

/** What to cut, stretched, so that `visibleMm` is seen along the hair after the curl comes back. */
export function stretchedToShow(coat: Pick<CoatType, 'curl'>, visibleMm: number): number {
  return visibleMm / coat.curl;
}
