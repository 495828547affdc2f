import type { Plan } from '../plan/plan.ts';
import type { RuleCheck } from './standard.ts';

/** What the groomer's own length of a place costs. */
export interface OwnCost {
  /** Longer (+) or shorter (−) than this dog's outline and trim ask there, at the worst of these zones, stretched mm. */
  readonly offMm: number;
  /** Rules of the standard that are kept without it and broken with it. */
  readonly broken: readonly RuleCheck[];
}

/**
 * How far zones are off what would be planned without the groomer's own word on them, and what that breaks; null where they are as
 * they would be. Both lists of checks are of the same rules in the same order.
 */
export function ownCost(
  zones: readonly string[],
  { plan, checks }: { readonly plan: Plan; readonly checks: readonly RuleCheck[] },
  without: { readonly plan: Plan; readonly checks: readonly RuleCheck[] },
): OwnCost | null {
  const left = (of: Plan, id: string) => of.zones.find(({ zone }) => zone === id)?.leftMm ?? 0;
  const off = zones.map((id) => left(plan, id) - left(without.plan, id));
  const offMm = off.reduce((worst, mm) => (Math.abs(mm) > Math.abs(worst) ? mm : worst), 0);
  const kept = new Set(without.checks.flatMap(({ rule, kept }) => (kept === true ? [rule.id] : [])));
  const broken = checks.filter((check) => check.kept === false && kept.has(check.rule.id));
  return offMm === 0 && broken.length === 0 ? null : { offMm, broken };
}
