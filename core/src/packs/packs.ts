import type { ArchetypePack } from './archetypes.ts';
import type { CoatPack } from './coats.ts';
import type { FindingPack } from './findings.ts';
import type { MatPack } from './mats.ts';
import type { PatternPack } from './breedFile.ts';
import type { SafetyPack } from './safety.ts';
import type { SchoolPack } from './schools.ts';
import type { SignPack } from './signs.ts';
import type { TaskPack } from './tasks.ts';
import type { TimePack } from './times.ts';
import type { ToolPack } from './tools.ts';
import type { TreatmentPack } from './treatments.ts';
import type { ViewPack } from './views.ts';
import type { WishPack } from './wishes.ts';
import type { WordPack } from './words.ts';
import type { ZonePack } from './zones.ts';

/** Every pack that is not a breed, handed to core as plain data. */
export interface Packs {
  readonly version: string;
  readonly archetypes: ArchetypePack;
  readonly coats: CoatPack;
  readonly findings: FindingPack;
  readonly mats: MatPack;
  readonly patterns: PatternPack;
  readonly safety: SafetyPack;
  readonly schools: SchoolPack;
  readonly signs: SignPack;
  readonly tasks: TaskPack;
  readonly times: TimePack;
  readonly tools: ToolPack;
  readonly treatments: TreatmentPack;
  readonly views: ViewPack;
  readonly wishes: WishPack;
  readonly words: WordPack;
  readonly zones: ZonePack;
}

/** The packs there are, each a file of its name. */
export const PACK_NAMES = [
  'archetypes',
  'coats',
  'findings',
  'mats',
  'patterns',
  'safety',
  'schools',
  'signs',
  'tasks',
  'times',
  'tools',
  'treatments',
  'views',
  'wishes',
  'words',
  'zones',
] as const satisfies readonly Exclude<keyof Packs, 'version'>[];
