import type { Case } from '../case/resolveCase.ts';
import type { FixedTask, TaskWhen } from '../packs/tasks.ts';
import { byId } from '../terms/failure.ts';
import type { Technique } from '../terms/tool.ts';
import { isAmong } from '../terms/zone.ts';
import type { Task } from './tasks.ts';

/** Any of these holds; none means always. */
export function applies(visit: Case, when: readonly TaskWhen[], technique: Technique | null): boolean {
  return (
    when.length === 0 ||
    when.some(
      ({ signs, handling, restrictions, fromKg, techniques, textures, notTextures, schools }) =>
        (signs?.some((id) => visit.signs.some(({ sign }) => sign === id)) ?? true) &&
        (handling?.includes(visit.handling) ?? true) &&
        (restrictions?.some((id) => visit.restrictions.some(({ kind }) => kind.id === id)) ?? true) &&
        (fromKg === undefined || visit.weightKg >= fromKg) &&
        (textures?.includes(visit.coat.texture) ?? true) &&
        !(notTextures?.includes(visit.coat.texture) ?? false) &&
        (techniques === undefined || (technique !== null && techniques.includes(technique))) &&
        Object.entries(schools ?? {}).every(([question, answers]) =>
          answers.includes(
            visit.schools[question] ?? byId('school', visit.packs.schools.schools, question).default,
          ),
        ),
    )
  );
}

interface Where {
  readonly fixed: string | null;
  readonly zone: string | null;
  readonly technique: Technique | null;
}

export function helpFor(visit: Case, { fixed, zone, technique }: Where): Task['secondHands'] {
  const help = visit.packs.tasks.secondHands.find(
    ({ when, fixed: steps, zones }) =>
      applies(visit, when, technique) &&
      ((fixed !== null && steps.includes(fixed)) || (zone !== null && zones.includes(zone))),
  );
  return help ? { text: help.text, alone: help.alone } : null;
}

/** A fixed step on a trigger: named itself, or on a tender spot that it touches. */
export function isTrigger(visit: Case, { id, touches }: FixedTask): boolean {
  if (isTriggered(visit, id)) return true;
  return visit.restrictions.some(
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
    visit.restrictions.some(({ kind, zone: seenAt }) => {
      if (kind.id !== restriction) return false;
      if (fixed !== null) return steps.includes(fixed);
      if (zone === undefined && (techniques.length === 0 || seenAt !== null)) return false;
      const place = zones.includes('*') || (zone !== undefined && isAmong(zones, zone));
      const way = techniques.length === 0 || (technique !== undefined && techniques.includes(technique));
      return place && way && (seenAt === null || seenAt === zone);
    }),
  );
}
