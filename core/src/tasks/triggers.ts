import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import type { FixedTask } from '../packs/tasks.ts';
import type { Technique } from '../terms/tool.ts';
import { isAmong } from '../terms/zone.ts';
import type { Task } from './tasks.ts';

interface Where {
  readonly fixed: string | null;
  readonly zone: string | null;
  readonly technique: Technique | null;
  /** Of all the steps of its name. */
  readonly minutes?: number;
}

/** Whether a second pair of hands is wanted at a step, and what to do alone; null where not. */
export function helpFor(visit: Case, { fixed, zone, technique, minutes = 0 }: Where): Task['secondHands'] {
  const help = visit.packs.tasks.secondHands.find(
    ({ when, fixed: steps, zones, fromMinutes }) =>
      holds(visit, when, { techniques: technique === null ? [] : [technique] }) &&
      minutes >= fromMinutes &&
      ((fixed !== null && steps.includes(fixed)) ||
        (zone !== null && (zones.includes('*') || isAmong(zones, zone)))),
  );
  return help ? { text: help.text, alone: help.alone } : null;
}

/** A fixed step on a trigger: named itself, or on a tender spot that it touches. */
export function isTrigger(visit: Case, { id, touches }: FixedTask): boolean {
  if (isTriggered(visit, id)) return true;
  return visit.derived.restrictions.some(
    ({ kind, zone }) =>
      zone !== null &&
      isAmong(touches, zone) &&
      visit.packs.tasks.triggers.some(({ restriction }) => restriction === kind.id),
  );
}

/** Whether a restriction makes a trigger of this: of a place where it was seen, of a way of working anywhere, of a step. */
export function isTriggered(
  visit: Case,
  fixed: string | null,
  zone?: string,
  technique?: Technique,
): boolean {
  return visit.packs.tasks.triggers.some(({ restriction, zones, techniques, fixed: steps }) =>
    visit.derived.restrictions.some(({ kind, zone: seenAt }) => {
      if (kind.id !== restriction) return false;
      if (fixed !== null) return steps.includes(fixed);
      if (zone === undefined && (techniques.length === 0 || seenAt !== null)) return false;
      const place = zones.includes('*') || (zone !== undefined && isAmong(zones, zone));
      const way = techniques.length === 0 || (technique !== undefined && techniques.includes(technique));
      return place && way && (seenAt === null || seenAt === zone);
    }),
  );
}
