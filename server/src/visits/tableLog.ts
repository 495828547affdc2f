import type { SentEvent } from '@kurrel/contract';
import type { ActMark, Role, TableEvent } from '@kurrel/core';
import {
  MAY_DECIDE,
  breaches,
  carrierFor,
  factsWith,
  inTurn,
  isTaskId,
  namedZones,
  openStops,
  stopsOf,
  strokesOfAct,
} from '@kurrel/core';
import type { Library } from '../packs/load.ts';
import { Refusal, refusedField } from '../problems.ts';
import type { PlanSheet } from './sheet.ts';

/** A device's clock may be off by so much before its order is marked, and by so much before its time cannot be, ms. */
const CLOCK_OFF_MS = 24 * 3600 * 1000;
const AHEAD_MS = 2 * 60 * 1000;
const IMPOSSIBLE_MS = 400 * 24 * 3600 * 1000;
const EARLIEST = Date.UTC(2020, 0, 1);

/** What an act is held against when it comes in. */
export interface LogContext {
  readonly library: Library;
  readonly sheet: PlanSheet;
  /** What is in the log already. */
  readonly log: readonly TableEvent[];
  readonly startedAt: Date | null;
  readonly finishedAt: Date | null;
  readonly who: { readonly personId: string; readonly role: Role };
}

/**
 * Refuses what cannot be: a place the dog has not, a time that never was, a stop that is not there, or an answer to one by somebody who may not
 * give it. Everything else happened, and is kept.
 * @throws Refusal naming the act.
 */
export function requireSense(events: readonly SentEvent[], { library, log, who }: LogContext): void {
  const zones = new Set(namedZones(library.packs.zones).map(({ id }) => id));
  const stops = new Set([...log, ...events].filter(({ kind }) => kind === 'stopped').map(({ id }) => id));
  events.forEach((event, index) => {
    if ('zone' in event && event.zone !== null && !zones.has(event.zone))
      throw refusedField(`events[${index}].zone`, `Kurrel does not know "${event.zone}".`);
    const places = 'zones' in event ? (event.zones ?? []) : [];
    places.forEach((place, at) => {
      if (!zones.has(place))
        throw refusedField(`events[${index}].zones[${at}]`, `Kurrel does not know "${place}".`);
    });
    const at = Date.parse(event.at);
    if (!(at > EARLIEST && at < Date.now() + IMPOSSIBLE_MS))
      throw refusedField(`events[${index}].at`, 'Check the clock of this device.');
    if (event.kind !== 'went-on' && event.kind !== 'stop-named') return;
    if (event.stop === null || !stops.has(event.stop))
      throw refusedField(`events[${index}].stop`, 'This stop is not in the log: look again.');
    if (event.kind === 'went-on' && !MAY_DECIDE.includes(who.role))
      throw new Refusal(
        'not-allowed',
        'Somebody else answers a stop',
        'A groomer or the lead says that the work goes on.',
      );
  });
}

/** What the server sees of an act when it comes: it is kept and marked, never dropped. */
export function marksOf(event: SentEvent, context: LogContext): readonly ActMark[] {
  const { log, startedAt, finishedAt, sheet, library, who } = context;
  const marks: ActMark[] = [];
  const works = event.kind === 'done' || event.kind === 'skipped';
  if (works && startedAt === null) marks.push('not-started');
  if (works && stoppedBefore(event, context)) marks.push('while-stopped');
  if (works && finishedAt !== null && Date.parse(event.at) > finishedAt.getTime()) marks.push('after-finish');
  if ('task' in event && event.task !== null && !isTaskId(library.packs, event.task))
    marks.push('unknown-step');
  if (toolsOf(event).some((toolId) => !sheet.drawer.some(({ id }) => id === toolId)))
    marks.push('unknown-tool');
  if (isClockOff(event, log)) marks.push('clock');
  if (harms(event, context)) marks.push('harms');
  if (event.doneBy !== undefined && event.doneBy !== who.personId) marks.push('sent-by-another');
  return marks;
}

/** What of the drawer an act names. */
const toolsOf = (event: SentEvent): readonly string[] => [
  ...('toolId' in event && event.toolId !== null ? [event.toolId] : []),
  ...('tools' in event ? (event.tools ?? []).flatMap(({ toolId }) => toolId ?? []) : []),
];

/** A stop of the table or of the sheet was open when this was done. */
function stoppedBefore(event: SentEvent, { log, sheet, library: { packs } }: LogContext): boolean {
  const { hands, salon, stopLog } = sheet;
  if (openStops(stopsOf(hands, packs, salon.policy.handlingLimit), stopLog, packs.safety).length > 0)
    return true;
  const open = new Set<string>();
  for (const before of inTurn(log)) {
    if (before.at > event.at) break;
    if (before.kind === 'stopped') open.add(before.id);
    if (before.kind === 'went-on') {
      if (before.stop === null) open.clear();
      else open.delete(before.stop);
    }
  }
  return open.size > 0;
}

/** Ahead of the server, a day behind it, or earlier than what another device did before. */
function isClockOff(event: SentEvent, log: readonly TableEvent[]): boolean {
  const at = Date.parse(event.at);
  const now = Date.now();
  const overtaken = log.some(
    ({ device, at: before }) => device !== event.device && Date.parse(before) > now + AHEAD_MS,
  );
  return at > now + AHEAD_MS || at < now - CLOCK_OFF_MS || overtaken;
}

/** What was cut, cut as the referee would not let it be. */
function harms(event: SentEvent, { sheet, library: { packs }, who }: LogContext): boolean {
  if (event.kind !== 'done' || event.toolId === null) return false;
  const tool = sheet.drawer.find(({ id }) => id === event.toolId);
  const kind = packs.tools.kinds.find(({ id }) => id === tool?.kindId);
  const carrier = kind ? (carrierFor(kind, sheet.drawer)?.label ?? null) : null;
  const accepted = (place: string) =>
    sheet.saved?.choices.overrides.some((one) => one.zone === place && one.acknowledged) ?? false;
  const strokes = strokesOfAct(event, carrier).map((one) => ({ ...one, acknowledged: accepted(one.place) }));
  return breaches(factsWith(sheet, sheet.hands), packs, strokes, who.role).length > 0;
}
