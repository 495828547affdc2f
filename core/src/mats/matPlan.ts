import { requireNumber } from '../failure.ts';
import type { Coat } from '../coat/hair.ts';
import type { Mat } from '../hands/hands.ts';
import type { Handling } from '../hands/pack.ts';
import type { ZonePack } from '../plan/zones.ts';
import { zoneKindId } from '../plan/zones.ts';
import type { ToolOption } from '../tools/drawer.ts';
import type { MatPack, MatPolicy } from './pack.ts';
import { byId } from '../failure.ts';

/** What the judging of mats needs to know of the dog. */
export interface MattedDog {
  readonly handling: Handling;
  /** Minutes it stands before a break. */
  readonly standingMinutes: number;
  readonly weightM2: number;
  /** The shortest a restriction lets a zone be, mm. */
  readonly floorMm: (zone: string) => number;
  /** Hair there now, stretched, mm, where known. */
  readonly hairMm: Readonly<Record<string, number>>;
}

export interface MatContext {
  readonly pack: MatPack;
  readonly zones: ZonePack;
  /** Everything the drawer can do on this coat. */
  readonly options: readonly ToolOption[];
}

/** Why a mat is not, or not wholly, brushed out. */
export type MatReason = 'felted' | 'sores' | 'hurts' | 'school' | 'no-minutes-left' | 'loose-enough';

/** A blade tried under a mat; combs cannot pass and are never tried. */
export interface BladeStep {
  readonly toolId: string;
  readonly label: string;
  readonly leavesMm: number;
  readonly clears: boolean;
}

export interface JudgedMat {
  readonly mat: Mat;
  readonly decision: 'save' | 'part' | 'clip';
  readonly reason: MatReason;
  readonly savedShare: number;
  readonly brushMinutes: number;
  readonly clipMinutes: number;
  readonly pain: number;
  /** The longest blade that clears it; null when none does above the floor, or none is needed. */
  readonly blade: BladeStep | null;
  /** What to try in turn, longest first, down to the floor. */
  readonly steps: readonly BladeStep[];
  readonly floorMm: number;
  /** Needs a blade, and none above the floor passes: not ours to force. */
  readonly beyondFloor: boolean;
  /** Length of the hair that goes, mm; null where it was not measured. */
  readonly lostMm: number | null;
  /** The hole is too big to hide: the whole zone comes to the blade's length. */
  readonly takesZone: boolean;
}

export interface MatPlan {
  readonly mats: readonly JudgedMat[];
  readonly minutes: number;
  readonly brushMinutes: number;
  /** Minutes of brushing out that salon and dog allow, and those left of them. */
  readonly budgetMinutes: number;
  readonly patienceLeftMinutes: number;
  readonly pain: number;
  readonly fee: number;
  readonly technique: readonly string[];
}

/**
 * Save, save part or clip, mat by mat (brief: mat minutes = area × {0.15, 0.4, 1.0} × (1 + 0.3·(density − 1)); felted
 * is never brushed out). Minutes go to the mats whose hair is worth most for the pain, until the salon's limit or the
 * dog's patience is used up; the mat at the edge is saved in part. The order does not depend on which other mats there
 * are, so one more mat never frees minutes. Where hair goes: the longest blade that passes under, stepping down one at
 * a time and stopping at the floor.
 * @throws MisuseError for a mat without size.
 */
