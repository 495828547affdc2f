import type { ArchetypePack } from './body/pack.ts';
import type { FindingPack } from './body/findings.ts';
import type { CoatPack } from './coat/pack.ts';
import type { SafetyPack } from './plan/safety.ts';
import type { ToolPack } from './tools/pack.ts';
import type { ZonePack } from './plan/zones.ts';

/** Every pack that is not a breed, handed to core as plain data. */
export interface Packs {
  readonly version: string;
  readonly archetypes: ArchetypePack;
  readonly coats: CoatPack;
  readonly findings: FindingPack;
  readonly safety: SafetyPack;
  readonly tools: ToolPack;
  readonly zones: ZonePack;
}
