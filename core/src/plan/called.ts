import type { Packs } from '../packs/packs.ts';

/** What a groomer calls a landmark or a point of a view; undefined where there is no word. */
export function calledOf(
  { archetypes, views }: Pick<Packs, 'archetypes' | 'views'>,
  name: string,
): string | undefined {
  const inParts = (parts: readonly { readonly called?: Readonly<Record<string, string>> }[]) =>
    parts.find(({ called }) => called?.[name] !== undefined)?.called?.[name];
  return (
    archetypes.skeleton.landmarks[name]?.called ?? inParts(archetypes.skeleton.parts) ?? inParts(views.parts)
  );
}