export function matPlan(
  mats: readonly Mat[],
  coat: Pick<Coat, 'dense'>,
  dog: MattedDog,
  policy: MatPolicy,
  { pack, zones, options }: MatContext,
): MatPlan {
  const budget = Math.min(policy.limitMinutes, dog.standingMinutes * pack.patienceShare[dog.handling]);
  const painLimit = pack.pain.limit * Math.min(1, 2 * pack.patienceShare[dog.handling]);
  const weighed = mats.map((mat) => weigh(mat, coat, pack, zones));
  const order = [...weighed].sort((a, b) => b.priority - a.priority || a.mat.id.localeCompare(b.mat.id));
  const shares = new Map<string, { readonly share: number; readonly reason: MatReason }>();
  let left = budget;
  for (const { mat, minutes, pain } of order) {
    const refused = refusal(mat, pain, painLimit, pack, policy);
    const share = refused ? 0 : Math.min(1, left / minutes);
    left -= share * minutes;
    shares.set(mat.id, { share, reason: refused ?? (share < 1 ? 'no-minutes-left' : 'loose-enough') });
  }
  const judged = weighed.map(({ mat, area, minutes, pain }): JudgedMat => {
    const { share, reason } = shares.get(mat.id) ?? { share: 0, reason: 'felted' as const };
    const kind = byId('zone', zones.zones, zoneKindId(mat.zone));
    const floorMm = Math.max(policy.bladeFloorMm, dog.floorMm(mat.zone));
    const steps = share < 1 ? bladeSteps(options, mat.toSkinMm, floorMm, kind.thinSkin || kind.fold) : [];
    const blade = steps.find((step) => step.clears) ?? null;
    const zoneCm2 = (dog.weightM2 * 10_000 * kind.share) / (kind.paired ? 2 : 1);
    const rate = pack.clipMinutesPerCm2[mat.tightness - 1] ?? 0;
    return {
      mat,
      decision: share >= 1 ? 'save' : share < 0.2 ? 'clip' : 'part',
      reason,
      savedShare: share,
      brushMinutes: share * minutes,
      clipMinutes: share < 1 ? pack.clipStartMinutes + (1 - share) * area * rate : 0,
      pain,
      blade,
      steps,
      floorMm,
      beyondFloor: share < 1 && blade === null,
      lostMm: share < 1 ? (dog.hairMm[mat.zone] ?? null) : 0,
      takesZone: share < 1 && ((1 - share) * area) / zoneCm2 >= pack.coverShare,
    };
  });
  const brushMinutes = sum(judged, (one) => one.brushMinutes);
  const minutes = brushMinutes + sum(judged, (one) => one.clipMinutes);
  return {
    mats: judged,
    minutes,
    brushMinutes,
    budgetMinutes: budget,
    patienceLeftMinutes: Math.max(0, budget - brushMinutes),
    pain: sum(judged, (one) => one.pain),
    fee: (minutes * policy.feePerHour) / 60,
    technique: pack.technique,
  };
}

interface Weighed {
  readonly mat: Mat;
  readonly area: number;
  readonly minutes: number;
  readonly pain: number;
  readonly priority: number;
}

function weigh(mat: Mat, coat: Pick<Coat, 'dense'>, pack: MatPack, zones: ZonePack): Weighed {
  requireNumber('mat length, cm', mat.lengthCm, 0.1, 100);
  requireNumber('mat width, cm', mat.widthCm, 0.1, 100);
  const kind = byId('zone', zones.zones, zoneKindId(mat.zone));
  const area = mat.lengthCm * mat.widthCm;
  const rate = pack.minutesPerCm2[mat.tightness - 1] ?? pack.minutesPerCm2.at(-1) ?? 1;
  const density = coat.dense ? 2 : 1;
  const minutes = area * rate * (1 + pack.densityShare * (density - 1)) + (mat.burr ? pack.burrMinutes : 0);
  const near = Math.max(0, (pack.pain.nearMm - mat.toSkinMm) / pack.pain.nearMm);
  const tender = kind.thinSkin || kind.fold ? pack.pain.tenderFactor : 1;
  const perCm2 = (pack.pain.byTightness[mat.tightness - 1] ?? 1) * (1 + near) * tender;
  return { mat, area, minutes, pain: area * perCm2, priority: pack.worth[kind.region] / perCm2 };
}

function refusal(
  mat: Mat,
  pain: number,
  painLimit: number,
  pack: MatPack,
  policy: MatPolicy,
): MatReason | null {
  if (mat.sores) return 'sores';
  if (mat.tightness >= pack.feltGrade) return 'felted';
  if (policy.school === 'clip' && mat.tightness > 1) return 'school';
  return pain > painLimit ? 'hurts' : null;
}

/** One blade longer than clears, then every shorter one down to the floor. */
function bladeSteps(
  options: readonly ToolOption[],
  toSkinMm: number,
  floorMm: number,
  tender: boolean,
): readonly BladeStep[] {
  const blades = options
    .filter((o) => o.technique === 'clip' && o.direction === 'with' && o.leavesMm !== null)
    .filter((o) => o.finish !== 'rough' || !tender)
    .filter((o) => !(o.skipTooth && tender))
    .map((o) => ({ toolId: o.toolId, label: o.label, leavesMm: o.leavesMm ?? 0, dull: o.finish === 'rough' }))
    .filter((o) => o.leavesMm >= floorMm)
    .sort((a, b) => b.leavesMm - a.leavesMm || Number(a.dull) - Number(b.dull));
  const first = blades.findIndex((blade) => blade.leavesMm <= toSkinMm);
  const from = first < 0 ? Math.max(0, blades.length - 3) : Math.max(0, first - 1);
  return blades
    .slice(from)
    .map(({ toolId, label, leavesMm }) => ({ toolId, label, leavesMm, clears: leavesMm <= toSkinMm }));
}

const sum = <T>(list: readonly T[], of: (one: T) => number) =>
  list.reduce((total, one) => total + of(one), 0);
