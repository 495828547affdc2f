import isEqual from 'fast-deep-equal';
import type { Body, SeenFinding, ViewId } from '../body/body.ts';
import { bodyOf, VIEW_IDS } from '../body/body.ts';
import { distance, minus, plus } from '../body/geometry.ts';
import type { Measurements } from '../body/measures.ts';
import type { ViewPart } from '../body/view.ts';
import { corresponding, skinOf } from '../contour/alongPart.ts';
import { divided } from '../lines/divided.ts';
import type { BreedPack, Trim } from '../packs/breed.ts';
import type { Packs } from '../packs/packs.ts';
import { byId } from '../terms/failure.ts';
import type { VisitFacts } from './facts.ts';

export interface Bodies {
  /** This dog. */
  readonly own: Body;
  /** This dog in its own proportions, nothing displaced: what rides on its bone is held against it. */
  readonly bare: Body;
  /** The breed at this dog's height; where there is no breed, this dog as measured. */
  readonly ideal: Body;
  /** Parts of this dog whose skin contour is within `UNCHANGED_MM` of the bare and the ideal dog's: nothing is to be made up for. */
  readonly unchanged: ReadonlySet<ViewPart>;
}

/** What the hands and the tape say of the bones. */
type Bones = Pick<VisitFacts['dog'], 'findings' | 'measurements'>;

/** The bodies of a dog before lines divide its places, and what they were made from. */
export interface WholeBodies extends Bodies, Bones {
  readonly breed: BreedPack;
  /** The findings that change proportions: with the measurements, all that the bare body depends on. */
  readonly proportions: readonly SeenFinding[];
}

/**
 * This dog and what it should look like under the coat. `like`: the bodies of another case; those of them that would come out the same
 * are taken over.
 * @throws MisuseError for an impossible measurement or a finding the packs lack.
 */
export function wholeBodies(
  packs: Packs,
  breed: BreedPack,
  { findings, measurements }: Bones,
  like: WholeBodies | null,
): WholeBodies {
  const before = like?.breed === breed ? like : null;
  const sameMeasures = before !== null && isEqual(before.measurements, measurements);
  if (sameMeasures && isEqual(before.findings, findings)) return before;
  const proportions = findings.filter(
    ({ finding }) => Object.keys(byId('finding', packs.findings.findings, finding).proportions).length > 0,
  );
  const bare =
    sameMeasures && isEqual(before.proportions, proportions)
      ? before.bare
      : undisplacedBody(packs, breed, measurements, proportions, before?.bare ?? null);
  const own = findings.length === 0 ? bare : bodyOf(packs, breed, measurements, findings, bare);
  const { heightMm } = own;
  const sameIdeal = before !== null && (breed.generic ? sameMeasures : before.ideal.heightMm === heightMm);
  const ideal = sameIdeal
    ? before.ideal
    : undisplacedBody(packs, breed, breed.generic ? measurements : { heightMm }, [], bare);
  return {
    own,
    bare,
    ideal,
    unchanged: unchangedParts(own, bare, ideal),
    breed,
    proportions,
    findings,
    measurements,
  };
}

/** The bodies with their places divided by the lines of a trim. */
export function dividedBodies(packs: Packs, whole: WholeBodies, trim: Trim): Bodies {
  if (trim.splits.length === 0) return whole;
  const { breed } = whole;
  const bare = divided(packs, breed, trim, whole.bare, null);
  const like = { whole: whole.bare, cut: bare };
  const inParts = (body: Body) => (body === whole.bare ? bare : divided(packs, breed, trim, body, like));
  const own = inParts(whole.own);
  const ideal = whole.ideal === whole.own ? own : inParts(whole.ideal);
  return { own, bare, ideal, unchanged: unchangedParts(own, bare, ideal) };
}

/** A body with the proportions that were found, and nothing displaced; parts that come out as those of `like` are taken from it. */
const undisplacedBody = (
  packs: Packs,
  breed: BreedPack,
  measurements: Measurements,
  proportions: readonly SeenFinding[],
  like: Body | null,
): Body => bodyOf(undisplaced(packs), breed, measurements, proportions, like);

/** The packs with findings that change proportions only. */
function undisplaced(packs: Packs): Packs {
  const findings = packs.findings.findings.map((finding) => ({ ...finding, moves: {} }));
  return { ...packs, findings: { ...packs.findings, findings } };
}

function unchangedParts(own: Body, bare: Body, ideal: Body): ReadonlySet<ViewPart> {
  const others = [...new Set([bare, ideal])];
  const isAsInAll = (view: ViewId, part: ViewPart) =>
    others.every((other) => isUnchanged(part, other.views[view].parts));
  return new Set(VIEW_IDS.flatMap((view) => own.views[view].parts.filter((part) => isAsInAll(view, part))));
}

/** Less is no displacement, mm. */
const UNCHANGED_MM = 0.3;

function isUnchanged(part: ViewPart, others: readonly ViewPart[]): boolean {
  const twin = others.find(({ id, far }) => id === part.id && far === part.far);
  if (!twin || twin === part) return true;
  const skin = corresponding(part, twin, skinOf(twin));
  if (!skin) return true;
  const by = part.setOn && twin.setOn ? minus(part.setOn, twin.setOn) : { x: 0, y: 0 };
  return part.stations.every(({ point }, i) => distance(point, plus(skin(i), by)) < UNCHANGED_MM);
}
