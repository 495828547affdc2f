import { requireNumber } from '../terms/failure.ts';
import type { Coat } from '../coat/hair.ts';
import type { Mat } from '../hands/hands.ts';
import type { MatPack, MatPolicy } from '../packs/mats.ts';
import type { TechniqueKind } from '../packs/tools.ts';
import type { ZonePack } from '../packs/zones.ts';
import type { Handling } from '../terms/dog.ts';
import type { ToolOption } from '../tools/drawer.ts';
import { zoneKind } from '../packs/zones.ts';

/** What welfare says of the skin under a mat. */
export interface SkinUnderMat {
  readonly floorMm: number;
  readonly skipTooth: boolean;
  /** A blade may go there at all. */
  readonly blade: boolean;
  /** Nothing may go there. */
  readonly leaveAlone: boolean;
  /** Red, sore, thin or old: it hurts sooner, and nothing firm is combed out of it. */
  readonly tender: boolean;
  /** Kinds of bare blades that may go there under a mat; null for any. */
  readonly blades: readonly string[] | null;
}

/** What the judging of mats needs to know of the dog. */
export interface MattedDog {
  readonly handling: Handling;
  /** Minutes it stands before a break. */
  readonly standingMinutes: number;
  readonly surfaceM2: number;
  readonly skinAt: (zone: string) => SkinUnderMat;
  /** Hair there now, stretched, mm, where known. */
  readonly hairMm: Readonly<Record<string, number>>;
}

export interface MatContext {
  readonly pack: MatPack;
  readonly zones: ZonePack;
  /** Everything the drawer can do on this coat. */
  readonly options: readonly ToolOption[];
  readonly techniques: readonly TechniqueKind[];
  /** Below this a dull edge is not used, mm. */
  readonly dullCloseMm: number;
}

/** Why a mat is not, or not wholly, brushed out. */
export type MatReason =
  'left-alone' | 'felted' | 'sores' | 'tender-skin' | 'hurts' | 'school' | 'no-minutes-left' | 'loose-enough';

/** A blade tried under a mat; what cannot pass is never tried. */
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
 * @throws MisuseError for a mat below 0.1 or above 100 cm, or a zone the pack does not have.
 */
export function matPlan(
  mats: readonly Mat[],
  coat: Pick<Coat, 'dense'>,
  dog: MattedDog,
  policy: MatPolicy,
  context: MatContext,
): MatPlan {
  const { pack, zones } = context;
  const budget = Math.min(policy.limitMinutes, dog.standingMinutes * pack.patienceShare[dog.handling]);
  const painLimit = pack.pain.limit * Math.min(1, 2 * pack.patienceShare[dog.handling]);
  const weighed = mats.map((mat) => weigh(mat, coat, pack, zones));
  const order = [...weighed].sort((a, b) => b.priority - a.priority || a.mat.id.localeCompare(b.mat.id));
  const shares = new Map<string, { readonly share: number; readonly reason: MatReason }>();
  let left = budget;
  for (const { mat, minutes, pain } of order) {
    const { leaveAlone, tender } = dog.skinAt(mat.zone);
    const refused = leaveAlone ? 'left-alone' : refusal(mat, { pain, painLimit, tender }, pack, policy);
    const share = refused ? 0 : Math.min(1, left / minutes);
    left -= share * minutes;
    shares.set(mat.id, { share, reason: refused ?? (share < 1 ? 'no-minutes-left' : 'loose-enough') });
  }
  const judged = weighed.map(({ mat, area, minutes, pain }): JudgedMat => {
    const { share, reason } = shares.get(mat.id) ?? { share: 0, reason: 'felted' as const };
    const kind = zoneKind(zones, mat.zone);
    const skin = dog.skinAt(mat.zone);
    const floorMm = Math.max(policy.bladeFloorMm, skin.floorMm);
    const goes = share < 1 && skin.blade && !skin.leaveAlone;
    const steps = goes ? bladeSteps(context, mat.toSkinMm, floorMm, skin) : [];
    const blade = steps.find((step) => step.clears) ?? null;
    const zoneCm2 = (dog.surfaceM2 * 10_000 * kind.share) / (kind.paired ? 2 : 1);
    const rate = pack.clipMinutesPerCm2[mat.tightness - 1] ?? 0;
    return {
      mat,
      decision: share >= 1 ? 'save' : share < 0.2 ? 'clip' : 'part',
      reason,
      savedShare: share,
      brushMinutes: share * minutes,
      clipMinutes: goes ? pack.clipStartMinutes + (1 - share) * area * rate : 0,
      pain,
      blade,
      steps,
      floorMm,
      beyondFloor: share < 1 && blade === null,
      lostMm: goes ? (dog.hairMm[mat.zone] ?? null) : 0,
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
  const kind = zoneKind(zones, mat.zone);
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
  {
    pain,
    painLimit,
    tender,
  }: { readonly pain: number; readonly painLimit: number; readonly tender: boolean },
  pack: MatPack,
  policy: MatPolicy,
): MatReason | null {
  if (mat.sores) return 'sores';
  if (mat.tightness >= pack.feltGrade) return 'felted';
  if (policy.school === 'clip' && mat.tightness > 1) return 'school';
  if (tender && mat.tightness > 1) return 'tender-skin';
  return pain > painLimit * (tender ? pack.pain.tenderSkinShare : 1) ? 'hurts' : null;
}

/**
 * One blade longer than clears, on tender skin the longest there is, then every shorter one down to the floor. A dull edge never goes near the
 * skin.
 */
function bladeSteps(
  { options, techniques, dullCloseMm }: MatContext,
  toSkinMm: number,
  floorMm: number,
  { skipTooth, tender, blades: may }: SkinUnderMat,
): readonly BladeStep[] {
  const passing = techniques.filter(({ passesMat }) => passesMat).map(({ id }) => id);
  const blades = options
    .filter((o) => passing.includes(o.technique) && o.direction === 'with')
    .filter((o) => skipTooth || !o.skipTooth)
    .filter((o) => may?.includes(o.kindId) ?? true)
    .flatMap((o) => (o.leavesMm === null ? [] : [{ option: o, leavesMm: o.leavesMm }]))
    // A blade that was read a hair's breadth under the floor is still the blade the floor means.
    .filter(({ option, leavesMm }) => leavesMm + (option.sdMm ?? 0) >= floorMm)
    .filter(({ option, leavesMm }) => !option.dull || leavesMm >= dullCloseMm)
    .sort((a, b) => b.leavesMm - a.leavesMm || Number(a.option.dull) - Number(b.option.dull));
  const first = blades.findIndex(({ leavesMm }) => leavesMm <= toSkinMm);
  const from = tender ? 0 : first < 0 ? Math.max(0, blades.length - 3) : Math.max(0, first - 1);
  return blades.slice(from).map(({ option, leavesMm }) => ({
    toolId: option.toolId,
    label: option.label,
    leavesMm,
    clears: leavesMm <= toSkinMm,
  }));
}

const sum = <T>(list: readonly T[], of: (one: T) => number) =>
  list.reduce((total, one) => total + of(one), 0);
