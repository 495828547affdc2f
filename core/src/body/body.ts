import { byId } from '../terms/failure.ts';
import type { ArchetypePack, BodyTemplate, EarStyle } from '../packs/archetypes.ts';
import type { FindingPack } from '../packs/findings.ts';
import type { ViewPack } from '../packs/views.ts';
import type { Severity } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import type { Landmarks } from './landmarks.ts';
import { placeLandmarks, templateOf } from './landmarks.ts';
import type { BodyMeasures, Measurements } from './measures.ts';
import { measureUp } from './measures.ts';
import type { FacingMove } from './facing.ts';
import { facingViews } from './facing.ts';
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
/** What of the side view is the head's. */
const HEAD_PARTS = ['neck', 'head', 'ear'];

/** The dog under the hair. */
export interface Body {
  readonly heightMm: number;
  readonly measures: BodyMeasures;
  /** Side view, mm; x from the forechest towards the tail, y from the ground up. */
  readonly landmarks: Landmarks;
  readonly views: Readonly<Record<ViewId, View>>;
  readonly earCarriage: EarStyle['carriage'];
}

/**
 * The shape of this dog: the breed's template, moved by the measurements there are (the rest predicted from the
 * breed and marked so) and displaced by what the hands found, drawn through splines and cut into stations.
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
): Body {
  const template = templateOf(packs.archetypes, breed.body);
  const { heightMm, proportions, measures } = measureUp(breed, template.proportions, measured);
  const displaced: Record<string, readonly [number, number]> = { ...template.moves };
  const facing: FacingMove[] = [];
  for (const { finding, severity, side = null } of findings) {
    const { moves } = byId('finding', packs.findings.findings, finding);
    const share = severity === 'marked' ? 1 : 0.5;
    for (const [name, [dx, dy]] of Object.entries(moves)) {
      if (name.includes('.')) {
        facing.push({ at: name, by: [dx * share, dy * share], side });
        continue;
      }
      const [x, y] = displaced[name] ?? [0, 0];
      displaced[name] = [x + dx * share, y + dy * share];
    }
  }
  const placed = { ...template, proportions, moves: displaced };
  const shape = placeLandmarks(packs.archetypes, placed);
  const landmarks = Object.fromEntries(
    Object.entries(shape).map(([name, p]) => [name, { x: p.x * heightMm, y: p.y * heightMm }]),
  );
  const side = sideView(packs.archetypes, placed, landmarks, heightMm);
  return {
    heightMm,
    measures,
    landmarks,
    earCarriage: template.ear.carriage,
    views: {
      side,
      ...facingViews(packs.views, { template: placed, landmarks, heightMm, moves: facing }),
      headSide: { ...side, grounded: false, parts: side.parts.filter(({ id }) => HEAD_PARTS.includes(id)) },
    },
  };
}
