import type { Draft, Setting } from './draft.ts';
import { draftZone } from './draft.ts';
import { finish } from './finish.ts';
import { byId } from '../failure.ts';
import type { Source } from '../breeds/source.ts';
import { coatOf } from '../coat/hair.ts';
import type { MatPlan } from '../mats/matPlan.ts';
import { toolOptions } from '../tools/drawer.ts';
import type { Direction, Technique } from '../tools/pack.ts';
import { pickTools } from '../tools/pick.ts';
import type { PlanInput } from './input.ts';
import { fallbackConflicts, fallbacksFor, judgeMats, lostZones } from './matted.ts';
import type { RoughClip } from './roughClip.ts';
import { roughClipOf } from './roughClip.ts';
import type { Conflict, Reason } from './reason.ts';
import { areaOf } from './target.ts';
import type { Side } from './zones.ts';
import { dogZones } from './zones.ts';

/** Raised whenever the same input may give another plan. */
export const CORE_VERSION = 2;

export interface PlannedTool {
  readonly toolId: string;
  readonly label: string;
  readonly technique: Technique;
  readonly direction: Direction;
  readonly leavesMm: number;
  readonly sdMm: number;
  /** Measurements behind it, by this groomer on this class of coat. */
  readonly measurements: number;
  readonly carrierLabel: string | null;
}

export interface PlannedRunnerUp extends PlannedTool {
  readonly extraCost: number;
  readonly toolsDelta: -1 | 0 | 1;
}

export interface ZonePlan {
  readonly zone: string;
  readonly name: string;
  readonly side: Side | null;
  /** What to leave, stretched, mm. */
  readonly targetMm: number;
  readonly toleranceMm: number;
  /** What will be there: the tool's length, the scissored target, or the hair that is left alone. */
  readonly leftMm: number;
  /** Along the hair once the curl is back. */
  readonly visibleMm: number;
  readonly hairMm: number | null;
  readonly tool: PlannedTool | null;
  readonly runnerUp: PlannedRunnerUp | null;
  readonly leftAlone: boolean;
  readonly overridden: boolean;
  readonly cautions: readonly string[];
  readonly reasons: readonly Reason[];
  readonly shape: Readonly<Record<string, number>> | null;
  readonly layDeg: number | null;
}

/** A plan is a value: plain JSON, with the versions it was made with. */
export interface Plan {
  readonly coreVersion: number;
  readonly packsVersion: string;
  readonly breed: string;
  readonly trim: string;
  readonly coat: {
    readonly name: string;
    readonly layDeg: number;
    readonly curl: number;
    /** What was seen on this dog that changed its coat's row. */
    readonly changedBy: readonly {
      readonly name: string;
      readonly effect: string;
      readonly source: Source;
    }[];
  };
  readonly zones: readonly ZonePlan[];
  readonly tools: readonly { readonly toolId: string; readonly label: string; readonly zones: number }[];
  readonly conflicts: readonly Conflict[];
  /** Restrictions that bear on the visit as a whole. */
  readonly remember: readonly string[];
  /** Minutes on the table before a break, where anything limits them. */
  readonly standingMinutes: number | null;
  /** Null where there is no mat. */
  readonly mats: MatPlan | null;
  readonly roughClip: RoughClip;
}

/**
 * The plan for a dog: for every zone what to leave, with what, and every reason in the order it was applied: welfare,
 * the hair that exists, standard and wish, the balance for this dog's structure, the groomer's override, the drawer.
 * Contradictions become `conflicts`; nothing about a dog throws.
 * @throws MisuseError when the input names something the packs do not have.
 */
export function planGroom(asked: PlanInput): Plan {
  const { packs, breed } = asked;
  const coat = coatOf(packs.coats, asked.coat.type, asked.coat.modifiers, asked.coat.dense);
  const trim = byId('trim', breed.trims, asked.trimId);
  const options = toolOptions(asked.drawer, packs.tools, coat);
  const fromCoat = coat.changedBy.flatMap(({ restriction }) => (restriction === null ? [] : [restriction]));
  const restricted = {
    ...asked,
    restrictions: withWholeDog(asked.restrictions, fromCoat),
  };
  const judged = judgeMats(restricted, coat, options);
  const input = { ...restricted, restrictions: [...restricted.restrictions, ...judged.restrictions] };
  const lost = lostZones(judged.plan);
  const fallbacks = fallbacksFor(breed, lost);
  const setting: Setting = { coat, input, options, mats: judged.plan, lost, fallbacks, trimName: trim.name };
  const conflicts: Conflict[] = fallbackConflicts(fallbacks, lost);
  const areas = [...trim.areas, ...fallbacks.flatMap((fallback) => fallback.areas)];
  const drafts = dogZones(packs.zones).flatMap((zone): Draft[] => {
    const area = areaOf(areas, zone.kind);
    if (!area) return [];
    return [draftZone(zone, area, setting, conflicts)];
  });
  const demands = drafts.flatMap(({ demand }) => demand ?? []);
  const picked = pickTools({ zones: demands, options, policy: packs.tools.policy });
  const zones = drafts.map((draft) =>
    finish(
      draft,
      coat,
      input,
      picked.choices.get(draft.zone.id),
      picked.runnersUp.get(draft.zone.id),
      conflicts,
    ),
  );
  const restrictions = input.restrictions.map((seen) =>
    byId('restriction', packs.safety.restrictions, seen.restriction),
  );
  const standing = [
    ...restrictions.flatMap(({ standingMinutes }) => standingMinutes ?? []),
    ...(input.temper.said ? [input.temper.standingMinutes] : []),
  ];
  return {
    coreVersion: CORE_VERSION,
    packsVersion: packs.version,
    breed: breed.id,
    trim: trim.id,
    coat: {
      name: coat.name,
      layDeg: coat.layDeg,
      curl: coat.curl,
      changedBy: coat.changedBy.map(({ name, effect, source }) => ({ name, effect, source })),
    },
    zones,
    tools: toolsUsed(zones),
    conflicts,
    remember: [...new Set(restrictions.filter((r) => r.scope === 'dog').map((r) => `${r.name}: ${r.text}`))],
    standingMinutes: standing.length > 0 ? Math.min(...standing) : null,
    mats: judged.plan,
    roughClip: roughClipOf(input, coat, judged.plan),
  };
}

/** The restrictions with some more that bear on the whole dog, each once. */
function withWholeDog(seen: PlanInput['restrictions'], more: readonly string[]): PlanInput['restrictions'] {
  const fresh = more.filter((id) => !seen.some(({ restriction }) => restriction === id));
  return [...seen, ...fresh.map((restriction) => ({ restriction, zone: null }))];
}

function toolsUsed(zones: readonly ZonePlan[]): Plan['tools'] {
  const used = new Map<string, { toolId: string; label: string; zones: number }>();
  for (const { tool } of zones) {
    if (!tool) continue;
    const entry = used.get(tool.toolId) ?? { toolId: tool.toolId, label: tool.label, zones: 0 };
    used.set(tool.toolId, { ...entry, zones: entry.zones + 1 });
  }
  return [...used.values()].sort((a, b) => b.zones - a.zones);
}
