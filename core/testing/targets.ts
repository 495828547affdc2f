import type { Case, DogZone, JudgedMat, TrimArea, ZoneTarget } from '../src/index.ts';
import { targetsOf } from '../src/index.ts';
import { judgeMats } from '../src/mats/judge.ts';
import type { OutlineChanges, ZoneChange } from '../src/targets/outlineChanges.ts';
import type { Extra } from './packs.ts';
import { caseFor } from './packs.ts';

/** One zone of a dog. */
export function zoneIn(visit: Case, id: string): DogZone {
  const zone = visit.derived.zones.find((one) => one.id === id);
  if (!zone) throw new Error(`no zone ${id}`);
  return zone;
}

/** What a trim draws somewhere, with what a test says otherwise. */
export function areaIn(visit: Case, kind: string, extra: Partial<TrimArea> = {}): TrimArea {
  const area = visit.derived.trim.areas[kind];
  if (!area) throw new Error(`no area ${kind}`);
  return { ...area, ...extra };
}

/** The target of one zone of a case, with an outline and a lost zone where they are given. */
export function targetIn(
  visit: Case,
  id: string,
  outline: OutlineChanges | null = null,
  lost: ReadonlyMap<string, JudgedMat> | null = null,
): ZoneTarget {
  const mats = judgeMats(visit);
  const target = targetsOf(lost ? { ...mats, lost } : mats, outline).find(({ zone }) => zone.id === id);
  if (!target) throw new Error(`no target ${id}`);
  return target;
}
export const targetFor = (
  breed: string,
  id: string,
  extra: Extra = {},
  outline: OutlineChanges | null = null,
) => targetIn(caseFor(breed, extra), id, outline);

/** An outline that says something of one zone only. */
export const changeOf = (zone: string, here: Partial<ZoneChange>): OutlineChanges => ({
  zones: new Map([
    [zone, { view: 'side', form: null, formMm: null, meanMm: 0, leastMm: 0, mostMm: 0, at: {}, ...here }],
  ]),
  deficits: [],
  contours: [],
});
