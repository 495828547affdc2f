/** The shape of `packs/schools.json`: questions on which good groomers disagree, and what each answer changes. */
import type { Purpose, TrimArea } from '../breeds/pack.ts';
import type { Source } from '../breeds/source.ts';
import type { Coat } from '../coat/hair.ts';
import { byId } from '../failure.ts';
import type { Direction, Technique } from '../tools/pack.ts';
import type { Reason } from './reason.ts';
import type { DogZone } from './zones.ts';

export interface SchoolEffect {
  /** Zone kinds; `*` for all. */
  readonly zones: readonly string[];
  readonly purposes?: readonly Purpose[];
  /** Only on coats that strip, or where the trim is scissored. */
  readonly coat?: 'strips' | 'scissored';
  /** Only where the zone is matted, or only where it is not. */
  readonly matted?: boolean;
  readonly forbid?: readonly Technique[];
  readonly prefer?: readonly Technique[];
  /** The way of the lay, where the trim goes against it. */
  readonly direction?: Direction;
  /** The trim's length times this. */
  readonly share?: number;
  /** Shown at the step. */
  readonly text?: string;
}

export interface SchoolQuestion {
  readonly id: string;
  readonly question: string;
  readonly default: string;
  readonly why: string;
  readonly source: Source;
  readonly answers: readonly {
    readonly id: string;
    readonly name: string;
    readonly text: string;
    readonly effects: readonly SchoolEffect[];
  }[];
}

export interface SchoolPack {
  readonly schools: readonly SchoolQuestion[];
}

/** The answer to each question by its id. */
export type Schools = Readonly<Record<string, string>>;

/** Every question answered: this dog's own answer, else the salon's, else the pack's default. Unknown answers are passed over. */
export function schoolsOf(pack: SchoolPack, salon: Schools, dog: Schools = {}): Schools {
  return Object.fromEntries(
    pack.schools.map((question) => {
      const known = (answer: string | undefined) => question.answers.some(({ id }) => id === answer);
      const answer = [dog[question.id], salon[question.id]].find(known) ?? question.default;
      return [question.id, answer];
    }),
  );
}

/** What the chosen schools make of one zone of a trim. */
export interface Schooled {
  readonly techniques: readonly Technique[];
  readonly turned: boolean;
  readonly share: number;
  readonly texts: readonly string[];
  readonly reasons: readonly Reason[];
}

/** Applies every answer that bears on the zone; a school that would leave no technique at all is not followed. */
export function schooled(
  pack: SchoolPack,
  schools: Schools,
  zone: DogZone,
  area: TrimArea,
  coat: Coat,
  purpose: Purpose,
  matted: boolean,
): Schooled {
  let techniques: readonly Technique[] = area.techniques;
  let turned = false;
  let share = 1;
  const texts: string[] = [];
  const reasons: Reason[] = [];
  for (const question of pack.schools) {
    const answer = byId('answer', question.answers, schools[question.id] ?? question.default);
    for (const effect of answer.effects) {
      if (!bears(effect, zone, area, coat, purpose, matted)) continue;
      const reason = (change: Reason['effect']): Reason => ({
        stage: 'standard',
        rule: 'school',
        about: `${question.question}: ${answer.name}`,
        source: question.source,
        effect: change,
        overruled: false,
      });
      const kept = techniques.filter((technique) => !effect.forbid?.includes(technique));
      const next = [...new Set([...(effect.prefer ?? []), ...kept])];
      if (next.length > 0 && next.join() !== techniques.join()) {
        const gone = techniques.filter((technique) => !next.includes(technique));
        techniques = next;
        reasons.push(reason(gone.length > 0 ? { kind: 'removes', what: gone } : { kind: 'note' }));
      }
      if (effect.direction && effect.direction !== area.direction && area.direction === 'against') {
        turned = true;
        reasons.push(reason({ kind: 'note' }));
      }
      if (effect.share !== undefined) {
        share *= effect.share;
        reasons.push(reason({ kind: 'change', mm: area.mm * (effect.share - 1) }));
      }
      if (effect.text !== undefined) texts.push(effect.text);
    }
  }
  return { techniques, turned, share, texts, reasons };
}

function bears(
  effect: SchoolEffect,
  zone: DogZone,
  area: TrimArea,
  coat: Coat,
  purpose: Purpose,
  matted: boolean,
): boolean {
  if (!effect.zones.includes('*') && !effect.zones.includes(zone.kind.id)) return false;
  if (effect.purposes && !effect.purposes.includes(purpose)) return false;
  if (effect.matted !== undefined && effect.matted !== matted) return false;
  if (effect.coat === 'strips') return coat.strips;
  return effect.coat !== 'scissored' || area.techniques[0] === 'scissor';
}
