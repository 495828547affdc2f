import type { Body } from '../body/body.ts';
import { bodyOf, VIEW_IDS } from '../body/body.ts';
import { distance, minus, plus } from '../body/geometry.ts';
import type { ViewPart } from '../body/view.ts';
import type { Case } from '../case/resolveCase.ts';
import { correspond } from './alongPart.ts';

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
 * This dog and what it should look like under the coat. Made once for the facts of a visit, whatever is chosen.
 * @throws MisuseError for an impossible measurement or a finding the packs lack.
 */
export function bodiesOf({ packs, breed, facts, measurements, findings }: Case): Bodies {
  const before = known.get(facts);
  if (before?.breed === breed && before.findings === findings) return before;
  const own = bodyOf(packs, breed, measurements, findings);
  const { heightMm } = own;
  const bare = findings.length === 0 ? own : bodyOf(undisplaced(packs), breed, measurements, findings);
  const ideal = breed.generic
    ? bodyOf(packs, breed, measurements, [])
    : bodyOf(packs, breed, { heightMm }, []);
  const still = new Set(
    VIEW_IDS.flatMap((view) =>
      own.views[view].parts.filter((part) =>
        [bare, ideal].every((other) => isStill(part, other.views[view].parts)),
      ),
    ),
  );
  const bodies = { own, bare, ideal, still };
  known.set(facts, { ...bodies, breed, findings });
  return bodies;
}

/** Less is no displacement, mm. */
const STILL_MM = 0.3;

function isStill(part: ViewPart, others: readonly ViewPart[]): boolean {
  const twin = others.find(({ id, far }) => id === part.id && far === part.far);
  if (!twin) return true;
  const skin = correspond(
    part,
    twin,
    twin.stations.map(({ point }) => point),
  );
  if (!skin) return true;
  const by = part.setOn && twin.setOn ? minus(part.setOn, twin.setOn) : { x: 0, y: 0 };
  return part.stations.every(({ point }, i) => distance(point, plus(skin[i] ?? point, by)) < STILL_MM);
}

/** The packs with findings that change proportions only. */
function undisplaced(packs: Case['packs']): Case['packs'] {
  const findings = packs.findings.findings.map((finding) => ({ ...finding, moves: {} }));
  return { ...packs, findings: { ...packs.findings, findings } };
}
