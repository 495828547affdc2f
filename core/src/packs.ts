import type { ArchetypePack } from './body/pack.ts';
import type { FindingPack } from './body/findings.ts';
import type { ViewPack } from './body/flatViews.ts';
import type { CoatPack } from './coat/pack.ts';
import type { SafetyPack } from './plan/safety.ts';
import type { ToolPack } from './tools/pack.ts';
import type { SignPack } from './hands/pack.ts';
import type { MatPack } from './mats/pack.ts';
import type { TimePack } from './order/pack.ts';
import type { SchoolPack } from './plan/schools.ts';
import type { ZonePack } from './plan/zones.ts';

/** Every pack that is not a breed, handed to core as plain data. */
export interface Packs {
  readonly version: string;
  readonly archetypes: ArchetypePack;
  readonly coats: CoatPack;
  readonly findings: FindingPack;
  readonly mats: MatPack;
  readonly safety: SafetyPack;
  readonly schools: SchoolPack;
  readonly signs: SignPack;
  readonly times: TimePack;
  readonly tools: ToolPack;
  readonly views: ViewPack;
  readonly zones: ZonePack;
}
