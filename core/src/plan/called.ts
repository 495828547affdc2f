import type { ViewPart } from '../body/view.ts';
import type { Packs } from '../packs/packs.ts';
import { memoizeByObject } from '../terms/memoizeByObject.ts';

/** What a groomer calls a landmark or a point of a view; undefined where there is no word. */
export const calledOf = (
  { archetypes, views }: Pick<Packs, 'archetypes' | 'views'>,
  name: string,
): string | undefined => namesOf(archetypes)(views).get(name);

const namesOf = memoizeByObject((archetypes: Packs['archetypes']) =>
  memoizeByObject((views: Packs['views']): ReadonlyMap<string, string> => {
    const { landmarks, parts } = archetypes.skeleton;
    const inParts = [...parts, ...views.parts].flatMap(({ called = {} }) => Object.entries(called));
    const own = Object.entries(landmarks).flatMap(([name, { called }]) =>
      called === undefined ? [] : [[name, called]],
    );
    // The first to name it has the word.
    return new Map([...own, ...inParts].reverse() as [string, string][]);
  }),
);

/** A landmark of a part that has a name, and the station it is at. */
export interface Mark {
  readonly called: string;
  readonly station: number;
}

/** The landmarks of a part that have a name; those of one side by the name they have on either. */
export const marksOf = (packs: Packs, { landmarkStation }: ViewPart): readonly Mark[] =>
  Object.entries(landmarkStation).flatMap(([name, station]) => {
    const called = calledOf(packs, name.replace(/\.(left|right)$/, ''));
    return called === undefined ? [] : [{ called, station }];
  });
