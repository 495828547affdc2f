import type { Entries } from '../terms/merge.ts';
import type { Choices } from './choices.ts';

/** Choices decision by decision: `trim`, `wish weeksBetween`, `school face`, `override back` … */
export const choicesEntries = ({
  trimId,
  purpose,
  wish,
  schools,
  sides,
  overrides,
  scope,
}: Choices): Entries =>
  Object.fromEntries([
    ['trim', trimId],
    ['purpose', purpose],
    ['scope', scope],
    ...Object.entries(wish)
      .filter(([key]) => key !== 'places')
      .map(([key, value]) => [`wish ${key}`, value]),
    ...wish.places.map((asked) => [`asked ${asked.place}`, asked]),
    ...Object.entries(schools).map(([key, value]) => [`school ${key}`, value]),
    ...Object.entries(sides).map(([key, value]) => [`side ${key}`, value]),
    ...overrides.map((override) => [`override ${override.zone}`, override]),
  ]) as Entries;

/** The choices of such entries. */
export function choicesOfEntries(entries: Entries): Choices {
  const of = (kind: string) =>
    Object.fromEntries(
      Object.entries(entries)
        .filter(([key]) => key.startsWith(`${kind} `))
        .map(([key, value]) => [key.slice(kind.length + 1), value]),
    );
  return {
    trimId: entries.trim as string,
    purpose: entries.purpose as Choices['purpose'],
    scope: entries.scope as Choices['scope'],
    wish: { ...of('wish'), places: Object.values(of('asked')) } as unknown as Choices['wish'],
    schools: of('school') as Choices['schools'],
    sides: of('side') as Choices['sides'],
    overrides: Object.values(of('override')) as Choices['overrides'],
  };
}
