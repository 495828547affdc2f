import type { Body, SeenFinding, ViewId } from '../body/body.ts';
import { bodyOf, VIEW_IDS } from '../body/body.ts';
import { distance, minus, plus } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Measurements } from '../body/measures.ts';
import type { Case } from '../case/resolveCase.ts';
import type { BreedPack } from '../packs/breed.ts';
import type { Packs } from '../packs/packs.ts';
import { byId } from '../terms/failure.ts';
import { once } from '../terms/once.ts';
import { corresponding, skinOf } from '../contour/alongPart.ts';
import { divided } from '../lines/divided.ts';

export interface Bodies {
  /** This dog. */
  readonly own: Body;
  /** This dog in its own proportions, nothing displaced: what rides on its bone is held against it. */
  readonly bare: Body;
  /** The breed at this dog's height; where there is no breed, this dog as measured. */
  readonly ideal: Body;
  /** Parts of this dog that are, under the coat, as its twins have them: nothing is to be made up for. */
  readonly still: ReadonlySet<ViewPart>;
}

const known = new WeakMap<Case['facts'], Bodies & Pick<Case, 'breed' | 'findings'>>();

/**
 * This dog and what it should look like under the coat, its places divided by the lines of the trim. Made once for the facts of a visit.
 * @throws MisuseError for an impossible measurement or a finding the packs lack.
 */
export function bodiesOf(visit: Case): Bodies {
  const whole = wholeBodiesOf(visit);
  if (visit.trim.splits.length === 0) return whole;
  const bare = inParts(visit, whole.bare, null);
  const own = inParts(visit, whole.own, { whole: whole.bare, cut: bare });
  const ideal = inParts(visit, whole.ideal, { whole: whole.bare, cut: bare });
  return { own, bare, ideal, still: stillIn(own)(bare)(ideal) };
}

function inParts(
  { packs, breed, trim }: Case,
  body: Body,
  like: { readonly whole: Body; readonly cut: Body } | null,
): Body {
  const known = partsKnown(body);
  const before = known.get(trim) ?? divided(packs, breed, trim, body, like);
  known.set(trim, before);
  return before;
}

const partsKnown = once((_: Body) => new Map<Case['trim'], Body>());

function wholeBodiesOf({ packs, breed, facts, measurements, findings }: Case): Bodies {
  const before = known.get(facts);
  if (before?.breed === breed && before.findings === findings) return before;
  const bare = undisplacedBody(packs, breed, measurements, findings);
  const own = findings.length === 0 ? bare : bodyOf(packs, breed, measurements, findings, bare);
  const ideal = undisplacedBody(packs, breed, breed.generic ? measurements : { heightMm: own.heightMm }, []);
  const bodies = { own, bare, ideal, still: stillIn(own)(bare)(ideal), breed, findings };
  known.set(facts, bodies);
  return bodies;
}

const undisplacedBodies = new WeakMap<BreedPack, Map<string, Body>>();
/** So many bodies of a breed are kept. */
const KEPT = 8;

/** A body with the proportions that were found, and nothing displaced: the same for most of what hands find. */
function undisplacedBody(
  packs: Packs,
  breed: BreedPack,
  measurements: Measurements,
  findings: readonly SeenFinding[],
): Body {
  const proportions = findings.filter(
    ({ finding }) => Object.keys(byId('finding', packs.findings.findings, finding).proportions).length > 0,
  );
  const key = JSON.stringify([packs.version, measurements, proportions]);
  const known = undisplacedBodies.get(breed) ?? new Map<string, Body>();
  undisplacedBodies.set(breed, known);
  const body = known.get(key) ?? bodyOf(undisplaced(packs), breed, measurements, proportions);
  known.delete(key);
  known.set(key, body);
  for (const oldest of known.keys()) {
    if (known.size <= KEPT) break;
    known.delete(oldest);
  }
  return body;
}

const stillIn = once((own: Body) =>
  once((bare: Body) =>
    once((ideal: Body): ReadonlySet<ViewPart> => {
      const isAsIn = (view: ViewId, part: ViewPart) =>
        [bare, ideal].every((other) => isStill(part, other.views[view].parts));
      return new Set(VIEW_IDS.flatMap((view) => own.views[view].parts.filter((part) => isAsIn(view, part))));
    }),
  ),
);

/** Less is no displacement, mm. */
const STILL_MM = 0.3;

function isStill(part: ViewPart, others: readonly ViewPart[]): boolean {
  const twin = others.find(({ id, far }) => id === part.id && far === part.far);
  if (!twin || twin === part) return true;
  const skin = corresponding(part, twin, skinOf(twin));
  if (!skin) return true;
  const by = part.setOn && twin.setOn ? minus(part.setOn, twin.setOn) : { x: 0, y: 0 };
  return part.stations.every(({ point }, i) => distance(point, plus(skin(i), by)) < STILL_MM);
}

/** The packs with findings that change proportions only. */
function undisplaced(packs: Case['packs']): Case['packs'] {
  const findings = packs.findings.findings.map((finding) => ({ ...finding, moves: {} }));
  return { ...packs, findings: { ...packs.findings, findings } };
}
