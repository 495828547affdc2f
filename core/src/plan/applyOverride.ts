import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import type { Rule } from '../packs/breed.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { Purpose } from '../terms/dog.ts';
import { handLength } from '../tools/handLength.ts';
import { carrierLack } from './lack.ts';
import { bladesAt } from '../welfare/mayEnter.ts';
import { dangersOf, isFollowed, openedBy } from '../welfare/overrides.ts';
import { isAmong } from '../terms/zone.ts';

/** A zone with everything settled but its tool. */
export interface Settled {
  readonly target: ZoneTarget;
  readonly targetMm: number;
  readonly toleranceMm: number;
  /** The groomer's override, where it is followed. */
  readonly override: Override | null;
  /** Null where nothing is done. */
  readonly demand: ZoneDemand | null;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
}

/** The groomer's override over the target, and what that asks of a tool. */
export function applyOverride(visit: Case, target: ZoneTarget): Settled {
  const asked = visit.derived.overrides.find(({ zone }) => zone === target.zone.id) ?? null;
  const refused = asked === null ? null : refusal(visit, target, asked);
  const override = refused === null ? asked : null;
  const own = override?.targetMm ?? null;
  const targetMm = own ?? target.mm;
  const withinMm = toleranceMm(visit, targetMm, override);
  const effect = { kind: 'target', mm: targetMm } as const;
  const reasons =
    own === null
      ? target.reasons
      : [
          ...target.reasons.map((one) => struckBy(own, one)),
          reason('override', 'override-length', override?.reason ?? '', 'groomer', effect),
        ];
  return {
    target,
    targetMm,
    toleranceMm: withinMm,
    override,
    demand: demandOf(visit, target, override, targetMm, withinMm),
    reasons,
    conflicts: refused === null ? target.conflicts : [...target.conflicts, refused],
  };
}

/** How far off a length still is that length, mm: closer for show, and where the groomer has asked for it. */
export function toleranceMm(
  { packs, choices: { purpose } }: Case,
  targetMm: number,
  override: Override | null,
): number {
  const { share, showShare, leastMm } = packs.zones.tolerance;
  return Math.max(leastMm, (purpose === 'show' || override ? showShare : share) * targetMm);
}

/** Lengths that a length of the groomer's own has beaten are struck through. */
function struckBy(mm: number, one: Reason): Reason {
  const { effect } = one;
  const beaten =
    effect.kind === 'target' || effect.kind === 'change' || (effect.kind === 'floor' && mm < effect.mm);
  return beaten ? { ...one, overruled: true } : one;
}

/** Why an override is not followed; null where it is. */
function refusal(visit: Case, target: ZoneTarget, override: Override): Conflict | null {
  const { zone, ceilingMm, mm, welfare } = target;
  if (override.toolId !== null && !visit.derived.options.some(({ toolId }) => toolId === override.toolId)) {
    const tool = visit.facts.drawer.find(({ id }) => id === override.toolId);
    const lack = tool ? carrierLack(visit, tool) : null;
    return conflict('override-lacks-tool', zone.id, mm, override.targetMm, tool?.label ?? '', { lack });
  }
  if (override.targetMm !== null && override.targetMm > ceilingMm) {
    return conflict('override-beyond-hair', zone.id, ceilingMm, override.targetMm, override.reason);
  }
  const dangers = dangersOf(visit, override, zone, welfare);
  if (isFollowed(override, dangers)) return null;
  const barred = dangers.find(({ bars }) => bars !== null);
  if (barred) {
    const signed = visit.derived.shaving.never ? 'override-never' : 'override-needs-consent';
    const kind = barred.bars === 'skin' ? 'override-skin' : signed;
    return conflict(kind, zone.id, mm, override.targetMm, barred.about);
  }
  return conflict('override-unsafe', zone.id, mm, override.targetMm, dangers[0]?.about ?? '');
}

