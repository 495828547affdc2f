import type { Case } from '../case/resolveCase.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import { conflict } from '../terms/conflict.ts';
import { reason } from '../terms/reason.ts';
import { otherSide } from '../terms/zone.ts';

/** A pair whose sides differ by less is one length, mm. */
const EVEN_MM = 0.5;

/**
 * Where a mat or a place that is left alone takes one side of a pair, the other side is brought to match it if the groomer
 * said so; if nobody has said anything it is asked.
 */
export function withSides(visit: Case, targets: readonly ZoneTarget[]): readonly ZoneTarget[] {
  const byZone = new Map(targets.map((target) => [target.zone.id, target]));
  return targets.map((target) => {
    const other = target.zone.side === null ? undefined : byZone.get(otherSide(target.zone.id));
    if (!other || isLost(other) === isLost(target)) return target;
    return isLost(target) ? asked(visit, target, other) : matched(visit, target, other);
  });
}

const isLost = ({ welfare, lost }: ZoneTarget): boolean =>
  lost !== null || (welfare.leaveAlone !== null && welfare.leaveAlone.zone !== null);

/** What a lost side will have, mm; null where nobody knows. */
const leftMm = (visit: Case, { zone, blade, welfare, lost }: ZoneTarget): number | null =>
  welfare.leaveAlone === null && lost !== null && blade
    ? blade.leavesMm
    : (visit.derived.hairMm[zone.id] ?? null);

const alike = (a: number | null, b: number): boolean => a !== null && Math.abs(a - b) <= EVEN_MM;

function asked(visit: Case, lost: ZoneTarget, sound: ZoneTarget): ZoneTarget {
  const left = leftMm(visit, lost);
  const other = sound.untouched ? (visit.derived.hairMm[sound.zone.id] ?? sound.mm) : sound.mm;
  if (visit.derived.sides[lost.zone.id] !== undefined || alike(left, other)) return lost;
  const about = lost.lost ? lost.lost.reason : (lost.welfare.leaveAlone?.kind.name ?? '');
  return {
    ...lost,
    conflicts: [...lost.conflicts, conflict('one-side-lost', lost.zone.id, left, other, about)],
  };
}

function matched(visit: Case, sound: ZoneTarget, lost: ZoneTarget): ZoneTarget {
  if (visit.derived.sides[lost.zone.id] !== 'match') return sound;
  const left = leftMm(visit, lost);
  const why = (mm: number | null) =>
    reason(
      'wish',
      'matched-side',
      lost.zone.kind.name,
      'groomer',
      mm === null ? { kind: 'leave-alone' } : { kind: 'target', mm },
    );
  if (left === null || left >= sound.ceilingMm) {
    return { ...sound, untouched: true, reasons: [...sound.reasons, why(null)] };
  }
  const mm = Math.max(left, sound.floorMm);
  const techniques = [...new Set([...sound.techniques, ...visit.packs.tools.policy.anyLength])].filter(
    (technique) => !sound.forbidden.includes(technique) && !sound.welfare.forbidden.includes(technique),
  );
  const struck = sound.reasons.map((one) =>
    one.effect.kind === 'target' || one.effect.kind === 'change' ? { ...one, overruled: true } : one,
  );
  const leastMm = Math.min(sound.leastMm, mm);
  return { ...sound, mm, leastMm, techniques, untouched: false, reasons: [...struck, why(mm)] };
}
