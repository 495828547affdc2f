import type { Case } from '../case/resolveCase.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import type { TrimArea } from '../packs/breed.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Conflict } from '../terms/conflict.ts';
import { conflict } from '../terms/conflict.ts';
import { byId } from '../terms/failure.ts';
import type { Reason } from '../terms/reason.ts';
import { reason } from '../terms/reason.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { OutlineChanges, ZoneChange } from './outlineChanges.ts';
import { measuredOff } from '../case/measured.ts';
import { isAmong, otherSide } from '../terms/zone.ts';
import { zoneKind } from '../packs/zones.ts';

/** What the outline makes of a zone. */
export interface ChangeHere {
  readonly toMm: (mm: number) => number;
  readonly why: Reason;
  /** The findings behind it, by name; empty where it is the dog's measures or its head's form alone. */
  readonly by: string;
  /** Length at landmarks, mm; null where a blade leaves one length. */
  readonly profile: ZoneChange['at'] | null;
  /** No one comb leaves what is wanted along the zone. */
  readonly varies: (mm: number) => boolean;
}

/** One comb leaves one length: beyond this along a zone it is shaped by hand, mm and share (prior). */
const ONE_COMB_MM = 8;
const ONE_COMB_SHARE = 0.35;
/** Shorter than this a body is combed and blended, not shaped by hand (prior). */
const SHAPED_MM = 10;
/** A length that changes less along a place is one length, mm and share (prior). */
const SEEN_MM = 2;
const SEEN_SHARE = 0.1;
/** A bulge that a close blade would show, mm of hair it should lack (prior). */
const SHOWS_MM = 1;

/**
 * What the outline wants of a zone; null where nothing. Where it wants less under a technique that shows the body's shape, a
 * close blade would show what it should hide: then the zone is left at what is drawn, one blade longer. Not where the side view wants it:
 * there the hair is the line itself, and longer hair a higher bump. `covers`: what covers a patch of a head is shaped to no less than
 * the other side, for no hair of the patch carries its line.
 */
export function changeAt(
  visit: Case,
  zone: DogZone,
  outline: OutlineChanges | null,
  area: TrimArea,
  covers = false,
): ChangeHere | null {
  const found = outline?.zones.get(zone.id);
  if (!found) return null;
  const { tools } = visit.packs;
  const about = findingsAt(visit, zone, found.form !== null).join(', ');
  const [first] = area.techniques;
  const shows = first !== undefined && techniqueKind(tools, first).showsStructure;
  if (shows && found.view !== 'side' && found.leastMm <= -SHOWS_MM && -found.leastMm > found.mostMm) {
    return {
      toMm: (mm) => Math.max(mm, oneLongerMm(tools, mm)),
      why: reason('structure', 'shows-structure', about, 'custom'),
      by: about,
      profile: null,
      varies: () => false,
    };
  }
  const across = covers ? (outline?.zones.get(otherSide(zone.id))?.formMm ?? 0) : 0;
  const formMm = found.formMm === null ? null : Math.max(found.formMm, across);
  return {
    // A form says what to leave, whatever is drawn or kinder; the outline what to change.
    toMm: (mm) => (formMm === null ? mm + found.meanMm : formed(formMm, mm)),
    why: found.form
      ? reason('structure', 'head-form', found.form, area.source)
      : reason('structure', 'outline', about, 'standard'),
    by: about,
    profile: found.mostMm - found.leastMm < Math.max(SEEN_MM, SEEN_SHARE * area.mm) ? null : found.at,
    varies: (mm) =>
      mm >= SHAPED_MM && found.mostMm - found.leastMm > Math.max(ONE_COMB_MM, ONE_COMB_SHARE * mm),
  };
}

/** What a form leaves; what is drawn where that comes to the same. */
const formed = (formMm: number, drawnMm: number) =>
  Math.abs(formMm - drawnMm) < Math.max(SEEN_MM, SEEN_SHARE * drawnMm) ? drawnMm : formMm;

/** What was felt or measured and may bend the outline here, by name: of this place, else of this part of the dog, else anywhere. */
function findingsAt(visit: Case, zone: DogZone, formed: boolean): readonly string[] {
  const { packs, facts } = visit;
  const felt = facts.dog.findings
    .filter(({ side }) => !side || !zone.side || side === zone.side)
    .map(({ finding }) => byId('finding', packs.findings.findings, finding));
  const facing = [...felt, ...measuredOff(visit)];
  const here = facing.filter(({ at }) => isAmong(at, zone.kind.id));
  const on = (same: 'part' | 'region') =>
    facing.filter(({ at }) => at.some((kind) => zoneKind(packs.zones, kind)[same] === zone.kind[same]));
  // A head that is shaped is shaped whatever the rest of the dog.
  const lists = formed ? [here, on('region')] : [here, on('part'), facing];
  return (lists.find((list) => list.length > 0) ?? []).map(({ name }) => name);
}

const KIND = {
  'hair-missing': 'outline-hair',
  'skin-outside': 'outline-skin',
  'trim-maximum': 'outline-maximum',
} as const;

/** What of the outline cannot be had in a zone; a line inside the skin only where the zone is taken closer for it. */
export function changeConflicts(
  visit: Case,
  zone: DogZone,
  outline: OutlineChanges | null,
  trim: string,
): readonly Conflict[] {
  return (outline?.deficits ?? []).flatMap(({ zone: at, kind, byMm, wantedMm }) => {
    if (at !== zone.id) return [];
    if (kind === 'skin-outside' && (outline?.zones.get(at)?.meanMm ?? 0) >= 0) return [];
    const haveMm = Math.max(0, wantedMm - byMm);
    const daysToGrow =
      kind === 'hair-missing' ? daysToReach(growthIn(visit.derived.coat, zone.kind), haveMm, wantedMm) : null;
    return [conflict(KIND[kind], at, haveMm, Math.max(0, wantedMm), trim, { daysToGrow })];
  });
}
