import type { Case, Derived } from '../case/resolveCase.ts';
import type { JudgedMat } from '../mats/matPlan.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import { byId } from '../terms/failure.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import type { HouseRulesHere } from './applyHouseRules.ts';
import type { Draft } from './place.ts';

interface MatsHere {
  readonly here: readonly JudgedMat[];
  readonly lost: JudgedMat | null;
}

/** What welfare took away or asked for here. */
export function welfareReasons(
  {
    derived: {
      coat,
      shaving: { policy },
    },
  }: Case,
  welfare: Welfare,
  shaving: Derived['shaving']['answer'],
  shaveMm: number,
): readonly Reason[] {
  const reasons = welfare.here.flatMap(({ kind, effects }): Reason[] => {
    const say = (effect: Reason['effect']) =>
      reason('welfare', 'restriction', kind.name, kind.source, effect);
    if (effects.leaveAlone) return [say({ kind: 'leave-alone' })];
    const gone = [
      ...(effects.forbidDirections ?? []),
      ...(effects.forbidTechniques ?? []),
      ...(kind.skin ? ['skip-tooth'] : []),
    ];
    return [
      ...(gone.length > 0 ? [say({ kind: 'removes', what: gone })] : []),
      ...(effects.floorMm === undefined ? [] : [say({ kind: 'floor', mm: effects.floorMm })]),
    ];
  });
  if (policy && shaving === 'declined') {
    reasons.push(reason('welfare', 'shaving-declined', coat.name, policy.source));
  }
  if (policy && shaving === 'consented') {
    reasons.push(
      reason('welfare', 'shaving-consented', coat.name, policy.source, { kind: 'floor', mm: shaveMm }),
    );
  }
  return reasons;
}

const MAT_RULE = { save: 'mat-saved', part: 'mat-part', clip: 'mat-clipped' } as const;

/** What became of the mats of a zone, and which of them took its hair. */
export const matReasons = ({ here, lost }: MatsHere): readonly Reason[] =>
  here.map((one) => {
    const rule = one.beyondFloor ? 'mat-beyond-floor' : MAT_RULE[one.decision];
    const mm = one.blade?.leavesMm;
    return reason(
      'welfare',
      rule,
      one.reason,
      'prior',
      one === lost && mm !== undefined ? { kind: 'ceiling', mm } : { kind: 'note' },
    );
  });

/** A zone whose hair goes with a mat, or whose mat nothing may clip. */
export const lossConflict = (zone: DogZone, lost: JudgedMat, wantedMm: number): Conflict =>
  lost.beyondFloor
    ? conflict('mat-beyond-floor', zone.id, null, lost.floorMm, lost.reason)
    : conflict('mat-takes-hair', zone.id, lost.blade?.leavesMm ?? null, wantedMm, lost.reason);

/** The hair that is there. */
export const hairReasons = (
  { derived: { measuredHair } }: Case,
  { id }: DogZone,
  hairMm: number | undefined,
): readonly Reason[] =>
  hairMm === undefined
    ? []
    : [
        reason('hair', 'hair-there', '', measuredHair.includes(id) ? 'measured' : 'prior', {
          kind: 'ceiling',
          mm: hairMm,
        }),
      ];

/** The hair that is guessed, where it is what is left. */
export function guessReasons(
  { derived: { coat, hairMm } }: Case,
  { id }: DogZone,
  { stays, thereMm }: Pick<Draft, 'stays' | 'thereMm'>,
): readonly Reason[] {
  if (!stays || hairMm[id] !== undefined) return [];
  const off = Math.exp(coat.guessSpread);
  const range = [thereMm / off, thereMm * off] as const;
  return [reason('hair', 'hair-guessed', '', 'prior', { kind: 'target', mm: thereMm, range })];
}

/** What was seen on the coat and what it changes, said where the coat is worked. */
export function coatReasons(
  { packs, derived: { coat } }: Case,
  area: TrimArea,
  school: HouseRulesHere,
): readonly Reason[] {
  if (area.stands) return [];
  const changed = coat.changedBy.map(({ name, effect, source }) =>
    reason('hair', 'coat-modifier', `${name}: ${effect}`, source),
  );
  const gone = school.techniques.filter((technique) => techniqueKind(packs.tools, technique).needsStrippable);
  if (gone.length === 0 || coat.strips) return changed;
  const row = byId('coat type', packs.coats.types, coat.id);
  const why = row.strips ? coat.changedBy.map(({ name }) => name).join(', ') : coat.name;
  return [
    ...changed,
    reason('hair', 'coat-does-not-strip', why, coat.source, { kind: 'removes', what: gone }),
  ];
}
