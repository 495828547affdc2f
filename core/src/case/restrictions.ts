import { byId } from '../terms/failure.ts';
import type { Mat, SeenSign } from '../hands/hands.ts';
import type { Packs } from '../packs/packs.ts';
import { byRole } from '../packs/roles.ts';
import type { RestrictionEffects, RestrictionKind } from '../packs/safety.ts';
import type { Handling } from '../terms/dog.ts';

/** A restriction on this dog: what it is, where it was seen, and what it does at the level it was seen at. */
export interface SeenRestriction {
  readonly kind: RestrictionKind;
  /** Where it was seen; null for the whole dog. */
  readonly zone: string | null;
  readonly effects: RestrictionEffects;
}

/** A restriction by its id, at its mild level unless said. @throws MisuseError for an id the pack lacks. */
export function restriction(packs: Packs, id: string, zone: string | null, marked = false): SeenRestriction {
  const kind = byId('restriction', packs.safety.restrictions, id);
  return {
    kind,
    zone: kind.scope === 'zone' ? zone : null,
    effects: marked ? { ...kind.effects, ...kind.whenMarked } : kind.effects,
  };
}

/**
 * Everything that restricts the work on this dog, each once: from the signs on sheet and card, the coat, the handling, sores
 * under mats, and the first visit, which nobody has to tick.
 * @throws MisuseError for an id the packs lack.
 */
export function restrictionsOf(
  packs: Packs,
  dog: {
    readonly signs: readonly SeenSign[];
    readonly modifiers: readonly string[];
    readonly handling: Handling;
    readonly firstVisit: boolean;
    readonly mats: readonly Mat[];
  },
): readonly SeenRestriction[] {
  const found = dog.signs.flatMap(({ sign, zone, level, sizeMm }): SeenRestriction[] => {
    const { restriction: id } = byId('sign', packs.signs.signs, sign);
    if (id === null) return [];
    const { largeMm } = byId('restriction', packs.safety.restrictions, id);
    const large = largeMm !== undefined && sizeMm !== null && sizeMm >= largeMm;
    return [restriction(packs, id, zone, level === 'marked' || large)];
  });
  const fromHandling = byId('handling', packs.signs.temper.handling, dog.handling).restriction;
  const first = byRole('restriction', packs.safety.restrictions, 'first-visit');
  const whole = [
    ...dog.modifiers.flatMap((id) => byId('coat modifier', packs.coats.modifiers, id).restriction ?? []),
    ...(fromHandling === null ? [] : [fromHandling]),
    ...(dog.firstVisit ? [first.id] : []),
  ].map((id) => restriction(packs, id, null));
  const sores = byRole('restriction', packs.safety.restrictions, 'sores-beneath');
  const beneath = dog.mats.filter((mat) => mat.sores).map((mat) => restriction(packs, sores.id, mat.zone));
  return dedupeByPlace([...found, ...whole, ...beneath]);
}

/** The same restriction in the same place once, the marked one where there are both. */
export function dedupeByPlace(list: readonly SeenRestriction[]): readonly SeenRestriction[] {
  const byPlace = new Map<string, SeenRestriction>();
  for (const seen of list) {
    const key = `${seen.kind.id}@${seen.zone ?? ''}`;
    const before = byPlace.get(key);
    if (!before || before.effects === before.kind.effects) byPlace.set(key, seen);
  }
  return [...byPlace.values()];
}
