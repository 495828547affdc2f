import type { PartOfCase } from '../case/resolveCase.ts';
import type { DogZone } from '../packs/zones.ts';

type Matted = PartOfCase<'mats' | 'matPolicy'>;

/** Whether a mat here is felted to the skin: no comb runs over it, nor over the hole it leaves. */
export const isFelted = ({ packs, derived: { mats } }: Matted, zone: DogZone): boolean =>
  mats.some((mat) => mat.zone === zone.id && mat.tightness >= packs.mats.feltGrade);

/** The shortest bare blade that goes where a mat is clipped, mm: the salon's; 0 where no mat is but loose ones. */
export const underMatFloorMm = ({ derived: { mats, matPolicy } }: Matted, zone: DogZone): number =>
  mats.some((mat) => mat.zone === zone.id && (mat.tightness > 1 || mat.sores)) ? matPolicy.bladeFloorMm : 0;
