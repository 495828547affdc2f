import type { Case } from '../case/resolveCase.ts';
import type { Estimate } from '../estimate/estimate.ts';
import { byId } from '../terms/failure.ts';
import type { Side } from '../terms/zone.ts';
import type { Task } from './tasks.ts';
import { isAmong } from '../terms/zone.ts';

/** A step before it is known in which stage of the visit it comes. */
export type Draft = Omit<Task, 'stage'>;

/** A step with nothing said of it yet. */
export function plainTask(visit: Case, id: string, name: string, stance: string | null): Draft {
  return {
    id,
    also: [],
    name,
    phase: 'work',
    toolId: null,
    tool: '',
    carrier: null,
    technique: null,
    direction: null,
    zone: null,
    zones: [],
    turned: [],
    lengths: [],
    tools: [],
    path: null,
    steps: [],
    side: null,
    leavesMm: null,
    stance: stanceAt(visit, null, null, stance ?? 'table'),
    secondHands: null,
    minutes: 0,
    stress: 0,
    trigger: false,
    safety: false,
    part: null,
    cautions: [],
    hold: null,
    how: [],
    craft: [],
    after: [],
    again: null,
    pair: null,
  };
}

export const sideIn = (zone: string): Side | null =>
  zone.endsWith('.left') ? 'left' : zone.endsWith('.right') ? 'right' : null;

export const stanceOf = (visit: Case, kind: string): string =>
  visit.packs.tasks.stances.find(({ zones }) => isAmong(zones, kind))?.id ?? 'table';

/** Where the groomer stands for a zone; a place in the middle of the dog is reached from its left. */
export function stanceAt(
  visit: Case,
  kind: string | null,
  side: Side | null,
  named?: string,
): Task['stance'] {
  const { stances } = visit.packs.tasks;
  const { id, name, paired } = byId('stance', stances, named ?? stanceOf(visit, kind ?? ''));
  return { id, name, side: paired ? (side ?? 'left') : null };
}

/** Of a part of the visit, as the estimate has it. */
export const minutesOf = (estimate: Estimate, part: string | null): number =>
  estimate.parts.find(({ id }) => id === part)?.minutes.mid ?? 0;
