import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import type { ChangeHere } from './changeAt.ts';
import { isAmong } from '../terms/zone.ts';

interface Place {
  readonly area: TrimArea;
  readonly welfare: Welfare;
  readonly outlined: ChangeHere | null;
  /** A blade runs on the skin here. */
  readonly bladed: boolean;
  /** What the house rules leave of a length. */
  readonly schoolShare: number;
}

/**
 * The drawn length as this dog needs it, each change with its reason: findings no outline shows, the outline, hair that looks
 * otherwise here, the coat's condition, restrictions, cover for a neighbour, house rules. Lengths in mm.
 */
export function adjustForStructure(
  visit: Case,
  zone: DogZone,
  { area, welfare, outlined, bladed, schoolShare }: Place,
  drawnMm: number,
): { readonly mm: number; readonly reasons: readonly Reason[] } {
  let mm = drawnMm;
  const reasons: Reason[] = [];
  const change = (toMm: number, why: Reason) => {
    reasons.push({ ...why, effect: { kind: 'change', mm: toMm - mm } });
    mm = toMm;
  };
  for (const { toMm, why } of balances(visit, zone, area, bladed)) change(toMm(mm), why);
  const cover = welfare.beside.find(({ effects }) => effects.neighboursAddMm === welfare.coverMm);
  // What covers a patch is taken shorter by nothing.
  const shapedMm = outlined ? Math.max(outlined.toMm(mm), cover ? mm : 0) : mm;
  if (outlined && shapedMm !== mm) change(shapedMm, outlined.why);
  for (const { share, why } of seenShares(visit, zone, bladed)) {
    const least = Math.min(mm, area.range[0]);
    change(share < 1 ? Math.max(least, mm * share) : mm * share, why);
  }
  const { lengthShare, changedBy } = visit.derived.coat;
  const modifier = changedBy.find((one) => one.lengthShare !== 1);
  if (modifier) {
    change(mm * lengthShare, reason('structure', 'coat-modifier', modifier.name, modifier.source));
  }
  for (const { kind, effects } of welfare.here) {
    if (effects.lengthShare === undefined) continue;
    change(mm * effects.lengthShare, reason('welfare', 'restriction', kind.name, kind.source));
  }
  if (cover) {
    change(mm + welfare.coverMm, reason('structure', 'cover-patch', cover.kind.name, cover.kind.source));
  }
  return { mm: mm * schoolShare, reasons };
}

/**
 * What a finding that no outline shows makes of a length here; half of it where it is mild. Under a blade that shows what is
 * beneath, longer is one blade longer.
 */
export function balances(
  visit: Case,
  zone: DogZone,
  { techniques: [first] }: TrimArea,
  bladed: boolean,
): { readonly toMm: (mm: number) => number; readonly why: Reason }[] {
  const { tools } = visit.packs;
  const shows = bladed && first !== undefined && techniqueKind(tools, first).showsStructure;
  return visit.facts.dog.findings.flatMap(({ finding, severity, side }) => {
    if (side && zone.side && side !== zone.side) return [];
    const { name, source, balance } = byId('finding', visit.packs.findings.findings, finding);
    const half = severity === 'marked' ? 1 : 0.5;
    return balance
      .filter(({ zones }) => isAmong(zones, zone.kind.id))
      .map(({ mm: add = 0, share = 0 }) =>
        shows && share > 0
          ? {
              toMm: (mm: number) => oneLongerMm(tools, mm),
              why: reason('structure', 'shows-structure', name, source),
            }
          : {
              toMm: (mm: number) => mm * (1 + share * half) + add * half,
              why: reason('structure', 'finding', name, source),
            },
      );
  });
}

/** Hair that curls, lies or shines through otherwise here is left longer or shorter, to look even. */
function seenShares(
  visit: Case,
  zone: DogZone,
  bladed: boolean,
): { readonly share: number; readonly why: Reason }[] {
  return visit.derived.signs.flatMap(({ sign, zone: at, level }) => {
    if (at !== zone.id) return [];
    const { lengthShare, onClippedSkin, name, source } = byId('sign', visit.packs.signs.signs, sign);
    if (!lengthShare || (onClippedSkin && !bladed)) return [];
    return [{ share: lengthShare[level ?? 'mild'], why: reason('structure', 'sign-length', name, source) }];
  });
}
