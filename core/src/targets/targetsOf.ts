import type { Case } from '../case/resolveCase.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import { byId } from '../terms/failure.ts';
import type { JudgedMats } from '../mats/judge.ts';
import type { BladeStep, JudgedMat } from '../mats/matPlan.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';
import { kinderFloorMm } from '../welfare/kinder.ts';
import { isFelted, underMatFloorMm } from '../welfare/matted.ts';
import { shaveFloorMm, shavingAt } from '../welfare/shaving.ts';
import type { Outlined } from './outlined.ts';
import { outlineAt, outlineConflicts } from './outlineAt.ts';
import { asDrawn } from './asDrawn.ts';
import { oneLongerMm } from '../tools/steps.ts';
import { coatReasons, hairReasons, lossConflict, matReasons, welfareReasons } from './reasons.ts';
import { schooled } from './schooled.ts';
import { structured } from './structured.ts';
import { preferredAt, techniquesFor } from './techniquesFor.ts';
import { isAmong } from '../terms/zone.ts';

/** What to leave in a zone and how it may be done, settled but for the groomer's override and the tool. */
export interface ZoneTarget {
  readonly zone: DogZone;
  readonly area: TrimArea;
  readonly welfare: Welfare;
  readonly mm: number;
  /** What wish and trim wanted before the hair had its say, mm. */
  readonly wantedMm: number;
  readonly floorMm: number;
  /** What set the floor, by name; null where it is the zone's own skin. */
  readonly floorBy: string | null;
  /** Infinity where the hair is not known. */
  readonly ceilingMm: number;
  readonly ceilingBy: 'hair' | 'mat' | null;
  /** No tool may leave less, mm: the floor, or on a first visit what the trim draws. */
  readonly leastMm: number;
  /** The wanted one first; none where nothing may be done. */
  readonly techniques: readonly Technique[];
  /** Of the techniques, what a restriction promises at this length. */
  readonly promised: readonly Technique[];
  /** Techniques that welfare, house rules or the coat have taken away. */
  readonly forbidden: readonly Technique[];
  readonly directions: readonly Direction[];
  readonly drawnDirection: Direction;
  readonly denserHere: boolean;
  /** One length all over was asked for, and is followed here. */
  readonly allOver: boolean;
  /** Length at landmarks where it is shaped by hand, mm; null where the outline changes nothing. */
  readonly profile: Readonly<Record<string, number>> | null;
  /** The findings behind that, by name; null where it has none. */
  readonly profileBy: string | null;
  /** A lost part of the trim has changed how this is drawn. */
  readonly restyled: boolean;
  /** Nothing is done here. */
  readonly untouched: boolean;
  /** The mat that takes the zone, and the blade that goes under it. */
  readonly lost: JudgedMat | null;
  readonly blade: BladeStep | null;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
  readonly texts: readonly string[];
}

/** Hair this share short of the target is the target. */
const AS_GOOD_AS = 0.02;

/**
 * The target of every zone of the dog: for show the standard and then the handler's taste within it, for a pet the
 * owner's wish and then the trim; then what the outline says, null while it is not solved; all within what welfare and
 * hair allow. `before`: the targets the outline was solved from; a zone it says nothing of keeps its own.
 * @throws MisuseError when the trim has no area for a zone.
 */
export function targetsOf(
  { visit, plan, lost, fallbacks }: JudgedMats,
  outline: Outlined | null = null,
  before: readonly ZoneTarget[] = [],
): readonly ZoneTarget[] {
  const spokenOf = new Set([
    ...(outline?.zones.keys() ?? []),
    ...(outline?.deficits ?? []).map(({ zone }) => zone),
  ]);
  const { shortestWish } = visit.packs.safety;
  const under = [...lost].filter(([, { blade }]) => blade !== null && blade.leavesMm < shortestWish.mm);
  const mattedShort =
    skinShare(
      visit,
      under.map(([zone]) => zone),
    ) >= shortestWish.mattedShare;
  return visit.derived.zones.map((zone, i) => {
    if (before[i] && !spokenOf.has(zone.id)) return before[i];
    const fallback = fallbacks.findLast(({ areas }) => areas[zone.kind.id] !== undefined);
    const drawn = fallback?.areas[zone.kind.id] ?? visit.derived.trim.areas[zone.kind.id];
    const area = scaled(visit, drawn ?? byId('area', [], zone.kind.id));
    const brought = fallbacks.find(({ whenLost }) => lost.has(zone.id) && isAmong(whenLost, zone.kind.id));
    const here = plan?.mats.filter(({ mat }) => mat.zone === zone.id) ?? [];
    const settled = targetOf(visit, zone, area, {
      name: fallback?.name ?? visit.derived.trim.name,
      restyled: fallback !== undefined,
      here,
      lost: lost.get(zone.id) ?? null,
      mattedShort,
      outline,
    });
    return brought?.keep == null ? settled : { ...settled, texts: [...settled.texts, brought.keep] };
  });
}

