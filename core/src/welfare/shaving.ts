import type { Derived, PartOfCase } from '../case/resolveCase.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import { techniqueKind } from '../tools/drawer.ts';

/**
 * What the question of shaving says of a zone. It bears on the jacket of body, legs and tail; where the trim itself draws
 * a blade, and on head and thin skin, a coat is clipped as ever.
 */
export function shavingAt(
  { packs, derived: { shaving } }: PartOfCase<'shaving'>,
  zone: DogZone,
  area: TrimArea,
): Derived['shaving']['answer'] {
  if (shaving.answer === 'free') return 'free';
  if (zone.kind.region === 'head' || zone.kind.thinSkin) return 'free';
  const drawn = area.techniques.some((technique) => techniqueKind(packs.tools, technique).onSkin);
  return drawn ? 'free' : shaving.answer;
}

/** The shortest a consented shave may leave here, mm: the longest workable length, and no shorter than what was signed. */
export function shaveFloorMm({ derived: { shaving } }: PartOfCase<'shaving'>, zone: DogZone): number {
  return Math.max(shaving.policy?.floorMm ?? 0, shaving.signedMm?.[zone.id] ?? 0);
}
