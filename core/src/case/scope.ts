import type { Packs } from '../packs/packs.ts';
import { byId } from '../terms/failure.ts';
import { isAmong } from '../terms/zone.ts';
import type { Override } from './choices.ts';

/** What of a groom is asked for. */
export interface Scope {
  /** All of it. */
  readonly whole: boolean;
  /** The dog is brushed out, bathed and dried. */
  readonly washes: boolean;
  /** Zone kinds that are cut, where it is not the whole. */
  readonly zones: readonly string[];
  /** Steps that are on every dog and are not asked for. */
  readonly skips: readonly string[];
}

/** The jobs asked for, put together; none: the whole groom. @throws MisuseError for a job the packs lack. */
export function scopeOf({ wishes: { jobs } }: Pick<Packs, 'wishes'>, asked: readonly string[]): Scope {
  if (asked.length === 0) return { whole: true, washes: true, zones: [], skips: [] };
  const wanted = asked.map((id) => byId('job', jobs, id));
  const tasks = wanted.flatMap((job) => job.tasks);
  return {
    whole: false,
    washes: wanted.some(({ washes }) => washes),
    zones: [...new Set(wanted.flatMap(({ zones }) => zones))],
    skips: [...new Set(jobs.flatMap((job) => job.tasks))].filter((id) => !tasks.includes(id)),
  };
}

/** Whether this zone may be cut at all: it is part of what is asked for, or the groomer has decided for it. */
export const isAskedFor = (scope: Scope, overrides: readonly Override[], zoneId: string): boolean =>
  scope.whole || isAmong(scope.zones, zoneId) || overrides.some(({ zone }) => zone === zoneId);
