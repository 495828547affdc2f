import isEqual from 'fast-deep-equal';
import type { Case } from '../case/resolveCase.ts';
import type { JudgedMats } from '../mats/judge.ts';
import { fallbackConflicts, judgeMats } from '../mats/judge.ts';
import { outlinePlan } from '../outline/outlinePlan.ts';
import { wishOf } from '../outline/wishes.ts';
import { pickTools } from '../passes/pickTools.ts';
import type { Outlined } from '../targets/outlined.ts';
import type { ZoneTarget } from '../targets/targetsOf.ts';
import { targetsOf } from '../targets/targetsOf.ts';
import { visitCautions } from '../welfare/cautions.ts';
import { finish } from './finish.ts';
import { lackingShapes, plannedForms } from './forms.ts';
import type { Plan, PlannedForm, Remark, ZonePlan } from './plan.ts';
import { CORE_VERSION } from './plan.ts';
import { roughClipOf } from './roughClip.ts';
import { oncePerRun, plannedRuns, withRuns } from './runs.ts';
import { withJoins } from './joins.ts';
import { withSides } from './sides.ts';

/**
 * The plan for a case: for every zone what to leave, with what, and every reason in the order it was applied: welfare,
 * the hair that exists, standard and wish, the balance for this dog's structure, the groomer's override, the drawer.
 * Contradictions become `conflicts`; nothing about a dog throws.
 * @throws MisuseError when the case names something the packs do not have.
 */
export function planGroom(resolved: Case): Plan {
  const { mats, drawn, targets, outline } = targetsBefore(resolved);
  const visit = { ...mats.visit, choices: resolved.choices, overrides: resolved.overrides };
  const { packs, breed, coat, trim, restrictions } = visit;
  const { runs, settled } = withRuns(visit, drawn, targets, outline);
  const picked = pickTools({
    zones: settled.flatMap(({ demand }) => demand ?? []),
    options: visit.options,
    tools: packs.tools,
  });
  const finished = settled.map((one) => {
    const { id } = one.target.zone;
    return finish(visit, one, picked.choices.get(id), picked.runnersUp.get(id), picked.tools);
  });
  const own = finished.map(({ zone }) => zone);
  const planned = plannedRuns(visit, runs, own);
  const runAt = new Map(planned.flatMap(({ id, zones }) => zones.map((zone) => [zone, id] as const)));
  const zones = withJoins(
    visit,
    own.map((zone) => ({ ...zone, run: runAt.get(zone.zone) ?? null })),
  );
  const forms = plannedForms(visit, settled, zones);
  const techniques = [...new Set(zones.flatMap(({ tool }) => tool?.technique ?? []))];
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
    runs: planned,
    forms,
    tools: toolsUsed(zones, forms),
    toolsGap: picked.cost > 0 ? (picked.cost - picked.lowerBound) / picked.cost : 0,
    conflicts: [
      ...fallbackConflicts(mats),
      ...oncePerRun(
        finished.flatMap(({ conflicts }) => conflicts),
        runs,
      ),
      ...lackingShapes(visit, settled, zones),
    ],
    remember: remarks(restrictions),
    cautions: visitCautions(visit, techniques).map(({ text }) => text),
    standingMinutes: visit.standing.said ? visit.standing.minutes : null,
    mats: mats.plan,
    roughClip: roughClipOf(visit, mats.plan),
  };
}

interface Wanted {
  readonly mats: JudgedMats;
  /** Before the outline, and with it. */
  readonly drawn: readonly ZoneTarget[];
  readonly targets: readonly ZoneTarget[];
  readonly outline: Outlined;
}
const lastWanted = new WeakMap<Case['facts'], Wanted & { readonly visit: Case }>();

/** What is wanted before the groomer's own lengths: while those are dragged it stays as it is, and is kept. */
function targetsBefore(visit: Case): Wanted {
  const before = lastWanted.get(visit.facts);
  if (before && sameButOverrides(before.visit, visit)) return before;
  const mats = judgeMats(visit);
  const { drawn, targets, outline } = outlinedTargets(mats);
  const wanted = {
    visit,
    mats,
    drawn: withSides(mats.visit, drawn),
    targets: withSides(mats.visit, targets),
    outline,
  };
  lastWanted.set(visit.facts, wanted);
  return wanted;
}

function sameButOverrides(a: Case, b: Case): boolean {
  const keys = Object.keys(a) as (keyof Case)[];
  return keys.every(
    (key) =>
      key === 'overrides' ||
      key === 'choices' ||
      a[key] === b[key] ||
      (CHOSEN.includes(key) && isEqual(a[key], b[key])),
  );
}
/** Made anew from every choice. */
const CHOSEN: readonly (keyof Case)[] = ['wish', 'schools', 'shaving', 'matPolicy', 'sides'];

/** The targets as the trim draws them, then as this dog's outline changes them. */
function outlinedTargets(mats: JudgedMats): Omit<Wanted, 'mats'> {
  const { visit } = mats;
  const drawn = targetsOf(mats);
  const wishes = new Map(drawn.map((target) => [target.zone.id, wishOf(visit, target)]));
  const outline = outlinePlan(visit, wishes);
  return { drawn, targets: targetsOf(mats, outline, drawn), outline };
}

function remarks(restrictions: Case['restrictions']): readonly Remark[] {
  const whole = restrictions.filter(({ kind }) => kind.scope === 'dog');
  return [...new Map(whole.map(({ kind: { id, name, text } }) => [id, { name, text }])).values()];
}

/** Every tool the plan takes in hand, with how many places it is used at. */
function toolsUsed(zones: readonly ZonePlan[], forms: readonly PlannedForm[]): Plan['tools'] {
  const used = new Map<string, { readonly label: string; readonly at: Set<string> }>();
  const add = (
    { toolId, label }: { readonly toolId: string; readonly label: string },
    at: readonly string[],
  ) => {
    const known = used.get(toolId) ?? { label, at: new Set() };
    for (const zone of at) known.at.add(zone);
    used.set(toolId, known);
  };
  for (const { tool, zone } of zones) if (tool) add(tool, [zone]);
  for (const { steps } of forms) for (const { tool, zones: at } of steps) add(tool, at);
  return [...used]
    .map(([toolId, { label, at }]) => ({ toolId, label, zones: at.size }))
    .sort((a, b) => b.zones - a.zones);
}
