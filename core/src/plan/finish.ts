import type { Case } from '../case/resolveCase.ts';
import { visibleAlong } from '../coat/hair.ts';
import type { RunnerUp, ToolChoice, ZoneDemand } from '../passes/pickTools.ts';
import { leftBy } from '../passes/pickTools.ts';
import { answerTo } from '../case/schools.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { keptLength } from '../tools/handLength.ts';
import { cautionsAt } from '../welfare/cautions.ts';
import { blockedIn } from './blockIn.ts';
import { calledOf } from './called.ts';
import { lackFor } from './lack.ts';
import type { PlannedTool, ZonePlan } from './plan.ts';
import type { Settled } from './applyOverride.ts';

/** A settled zone with the tool that was picked for it, and what could not be had. */
export function finish(
  visit: Case,
  settled: Settled,
  choice: ToolChoice | undefined,
  second: RunnerUp | undefined,
  tools: readonly string[],
): { readonly zone: ZonePlan; readonly conflicts: readonly Conflict[] } {
  const { target, targetMm, demand, override } = settled;
  const { zone, area, welfare } = target;
  const hairMm = visit.derived.hairMm[zone.id] ?? null;
  const thereMm = hairMm ?? Math.max(target.thereMm, targetMm);
  // Hair that is shorter than the tool leaves is passed over; a comb rides up where this place is denser than its run.
  const { denserHere } = target;
  const leftMm =
    choice && demand
      ? Math.min(leftBy({ ...demand, denserHere }, choice.option), hairMm ?? Infinity)
      : thereMm;
  const worked = choice ? cautionsAt(visit, zone, choice.option.technique) : [];
  const { ceilingMm } = target;
  const inShape = shaped(visit, settled, choice, leftMm, tools);
  const isMatted = visit.derived.mats.some((mat) => mat.zone === zone.id);
  const touchedByMat = target.lost !== null || target.restyled || isMatted;
  return {
    zone: {
      zone: zone.id,
      name: zone.kind.name,
      side: zone.side,
      run: null,
      targetMm,
      toleranceMm: settled.toleranceMm,
      leftMm,
      visibleMm: visibleAlong(visit.derived.coat, leftMm),
      hairMm,
      thereMm,
      floorMm: target.floorMm,
      floorBy: target.floorBy,
      ceilingMm: ceilingMm === Infinity ? null : ceilingMm,
      ceilingBy: target.ceilingBy,
      chargedAs: touchedByMat ? drawnTechnique(visit, zone) : null,
      tool: choice ? planned(choice) : null,
      runnerUp: second
        ? Object.assign(planned(second), { extraCost: second.extraCost, toolsDelta: second.toolsDelta })
        : null,
      leftAlone: choice === undefined,
      protectedBy: welfare.leaveAlone?.kind.name ?? null,
      lost: target.lost !== null,
      overridden: override !== null,
      cautions: [...new Set([...target.texts, ...worked])],
      reasons: [
        ...settled.reasons,
        ...landmarkReasons(target, inShape.profile),
        ...drawerReasons(visit, settled, choice),
      ],
      ...inShape,
      layDeg: area.layDeg,
      edge: area.edge,
      joins: [],
    },
    conflicts: [...settled.conflicts, ...(demand ? lacking(visit, settled, choice) : [])],
  };
}

/** What bends the outline is named too where it changes a place at its landmarks only. */
const landmarkReasons = (
  { profileBy, reasons }: Settled['target'],
  profile: ZonePlan['profile'],
): readonly Reason[] =>
  profileBy === null ||
  profileBy === '' ||
  profile.length === 0 ||
  reasons.some(({ rule }) => rule === 'outline')
    ? []
    : [reason('structure', 'outline-landmarks', profileBy, 'standard')];

/** How the trim draws the work of a place; where few machines may enter, the slowest of its ways, for that is what it takes without a mat. */
function drawnTechnique({ packs, derived: { trim } }: Case, { kind }: DogZone): Technique | null {
  const drawn = trim.areas[kind.id]?.techniques ?? [];
  const { perM2 } = packs.times;
  return (kind.machines === null ? drawn : [...drawn].sort((a, b) => perM2[b] - perM2[a]))[0] ?? null;
}

/** House rule: nothing is blocked in, the whole shape is cut by eye. */
const byEye = ({ packs, derived: { schools } }: Case): boolean =>
  answerTo(packs.schools, schools, 'pattern') === 'by-eye';

/**
 * The shape that is left: what is done by hand follows the outline; a blade, a comb and a groomer's own length leave what the
 * trim draws.
 */
