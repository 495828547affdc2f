import type { Packs } from '../packs/packs.ts';

/** What a groomer calls a landmark or a point of a view; undefined where there is no word. */
export function calledOf(
  { archetypes, views }: Pick<Packs, 'archetypes' | 'views'>,
  name: string,
): string | undefined {
  const parts = [...archetypes.skeleton.parts, ...views.parts];
  const point = parts.find(({ called }) => called?.[name] !== undefined);
  return archetypes.skeleton.landmarks[name]?.called ?? point?.called?.[name];
}
