import type { Case } from '../../case/resolveCase.ts';
import type { TrimArea } from '../../packs/breed.ts';
import type { DogZone } from '../../packs/zones.ts';
import { byId } from '../../terms/failure.ts';
import type { Reason } from '../../terms/reason.ts';
import { reason } from '../../terms/reason.ts';
import type { Direction, Technique } from '../../terms/tool.ts';
import { techniqueKind } from '../../tools/drawer.ts';
import { isFelted } from '../../welfare/matted.ts';
import type { Draft, Place, Stage } from '../place.ts';
import { AS_GOOD_AS } from '../place.ts';
import { techniquesFor } from '../techniquesFor.ts';

/** How the place may be worked at that length: techniques, directions, or not at all. */
export const howWorked: Stage = (place, draft) => {
  const { visit, zone, school, welfare, shaving, lost } = place;
  const { mm, allOver, asItIs } = draft;
  const usual = techniquesFor(visit, school, welfare, shaving, {
    mm,
    allOver,
    felted: isFelted(visit, zone),
  });
  const hands = handsFirst(visit, usual, draft);
  const techniques = hands === null ? usual : [...new Set([...hands, ...usual])];
  const blade = lost?.blade ?? null;
  const denser = denserHere(visit, zone);
  const shapedBy = draft.outlined?.by ?? '';
  return {
    ...draft,
    ...directionsOf(place),
    usual,
    techniques,
    untouched:
      welfare.leaveAlone !== null ||
      (lost !== null && blade === null) ||
      (blade === null && (asItIs || techniques.length === 0 || leavesHair(school.area, draft))),
    denserHere: denser !== null,
    reasons: [
      ...draft.reasons,
      ...(hands === null ? [] : [reason('structure', 'outline-by-hand', shapedBy, 'custom')]),
      ...(denser ? [denser] : []),
    ],
  };
};

/** The hand techniques, where the outline's change along the place is a hand's work; else null. */
function handsFirst(
  { packs }: Case,
  usual: readonly Technique[],
  { outlined, mm }: Draft,
): readonly Technique[] | null {
  const byHand = usual.filter((technique) => techniqueKind(packs.tools, technique).byHand);
  if (byHand.length === 0 || outlined?.profile == null) return null;
  return byHand[0] === usual[0] || outlined.varies(mm) ? byHand : null;
}

function directionsOf({ school, welfare }: Place): Pick<Draft, 'directions' | 'drawnDirection'> {
  const { area } = school;
  const allowed = welfare.directions.filter((one) => one !== 'across' || area.direction === 'across');
  const turned = school.turned || welfare.oneLonger !== null || !allowed.includes(area.direction);
  const drawnDirection: Direction = turned ? 'with' : area.direction;
  const directions = area.directionBinds ? allowed.filter((one) => one === drawnDirection) : allowed;
  return { directions, drawnDirection };
}

/** The reason that what rides up leaves more here than elsewhere on this dog; null where it does not. */
function denserHere({ derived: { coat, signs }, packs }: Case, zone: DogZone): Reason | null {
  if (coat.dense) return null;
  const kind = signs
    .filter((seen) => seen.zone === zone.id)
    .map(({ sign }) => byId('sign', packs.signs.signs, sign))
    .find(({ dense }) => dense);
  return kind ? reason('drawer', 'denser-here', kind.name, kind.source) : null;
}

/** Hair is left alone where the trim lets it stand and it is not beyond the trim, or where there is no more than the target. */
function leavesHair(area: TrimArea, { stays, ceilingMm, thereMm, mm }: Draft): boolean {
  if (ceilingMm <= mm * (1 + AS_GOOD_AS)) return true;
  return stays && Math.min(ceilingMm, thereMm) <= area.range[1];
}