function demandOf(
  visit: Case,
  target: ZoneTarget,
  override: Override | null,
  targetMm: number,
  toleranceMm: number,
): ZoneDemand | null {
  const { zone, area, welfare, blade, ceilingMm } = target;
  const { policy } = visit.packs.tools;
  const asTargeted: ZoneDemand = {
    id: zone.id,
    weight: 1,
    targetMm,
    handMm: override?.targetMm ?? handLength(targetMm, target.leastMm, ceilingMm),
    toleranceMm,
    loMm: target.leastMm,
    hiMm: ceilingMm,
    rangeMm: rangeOf(visit, target, targetMm),
    roles: area.roles,
    techniques: target.techniques,
    promised: target.promised,
    spare: (zone.kind.allOver === 'as-trim' ? [] : policy.anyLength).filter(
      (technique) => !target.forbidden.includes(technique) && !welfare.forbidden.includes(technique),
    ),
    directions: target.directions,
    blades: bladesAt(
      zone.kind,
      visit.derived.mats.some((mat) => mat.zone === zone.id),
    ),
    smallTools: zone.kind.machines !== null,
    gentlest: welfare.gentlest !== null,
    drawnDirection: target.drawnDirection,
    skipTooth: welfare.skipTooth,
    denserHere: target.denserHere,
    finishes: area.finishes,
    restricted: welfare.restricted || welfare.oneLonger !== null,
    withinMm: Infinity,
    only: null,
  };
  if (override?.toolId != null) {
    const used = openedBy(visit, override, zone, welfare);
    const directions = [...new Set(used.map(({ direction }) => direction))];
    const drawn = directions.includes(target.drawnDirection) ? target.drawnDirection : directions[0];
    return {
      ...asTargeted,
      loMm: 0,
      techniques: [...new Set(used.map(({ technique }) => technique))],
      promised: [],
      directions,
      drawnDirection: override.direction ?? drawn ?? target.drawnDirection,
      blades: null,
      gentlest: false,
      skipTooth: true,
      only: { toolId: override.toolId, direction: override.direction },
    };
  }
  if (override !== null && (override.targetMm !== null || override.direction !== null)) {
    const allowed = [...target.techniques, ...policy.anyLength].filter(
      (technique) => !target.forbidden.includes(technique) && !welfare.forbidden.includes(technique),
    );
    const techniques = [...new Set(allowed)];
    if (techniques.length === 0) return null;
    const own = override.targetMm;
    const withinMm = Math.max(policy.ownLength.mm, policy.ownLength.share * targetMm);
    return {
      ...asTargeted,
      // A length that is above the floor stays above it with the tool that is found for it.
      loMm: own === null || own >= target.leastMm ? target.leastMm : 0,
      withinMm: own === null ? Infinity : withinMm,
      techniques,
      promised: own === null ? target.promised : [],
      gentlest: own === null && asTargeted.gentlest,
      directions: override.direction === null ? target.directions : [override.direction],
      drawnDirection: override.direction ?? target.drawnDirection,
    };
  }
  if (target.untouched) return null;
  if (blade) {
    return {
      ...asTargeted,
      loMm: 0,
      techniques: visit.packs.tools.techniques.filter(({ passesMat }) => passesMat).map(({ id }) => id),
      promised: [],
      gentlest: false,
      blades: null,
      directions: ['with'],
      drawnDirection: 'with',
      only: { toolId: blade.toolId, direction: 'with' },
    };
  }
  return asTargeted;
}

/** Lengths that are an answer here, mm: the trim's range and what is wanted, never past what the breed's standard allows at most. */
function rangeOf(
  { breed, choices: { purpose } }: Case,
  { zone, area }: ZoneTarget,
  targetMm: number,
): readonly [number, number] {
  const most = breed.rules.flatMap((rule) =>
    rule.kind === 'maxLength' && isAmong(rule.zones, zone.kind.id) && appliesTo(rule, purpose)
      ? [rule.mm]
      : [],
  );
  return [Math.min(area.range[0], targetMm), Math.max(targetMm, Math.min(area.range[1], ...most))];
}

const appliesTo = ({ purposes }: Rule, purpose: Purpose): boolean => purposes?.includes(purpose) ?? true;
