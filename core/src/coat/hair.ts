import { byId } from '../terms/failure.ts';
import type { CoatModifier, CoatPack, CoatType } from '../packs/coats.ts';
import type { ZoneKind } from '../packs/zones.ts';
import { wholeKindId } from '../terms/zone.ts';

/** Hair never stands straight off the skin. */
const STEEPEST_LAY_DEG = 80;

/** The coat this dog has, after what the groomer saw on it; `changedBy` names each modifier that took effect. */
export interface Coat extends CoatType {
  readonly dense: boolean;
  /** What a trim's lengths are multiplied by on this coat. */
  readonly lengthShare: number;
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
  const changed = applied.reduce<CoatType>(
    (row, { changes, layAddDeg, fullShare }) => ({
      ...row,
      ...changes,
      fullMm:
        row.fullMm === null || changes.fullMm === null ? null : (changes.fullMm ?? row.fullMm) * fullShare,
      layDeg: Math.min(STEEPEST_LAY_DEG, Math.max(row.layDeg, changes.layDeg ?? 0) + layAddDeg),
    }),
    type,
  );
  const lengthShare = applied.reduce((share, modifier) => share * modifier.lengthShare, 1);
  return { ...changed, dense, lengthShare, changedBy: applied };
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

/** How the hair of a zone grows: the coat's rate, to that zone's own full length (its kind's share, else its class's). */
export function growthIn(
  coat: Pick<CoatType, 'rateMmPerMonth' | 'fullMm' | 'fullShares' | 'fullSharesAt'>,
  { id, hair }: Pick<ZoneKind, 'id' | 'hair'>,
): Pick<CoatType, 'rateMmPerMonth' | 'fullMm'> {
  const { rateMmPerMonth, fullMm } = coat;
  return { rateMmPerMonth, fullMm: fullMm === null ? null : fullMm * fullShareIn(coat, { id, hair }) };
}

const fullShareIn = (
  { fullShares, fullSharesAt }: Pick<CoatType, 'fullShares' | 'fullSharesAt'>,
  { id, hair }: Pick<ZoneKind, 'id' | 'hair'>,
): number => fullSharesAt[id] ?? fullSharesAt[wholeKindId(id)] ?? fullShares[hair] ?? 1;

/**
 * A guess at the stretched hair of a place, mm: the grown coat of this coat type (prior), and no more than has grown since birth.
 */
export function grownHair(
  coat: Pick<Coat, 'rateMmPerMonth' | 'fullMm' | 'grownMm' | 'fullShares' | 'fullSharesAt'>,
  kind: Pick<ZoneKind, 'id' | 'hair'>,
  ageMonths: number,
): number {
  const grows = growthIn(coat, kind);
  const grownMm = grows.fullMm ?? (coat.grownMm ?? Infinity) * fullShareIn(coat, kind);
  return Math.min(grownMm, coatAt(grows, 0, ageMonths * DAYS_PER_MONTH));
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
