import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { SchoolEffect } from '../packs/schools.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { Technique } from '../terms/tool.ts';
import { isAmong } from '../terms/zone.ts';

/** What the house rules make of one zone of a trim. */
export interface HouseRulesHere {
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
export function applyHouseRules(
  visit: Case,
  zone: DogZone,
  drawn: TrimArea,
  matted: boolean,
): HouseRulesHere {
  const school = {
    area: drawn,
    techniques: drawn.techniques,
    turned: false,
    oneLonger: false,
    share: 1,
    texts: [] as string[],
    reasons: [] as Reason[],
  };
  for (const question of visit.packs.schools.schools) {
    const answer = byId('answer', question.answers, visit.derived.schools[question.id] ?? question.default);
    for (const effect of answer.effects) {
      if (!appliesTo(effect, visit, zone, school.area.mm, matted)) continue;
      follow(visit, zone, effect, school, `${question.question}: ${answer.name}`, question.source);
    }
  }
  return school;
}

/** Does to a zone what one effect of an answer says, each change with its reason. */
function follow(
  visit: Case,
  zone: DogZone,
  effect: SchoolEffect,
  school: { -readonly [key in keyof HouseRulesHere]: HouseRulesHere[key] } & {
    texts: string[];
    reasons: Reason[];
  },
  about: string,
  source: Reason['source'],
): void {
  const say = (change: Reason['effect']) =>
    school.reasons.push(reason('standard', 'school', about, source, change));
  const borrowed = borrow(visit, zone, school.area, effect.borrow ?? []);
  if (borrowed) {
    school.area = borrowed;
    school.techniques = borrowed.techniques;
    say({ kind: 'target', mm: borrowed.mm, range: borrowed.range });
  }
  const { techniques } = school;
  const kept = techniques.filter((technique) => !effect.forbid?.includes(technique));
  const wanted = school.area.stands ? [] : (effect.prefer ?? []);
  const next = [...new Set([...wanted, ...kept])];
  if (next.length > 0 && next.join() !== techniques.join()) {
    const gone = techniques.filter((technique) => !next.includes(technique));
    school.techniques = next;
    say(gone.length > 0 ? { kind: 'removes', what: gone } : { kind: 'prefers', what: wanted });
  }
  const { area } = school;
  if (effect.direction === 'against' && area.direction === 'with') {
    school.area = { ...school.area, direction: 'against' };
    say({ kind: 'note' });
  }
  if (effect.finish !== undefined && area.finishes[0] !== effect.finish) {
    const finishes = [effect.finish, ...area.finishes.filter((one) => one !== effect.finish)];
    school.area = { ...school.area, finishes, roles: [...new Set([...(effect.roles ?? []), ...area.roles])] };
    say({ kind: 'note' });
  }
  if (effect.direction === 'with' && area.direction === 'against') {
    school.turned = true;
    school.oneLonger ||= effect.oneLonger ?? false;
    say({ kind: 'note' });
  }
  if (effect.share !== undefined) {
    school.share *= effect.share;
    say({ kind: 'change', mm: area.mm * (effect.share - 1) });
  }
  if (effect.text !== undefined) school.texts.push(effect.text);
}

/**
 * The zone as another trim of the breed has it, the first one that does it so; null where it is done so
 * already, or none does.
 */
function borrow(
  { breed, choices: { purpose } }: Case,
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

function appliesTo(effect: SchoolEffect, visit: Case, zone: DogZone, mm: number, matted: boolean): boolean {
  if (mm < (effect.fromMm ?? 0) || mm > (effect.toMm ?? Infinity)) return false;
  if (!effect.zones.includes('*') && !isAmong(effect.zones, zone.kind.id)) return false;
  if (effect.mattedHere !== undefined && effect.mattedHere !== matted) return false;
  return holds(visit, effect.when ?? []);
}
