import type { Override } from '../case/choices.ts';
import type { Case } from '../case/resolveCase.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import { DIRECTIONS } from '../terms/tool.ts';
import { handLength } from '../tools/handLength.ts';
import { dangersOf, isFollowed } from '../welfare/overrides.ts';

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
export function settle(visit: Case, target: ZoneTarget): Settled {
  const asked = visit.overrides.find(({ zone }) => zone === target.zone.id) ?? null;
  const refused = asked === null ? null : refusal(visit, target, asked);
  const override = refused === null ? asked : null;
  const own = override?.targetMm ?? null;
  const targetMm = own ?? target.mm;
  const { tolerance } = visit.packs.zones;
  const share = visit.purpose === 'show' || override ? tolerance.showShare : tolerance.share;
  const toleranceMm = Math.max(tolerance.leastMm, share * targetMm);
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
    toleranceMm,
    override,
    demand: demandOf(visit, target, override, targetMm, toleranceMm),
    reasons,
    conflicts: refused === null ? target.conflicts : [...target.conflicts, refused],
  };
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
  if (override.toolId !== null && !visit.options.some(({ toolId }) => toolId === override.toolId)) {
    const label = visit.drawer.find(({ id }) => id === override.toolId)?.label ?? '';
    return conflict('override-lacks-tool', zone.id, mm, override.targetMm, label);
  }
  if (override.targetMm !== null && override.targetMm > ceilingMm) {
    return conflict('override-beyond-hair', zone.id, ceilingMm, override.targetMm, override.reason);
  }
  const dangers = dangersOf(visit, override, zone, welfare);
  if (isFollowed(override, dangers)) return null;
  const consent = dangers.find(({ needsConsent }) => needsConsent);
  if (consent) {
    const kind = visit.shaving.never ? 'override-never' : 'override-needs-consent';
    return conflict(kind, zone.id, mm, override.targetMm, consent.about);
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
    targetMm,
    handMm: override?.targetMm ?? handLength(targetMm, target.leastMm, ceilingMm),
    toleranceMm,
    loMm: target.leastMm,
    hiMm: ceilingMm,
    techniques: target.techniques,
    directions: target.directions,
    drawnDirection: target.drawnDirection,
    skipTooth: welfare.skipTooth,
    denserHere: target.denserHere,
    finishes: area.finishes,
    restricted: welfare.restricted || welfare.oneLonger !== null,
    withinMm: Infinity,
    only: null,
  };
  if (override?.toolId != null) {
    const used = visit.options.filter(({ toolId }) => toolId === override.toolId);
    return {
      ...asTargeted,
      loMm: 0,
      techniques: [...new Set(used.map(({ technique }) => technique))],
      directions: DIRECTIONS,
      drawnDirection: override.direction ?? target.drawnDirection,
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
    const withinMm = Math.max(policy.ownLength.mm, policy.ownLength.share * targetMm);
    return {
      ...asTargeted,
      loMm: override.targetMm === null ? target.leastMm : 0,
      withinMm: override.targetMm === null ? Infinity : withinMm,
      techniques,
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
      directions: ['with'],
      drawnDirection: 'with',
      only: { toolId: blade.toolId, direction: 'with' },
    };
  }
  return asTargeted;
}
