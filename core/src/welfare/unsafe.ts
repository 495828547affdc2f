import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { Role } from '../terms/dog.ts';
import { dangersOf } from './overrides.ts';
import { restrictionsAt } from './restrictionsAt.ts';
import type { Stop } from './stops.ts';

/** Why choices may not be stored, signed or started as they are, or not by this person. */
export interface Violation {
  readonly kind: 'unread-warning' | 'needs-consent' | 'under-skin-floor' | 'role-may-not' | 'open-stop';
  readonly zone: string | null;
  /** What it would step over, by name. */
  readonly about: string;
}

/** Who may step over a warning, pass on what a vet asks, and answer a stop. */
export const MAY_DECIDE: readonly Role[] = ['lead', 'groomer'];

/**
 * The one gate in front of every plan that is stored, signed or started, in the order it was found. Empty when nothing is
 * stepped over.
 * @param open the stops that nobody has answered; only a start waits for them.
 * @throws MisuseError for an override of a zone the dog does not have.
 */
export function unsafe(visit: Case, role: Role, open: readonly Stop[] = []): readonly Violation[] {
  const decides = MAY_DECIDE.includes(role);
  const found = visit.derived.overrides.flatMap((override): Violation[] => {
    const zone = byId('zone', visit.derived.zones, override.zone);
    const dangers = dangersOf(visit, override, zone, restrictionsAt(visit, zone));
    const [first] = dangers;
    if (!first) return [];
    const barred = dangers.find(({ bars }) => bars !== null);
    if (barred) {
      const kind = barred.bars === 'skin' ? 'under-skin-floor' : 'needs-consent';
      return [{ kind, zone: zone.id, about: barred.about }];
    }
    if (!override.acknowledged) return [{ kind: 'unread-warning', zone: zone.id, about: first.about }];
    return decides ? [] : [{ kind: 'role-may-not', zone: zone.id, about: first.about }];
  });
  const vet: Violation[] =
    visit.choices.wish.vetAsks && !decides ? [{ kind: 'role-may-not', zone: null, about: '' }] : [];
  return [
    ...found,
    ...vet,
    ...open.map(({ stop, zone }): Violation => ({ kind: 'open-stop', zone, about: stop.name })),
  ];
}