function shaped(
  visit: Case,
  settled: Settled,
  choice: ToolChoice | undefined,
  leftMm: number,
  tools: readonly string[],
): Pick<ZonePlan, 'shape' | 'profile' | 'passes'> {
  const { target, override } = settled;
  const { area, profile, ceilingMm, floorMm } = target;
  const byHand = choice !== undefined && techniqueKind(visit.packs.tools, choice.option.technique).byHand;
  if (!profile || !byHand || override !== null) return { shape: area.shape, profile: [], passes: [] };
  const within = (mm: number) => Math.max(floorMm, Math.min(ceilingMm, mm));
  const lengths = Object.entries(profile).map(([name, mm]) => [name, within(mm)] as const);
  const shares = lengths.map(([name, mm]) => [name, mm / leftMm] as const);
  const shape = { ...area.shape, ...Object.fromEntries(shares) };
  return {
    shape,
    passes: byEye(visit) ? [] : blockedIn(visit, settled, shape, leftMm, tools),
    profile: asCut(
      lengths.flatMap(([name, mm]) => {
        const place = calledOf(visit.packs, name);
        return place === undefined ? [] : [{ landmark: name, place, mm: keptLength(mm) }];
      }),
      leftMm,
    ),
  };
}

/** Lengths along a place as a hand cuts them: one length all along is none. */
const asCut = (profile: ZonePlan['profile'], leftMm: number): ZonePlan['profile'] =>
  profile.some(({ mm }) => mm !== keptLength(leftMm)) ? profile : [];

export function planned({ option, leavesMm, sdMm }: ToolChoice): PlannedTool {
  const { toolId, label, technique, direction, carrierLabel, dull, wrongHand } = option;
  const measurements = option.calibration.n;
  return { toolId, label, technique, direction, leavesMm, sdMm, measurements, carrierLabel, dull, wrongHand };
}

/** What the drawer had to say. Measured only where the groomer's own after-measures stand behind the length. */
function drawerReasons(
  { packs }: Case,
  { targetMm, override, demand }: Settled,
  choice: ToolChoice | undefined,
): readonly Reason[] {
  if (!demand) return [reason('drawer', 'left-alone', '', 'prior')];
  if (!choice) return [reason('drawer', 'nothing-fits', '', 'prior')];
  const { option, leavesMm, turnedMendsMm } = choice;
  const { label, direction, technique } = option;
  const tool = { kind: 'tool', label, direction, offMm: leavesMm - targetMm } as const;
  const source = option.calibration.n > 0 ? 'measured' : 'prior';
  const say = (rule: Reason['rule'], about = label, effect: Reason['effect'] = { kind: 'note' }) =>
    reason('drawer', rule, about, source, effect);
  const named = override?.toolId != null;
  const said: Reason[] = [];
  if (named) said.push(reason('override', 'override-tool', override.reason, 'groomer', tool));
  said.push(say(toolRule(choice, targetMm, demand), label, tool));
  if (turnedMendsMm !== null && !named)
    said.push(say('turned', label, { kind: 'change', mm: turnedMendsMm }));
  if (option.dull) said.push(say('dull-tool'));
  if (option.wrongHand) said.push(say('wrong-hand'));
  if (techniqueKind(packs.tools, technique).needsCombedCoat)
    said.push(say('comb-needs-combed-coat', option.carrierLabel ?? ''));
  return said;
}

/** How the tool of a place was found. */
function toolRule(
  { option, leavesMm, beyondReach }: ToolChoice,
  targetMm: number,
  demand: ZoneDemand,
): Reason['rule'] {
  if (option.leavesMm === null) return 'hand-work';
  if (demand.gentlest && option.gentle) return 'gentlest-tool';
  if (!beyondReach) return 'nearest-tool';
  return leavesMm < targetMm ? 'left-shorter' : 'left-longer';
}

/** A length that could not be had, with what to buy, borrow or sharpen. */
function lacking(
  visit: Case,
  { target, targetMm, demand }: Settled,
  choice: ToolChoice | undefined,
): readonly Conflict[] {
  if (!demand || (choice && !choice.beyondReach)) return [];
  const { id } = target.zone;
  const lack = lackFor(visit, demand);
  const about = target.techniques.join(', ');
  if (choice && choice.leavesMm < targetMm)
    return [conflict('left-shorter', id, choice.leavesMm, targetMm, about, { lack })];
  if (!lack) return [conflict('nothing-in-drawer', id, choice?.leavesMm ?? null, targetMm, about)];
  return [conflict('drawer-lacks', id, choice?.leavesMm ?? null, targetMm, about, { lack })];
}
