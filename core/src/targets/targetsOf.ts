import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { JudgedMats } from '../mats/judge.ts';
import type { BladeStep, JudgedMat } from '../mats/matPlan.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import type { Reason } from '../terms/reason.ts';
import type { Direction, Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import type { Welfare } from '../welfare/restrictionsAt.ts';
import { restrictionsAt } from '../welfare/restrictionsAt.ts';
import { shavingAt } from '../welfare/shaving.ts';
import type { OutlineChanges } from './outlineChanges.ts';
import type { Place } from './place.ts';
import { applyHouseRules } from './applyHouseRules.ts';
import { throughStages } from './stages.ts';
import { preferredAt } from './techniquesFor.ts';
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
  /** The hair that is there: known, else guessed, and then no less than what is drawn. */
  readonly thereMm: number;
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
  /** A length of its own was asked for, all over or here, and is followed. */
  readonly allOver: boolean;
  /** Length at landmarks where it is shaped by hand, mm; null where the outline changes nothing. */
  readonly profile: Readonly<Record<string, number>> | null;
  /** The findings behind that, by name; null where it has none. */
  readonly profileBy: string | null;
  /** A lost part of the trim has changed how this is drawn. */
  readonly restyled: boolean;
  /** Nothing is done here. */
  readonly untouched: boolean;
  /** And nobody wants it to be. */
  readonly asItIs: boolean;
  /** The mat that takes the zone, and the blade that goes under it. */
  readonly lost: JudgedMat | null;
  readonly blade: BladeStep | null;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
  readonly texts: readonly string[];
}

/**
 * The target of every zone of the dog: for show the standard and then the handler's taste within it, for a pet the
 * owner's wish and then the trim; then what the outline says, null while it is not solved; all within what welfare and
 * hair allow. `before`: the targets the outline was solved from; a zone it says nothing of keeps its own.
 * @throws MisuseError when the trim has no area for a zone.
 */
export function targetsOf(
  { visit, plan, lost, fallbacks }: JudgedMats,
  outline: OutlineChanges | null = null,
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
    const matsHere = plan?.mats.filter(({ mat }) => mat.zone === zone.id) ?? [];
    const school = applyHouseRules(visit, zone, area, matsHere.length > 0);
    const settled = targetOf({
      visit,
      zone,
      drawn: area,
      school,
      trimName: fallback?.name ?? visit.derived.trim.name,
      restyled: fallback !== undefined,
      welfare: restrictionsAt(visit, zone),
      shaving: shavingAt(visit, zone, school.area),
      matsHere,
      lost: lost.get(zone.id) ?? null,
      mattedShort,
      outline,
    });
    return brought?.keep == null ? settled : { ...settled, texts: [...settled.texts, brought.keep] };
  });
}

/** The share of the dog's skin that these zones are. */
const skinShare = ({ derived: { zones } }: Case, ids: readonly string[]): number =>
  zones.reduce((sum, { id, kind }) => sum + (ids.includes(id) ? kind.share / (kind.paired ? 2 : 1) : 0), 0);

/** Lengths drawn for a head of the breed's middle size, for this dog's head. */
function scaled({ derived: { headShare } }: Case, area: TrimArea): TrimArea {
  if (area.scale !== 'head' || headShare === 1) return area;
  return { ...area, mm: area.mm * headShare, range: [area.range[0] * headShare, area.range[1] * headShare] };
}

/** What a place came to, for the runs and the tools. */
function targetOf(place: Place): ZoneTarget {
  const { visit, zone, school, welfare, shaving, lost } = place;
  const { packs, derived } = visit;
  const draft = throughStages(place);
  const { mm, wantedMm, floorMm, floorBy, ceilingMm, leastMm, outlined, usual, techniques } = draft;
  const hairMm = derived.hairMm[zone.id];
  const profile = outlined?.profile ?? null;
  return {
    zone,
    area: school.area,
    welfare,
    mm,
    wantedMm,
    floorMm,
    floorBy,
    ceilingMm,
    ceilingBy: ceilingBy(ceilingMm, hairMm ?? Infinity, lost),
    thereMm: hairMm ?? Math.max(draft.thereMm, mm),
    leastMm,
    techniques,
    promised: preferredAt(visit, welfare, usual[0], wantedMm).filter((one) => techniques.includes(one)),
    forbidden: [
      ...school.techniques.filter((one) => techniqueKind(packs.tools, one).cuts && !techniques.includes(one)),
      ...(shaving === 'declined'
        ? packs.tools.techniques.filter(({ onSkin }) => onSkin).map(({ id }) => id)
        : []),
    ],
    directions: draft.directions,
    drawnDirection: draft.drawnDirection,
    denserHere: draft.denserHere,
    allOver: draft.allOver,
    profile,
    profileBy: profile === null ? null : (outlined?.by ?? null),
    restyled: place.restyled,
    untouched: draft.untouched,
    asItIs: draft.asItIs,
    lost,
    blade: lost?.blade ?? null,
    reasons: draft.reasons,
    conflicts: draft.conflicts,
    texts: [...new Set(draft.texts)],
  };
}

function ceilingBy(ceilingMm: number, hairMm: number, lost: JudgedMat | null): ZoneTarget['ceilingBy'] {
  if (ceilingMm === Infinity) return null;
  return lost?.blade && ceilingMm < hairMm ? 'mat' : 'hair';
}
