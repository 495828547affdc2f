import { byId } from '../terms/failure.ts';
import type {
  ArchetypePack,
  BodyTemplate,
  EarStyle,
  ProportionKey,
  Proportions,
} from '../packs/archetypes.ts';
import type { FindingPack } from '../packs/findings.ts';
import type { ViewPack, Width } from '../packs/views.ts';
import type { Severity } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import type { Landmarks } from './landmarks.ts';
import { placeLandmarks, templateOf } from './landmarks.ts';
import type { BodyMeasures, Measurements } from './measures.ts';
import { measureUp } from './measures.ts';
import type { FacingMove } from './facing.ts';
import { facingViews, widthsOf } from './facing.ts';
import type { View } from './view.ts';
import { sideView } from './view.ts';

export interface SeenFinding {
  readonly finding: string;
  readonly severity: Severity;
  /** Where it was felt on one side only. */
  readonly side?: Side | null;
}

/** The sides a dog is seen from. */
export const VIEW_IDS = ['side', 'front', 'rear', 'top', 'headFront', 'headSide'] as const;
export type ViewId = (typeof VIEW_IDS)[number];
/** Side-view parts that belong to the head. */
const HEAD_PARTS = ['neck', 'head', 'ear'];

/** The dog under the hair. */
export interface Body {
  readonly heightMm: number;
  readonly measures: BodyMeasures;
  /** Side view, mm; x from the forechest towards the tail, y from the ground up. */
  readonly landmarks: Landmarks;
  readonly views: Readonly<Record<ViewId, View>>;
  readonly earCarriage: EarStyle['carriage'];
  /** How the head is carried, degrees below level. */
  readonly headAngleDeg: number;
  /** What the dog is as wide as where it is seen from other sides, mm. */
  readonly widthsMm: Readonly<Record<Width, number>>;
}

/**
 * The shape of this dog: the breed's template, moved by the measurements there are (the rest predicted from the
 * breed and marked so) and displaced by what the hands found, drawn through splines and cut into stations. `known`: a body of the same
 * breed, with other findings or measures; parts that are drawn the same are taken from it, which only saves time.
 * @throws MisuseError for an impossible measurement or a name the packs lack.
 */
export function bodyOf(
  packs: { readonly archetypes: ArchetypePack; readonly findings: FindingPack; readonly views: ViewPack },
  breed: {
    readonly heightMm: readonly [number, number];
    readonly weightKg: readonly [number, number];
    readonly body: BodyTemplate;
  },
  measured: Measurements,
  findings: readonly SeenFinding[],
  known: Body | null = null,
): Body {
  const template = templateOf(packs.archetypes, breed.body);
  const { heightMm, proportions, measures } = measureUp(
    breed,
    foundProportions(packs.findings, template.proportions, findings),
    measured,
  );
  const displaced: Record<string, readonly [number, number]> = { ...template.moves };
  const facing: FacingMove[] = [];
  let eye = template.head.eye;
  for (const { finding, severity, side = null } of findings) {
    const { moves, ...found } = byId('finding', packs.findings.findings, finding);
    const share = shareOf(severity);
    eye *= 1 + (found.eye - 1) * share;
    for (const [name, [dx, dy]] of Object.entries(moves)) {
      if (name.includes('.')) {
        facing.push({ at: name, by: [dx * share, dy * share], side });
        continue;
      }
      const [x, y] = displaced[name] ?? [0, 0];
      displaced[name] = [x + dx * share, y + dy * share];
    }
  }
  const placed = { ...template, head: { ...template.head, eye }, proportions, moves: displaced };
  const shape = placeLandmarks(packs.archetypes, placed);
  const landmarks = Object.fromEntries(
    Object.entries(shape).map(([name, p]) => [name, { x: p.x * heightMm, y: p.y * heightMm }]),
  );
  const like = known?.heightMm === heightMm ? known.views : null;
  const side = sideView(packs.archetypes, placed, landmarks, heightMm, like?.side ?? null);
  return {
    heightMm,
    measures,
    landmarks,
    earCarriage: template.ear.carriage,
    headAngleDeg: proportions.headAngle,
    widthsMm: widthsOf(packs.views, { template: placed, heightMm }),
    views: {
      side,
      ...facingViews(packs.views, { template: placed, landmarks, heightMm, moves: facing, like }),
      headSide: { ...side, grounded: false, parts: side.parts.filter(({ id }) => HEAD_PARTS.includes(id)) },
    },
  };
}

const shareOf = (severity: Severity) => (severity === 'marked' ? 1 : 0.5);

/** The breed's proportions as the hands found them; what the tape says comes after and wins. */
function foundProportions(
  pack: FindingPack,
  usual: Proportions,
  findings: readonly SeenFinding[],
): Proportions {
  const own: Record<ProportionKey, number> = { ...usual };
  for (const { finding, severity } of findings) {
    const { proportions } = byId('finding', pack.findings, finding);
    for (const [key, by] of Object.entries(proportions) as [ProportionKey, number][])
      own[key] += by * shareOf(severity);
  }
  return own;
}