/** Hair that is left to stand is tipped by hand, unless only a machine keeps it short. */
const isTippedByHand = ({ packs }: Case, { techniques: [, ...others] }: TrimArea): boolean =>
  others.length === 0 || others.some((technique) => techniqueKind(packs.tools, technique).byHand);

/** The share of the dog's skin that these zones are. */
const skinShare = ({ derived: { zones } }: Case, ids: readonly string[]): number =>
  zones.reduce((sum, { id, kind }) => sum + (ids.includes(id) ? kind.share / (kind.paired ? 2 : 1) : 0), 0);

/** Lengths drawn for a head of the breed's middle size, for this dog's head. */
function scaled({ derived: { headShare } }: Case, area: TrimArea): TrimArea {
  if (area.scale !== 'head' || headShare === 1) return area;
  return { ...area, mm: area.mm * headShare, range: [area.range[0] * headShare, area.range[1] * headShare] };
}

interface Matted {
  /** The trim or fallback that draws the zone. */
  readonly name: string;
  readonly restyled: boolean;
  readonly here: readonly JudgedMat[];
  readonly lost: JudgedMat | null;
  readonly mattedShort: boolean;
  /** Null while the trim is drawn that the outline starts from. */
  readonly outline: Outlined | null;
}

function targetOf(visit: Case, zone: DogZone, drawn: TrimArea, matted: Matted): ZoneTarget {
  const {
    packs,
    derived: { coat },
  } = visit;
  const { lost } = matted;
  const welfare = restrictionsAt(visit, zone);
  const school = schooled(visit, zone, drawn, matted.here.length > 0);
  const { area } = school;
  const shaving = shavingAt(visit, zone, area);
  const hairMm = visit.derived.hairMm[zone.id];
  const ceilingMm = Math.min(hairMm ?? Infinity, lost?.blade?.leavesMm ?? Infinity);
  const shaveMm = shaving === 'consented' ? shaveFloorMm(visit, zone) : 0;
  const mattedMm = underMatFloorMm(visit, zone);
  const floorMm = Math.max(welfare.floorMm, shaveMm, mattedMm);

  const asked = asDrawn(visit, zone, area, matted);
  const conflicts: Conflict[] = [...asked.conflicts];
  const { allOver } = asked;

  const outlined = outlineAt(visit, zone, matted.outline, area);
  const [first] = school.techniques;
  const bladed = first !== undefined && techniqueKind(packs.tools, first).onSkin;
  const stays = area.stands && !asked.wished;
  const shaped = stays
    ? { mm: asked.mm, reasons: [] }
    : structured(visit, zone, { area, welfare, outlined, bladed, schoolShare: school.share }, asked.mm);
  const structure = [...shaped.reasons];
  // Hair that stands is only tipped: more of it never leaves less.
  const tipped = stays && ceilingMm < Infinity && isTippedByHand(visit, area);
  let mm = tipped ? Math.max(shaped.mm, Math.min(ceilingMm, area.range[1])) : shaped.mm;

  conflicts.push(...outlineConflicts(visit, zone, matted.outline, matted.name));

  const kinderMm = visit.choices.wish.vetAsks || lost ? 0 : kinderFloorMm(packs.tools, welfare, area);
  let leastMm = Math.max(floorMm, kinderMm);
  const kinder = welfare.oneLonger;
  const { noWish } = welfare;
  if (noWish && mm < area.mm && !visit.choices.wish.vetAsks) {
    const effect = { kind: 'change', mm: area.mm - mm } as const;
    structure.push(reason('welfare', 'first-visit', noWish.kind.name, noWish.kind.source, effect));
    mm = area.mm;
  }
  const longer = bladed && (kinder !== null || school.oneLonger) ? oneLongerMm(packs.tools, mm, first) : mm;
  if (longer > mm) {
    // minimum = √(drawn × longer): nearer, by ratio, to the longer length than to the drawn one.
    leastMm = Math.max(leastMm, Math.sqrt(Math.min(mm, drawn.mm) * longer));
    const effect = { kind: 'change', mm: longer - mm } as const;
    const why = kinder
      ? reason('welfare', 'first-visit', kinder.kind.name, kinder.kind.source, effect)
      : reason('standard', 'school', school.reasons[0]?.about ?? '', 'custom', effect);
    structure.push(why);
    mm = longer;
  }

  if (mm < floorMm) {
    const by = welfare.floorBy?.name ?? (shaveMm > 0 ? coat.name : zone.kind.name);
    conflicts.push(conflict('welfare-over-wish', zone.id, floorMm, mm, by));
    mm = floorMm;
  }
  const wantedMm = mm;
  // What a form leaves of too little hair is no more than there is, and the hair is missing all the same.
  const drawnMm = outlined?.why.rule === 'head-form' ? Math.max(mm, asked.mm) : mm;
  if (ceilingMm < (stays ? area.range[0] : drawnMm * (1 - AS_GOOD_AS)) && !lost) {
    const days = daysToReach(growthIn(coat, zone.kind), ceilingMm, drawnMm);
    conflicts.push(conflict('hair-missing', zone.id, ceilingMm, drawnMm, matted.name, { daysToGrow: days }));
  }
  if (mm > ceilingMm) {
    mm = ceilingMm;
  }

  const usual = techniquesFor(visit, school, welfare, shaving, {
    mm,
    allOver,
    felted: isFelted(visit, zone),
  });
  const byHand = usual.filter((technique) => techniqueKind(packs.tools, technique).byHand);
  const always = byHand.length > 0 && byHand[0] === usual[0];
  const handed = byHand.length > 0 && outlined?.profile != null && (always || outlined.varies(mm));
  if (handed) structure.push(reason('structure', 'outline-by-hand', outlined.by, 'custom'));
  const techniques = handed ? [...new Set([...byHand, ...usual])] : usual;
  const allowed = welfare.directions.filter((d) => d !== 'across' || area.direction === 'across');
  const drawnDirection =
    school.turned || welfare.oneLonger !== null || !allowed.includes(area.direction)
      ? 'with'
      : area.direction;
  const directions = area.directionBinds ? allowed.filter((one) => one === drawnDirection) : allowed;
  const blade = lost?.blade ?? null;
  const untouched =
    welfare.leaveAlone !== null ||
    (lost !== null && blade === null) ||
    (blade === null && (techniques.length === 0 || leavesHair(area, stays, ceilingMm, mm)));
  const denser = denserHere(visit, zone);
  return {
    zone,
    area,
    welfare,
    mm,
    wantedMm,
    floorMm,
    floorBy: welfare.floorBy?.name ?? (shaveMm > 0 ? coat.name : null),
    ceilingMm,
    ceilingBy:
      ceilingMm === Infinity ? null : lost?.blade && ceilingMm < (hairMm ?? Infinity) ? 'mat' : 'hair',
    leastMm,
    techniques,
    promised: preferredAt(visit, welfare, usual[0], wantedMm).filter((technique) =>
      techniques.includes(technique),
    ),
    forbidden: [
      ...school.techniques.filter(
        (technique) => techniqueKind(packs.tools, technique).cuts && !techniques.includes(technique),
      ),
      ...(shaving === 'declined'
        ? packs.tools.techniques.filter(({ onSkin }) => onSkin).map(({ id }) => id)
        : []),
    ],
    directions,
    drawnDirection,
    denserHere: denser !== null,
    allOver,
    profile: outlined?.profile ?? null,
    profileBy: outlined?.profile ? outlined.by : null,
    restyled: matted.restyled,
    untouched,
    lost,
    blade,
    reasons: [
      ...welfareReasons(visit, welfare, shaving, shaveMm),
      ...matReasons(matted),
      ...hairReasons(visit, zone, hairMm),
      ...coatReasons(visit, area, school),
      ...asked.reasons,
      ...school.reasons,
      ...structure,
      ...(denser ? [denser] : []),
    ],
    conflicts: lost
      ? [lossConflict(zone, lost, wantedMm), ...conflicts.filter(({ kind }) => kind !== 'hair-missing')]
      : conflicts,
    texts: [
      ...new Set([
        ...welfare.here.map(({ kind }) => kind.text),
        ...(shaving === 'consented' && visit.derived.shaving.policy
          ? [visit.derived.shaving.policy.text]
          : []),
        ...school.texts,
      ]),
    ],
  };
}

/** The reason that what rides up leaves more here than elsewhere on this dog; null where it does not. */
function denserHere({ packs, derived: { coat, signs } }: Case, zone: DogZone): Reason | null {
  if (coat.dense) return null;
  const kind = signs
    .filter((seen) => seen.zone === zone.id)
    .map(({ sign }) => byId('sign', packs.signs.signs, sign))
    .find(({ dense }) => dense);
  return kind ? reason('drawer', 'denser-here', kind.name, kind.source) : null;
}

/** Hair is left alone where the trim lets it stand and it is not beyond the trim, or where there is no more than the target. */
function leavesHair(area: TrimArea, stands: boolean, ceilingMm: number, targetMm: number): boolean {
  if (ceilingMm <= targetMm * (1 + AS_GOOD_AS)) return true;
  return stands && (ceilingMm === Infinity || ceilingMm <= area.range[1]);
}
