import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { SchoolEffect } from '../packs/schools.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { Technique } from '../terms/tool.ts';

/** What the house rules make of one zone of a trim. */
export interface Schooled {
  readonly area: TrimArea;
  readonly techniques: readonly Technique[];
  /** The tool goes with the lay where the trim goes against it. */
  readonly turned: boolean;
  readonly oneLonger: boolean;
  readonly share: number;
  readonly texts: readonly string[];
  readonly reasons: readonly Reason[];
}

/** Applies every answer that bears on the zone; a rule that would leave no technique at all is not followed. */
export function schooled(visit: Case, zone: DogZone, drawn: TrimArea, matted: boolean): Schooled {
  let area = drawn;
  let { techniques } = drawn;
  let turned = false;
  let oneLonger = false;
  let share = 1;
  const texts: string[] = [];
  const reasons: Reason[] = [];
  for (const question of visit.packs.schools.schools) {
    const answer = byId('answer', question.answers, visit.schools[question.id] ?? question.default);
    for (const effect of answer.effects) {
      if (!bears(effect, visit, zone, area.mm, matted)) continue;
      const say = (change: Reason['effect']) =>
        reasons.push(
          reason('standard', 'school', `${question.question}: ${answer.name}`, question.source, change),
        );
      const borrowed = borrow(visit, zone, area, effect.borrow ?? []);
      if (borrowed) {
        area = borrowed;
        techniques = borrowed.techniques;
        say({ kind: 'target', mm: borrowed.mm, range: borrowed.range });
      }
      const kept = techniques.filter((technique) => !effect.forbid?.includes(technique));
      const wanted = area.techniques[0] === 'leave' ? [] : (effect.prefer ?? []);
      const next = [...new Set([...wanted, ...kept])];
      if (next.length > 0 && next.join() !== techniques.join()) {
        const gone = techniques.filter((technique) => !next.includes(technique));
        techniques = next;
        say(gone.length > 0 ? { kind: 'removes', what: gone } : { kind: 'prefers', what: wanted });
      }
      if (effect.direction === 'against' && area.direction === 'with') {
        area = { ...area, direction: 'against' };
        say({ kind: 'note' });
      }
      if (effect.finish !== undefined && area.finishes[0] !== effect.finish) {
        area = {
          ...area,
          finishes: [effect.finish, ...area.finishes.filter((one) => one !== effect.finish)],
        };
        say({ kind: 'note' });
      }
      if (effect.direction === 'with' && area.direction === 'against') {
        turned = true;
        oneLonger ||= effect.oneLonger ?? false;
        say({ kind: 'note' });
      }
      if (effect.share !== undefined) {
        share *= effect.share;
        say({ kind: 'change', mm: area.mm * (effect.share - 1) });
      }
      if (effect.text !== undefined) texts.push(effect.text);
    }
  }
  return { area, techniques, turned, oneLonger, share, texts, reasons };
}

/** The zone as another trim of the breed has it, the first one that does it so; null where it is done so already, or none does. */
function borrow(
  { breed, purpose }: Case,
  { kind }: DogZone,
  area: TrimArea,
  techniques: readonly Technique[],
): TrimArea | null {
  const first = ({ techniques: [one] }: TrimArea) => one !== undefined && techniques.includes(one);
  if (techniques.length === 0 || first(area)) return null;
  const areas = breed.trims
    .filter(({ purposes }) => purposes.includes(purpose) || purpose === 'pet')
    .flatMap(({ areas: { [kind.id]: other } }) => other ?? []);
  return areas.find(first) ?? null;
}

function bears(
  effect: SchoolEffect,
  { coat, purpose }: Case,
  zone: DogZone,
  mm: number,
  matted: boolean,
): boolean {
  if (mm < (effect.fromMm ?? 0) || mm > (effect.toMm ?? Infinity)) return false;
  if (!effect.zones.includes('*') && !effect.zones.includes(zone.kind.id)) return false;
  if (effect.purposes && !effect.purposes.includes(purpose)) return false;
  if (effect.matted !== undefined && effect.matted !== matted) return false;
  if (effect.strips !== undefined && effect.strips !== coat.strips) return false;
  return effect.clipping === undefined || effect.clipping.includes(coat.clipping);
}
