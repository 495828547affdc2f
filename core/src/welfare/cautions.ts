import { holds } from '../case/holds.ts';
import type { Case } from '../case/resolveCase.ts';
import { byId } from '../terms/failure.ts';
import type { Caution } from '../packs/safety.ts';
import type { DogZone } from '../packs/zones.ts';
import type { Technique } from '../terms/tool.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { isAmong } from '../terms/zone.ts';

/** The texts of the cautions at a zone worked with this technique: the zone's own, the technique's, the breed's. */
export function cautionsAt(visit: Case, zone: DogZone, technique: Technique): readonly string[] {
  const { safety, tools } = visit.packs;
  const ids = [...zone.kind.cautions, ...techniqueKind(tools, technique).cautions];
  const here = ids
    .map((id) => byId('caution', safety.cautions, id))
    .filter(({ when }) => holds(visit, when, { techniques: [technique] }));
  const breeds = visit.breed.cautions.filter(({ zones }) => isAmong(zones, zone.kind.id));
  return [...here, ...breeds].map(({ text }) => text);
}

/** The cautions said once for the visit, given the techniques it uses. */
export function visitCautions(visit: Case, techniques: readonly Technique[]): readonly Caution[] {
  return visit.packs.safety.cautions.filter(
    ({ forVisit, when }) => forVisit && holds(visit, when, { techniques }),
  );
}

/** The texts of the cautions at a step that is at no zone, or besides those of its zone. */
export function stepCautions(visit: Case, step: string, technique: Technique | null): readonly string[] {
  const { safety, tools } = visit.packs;
  const techniques = technique === null ? [] : [technique];
  const own = technique === null ? [] : techniqueKind(tools, technique).cautions;
  return safety.cautions
    .filter(
      ({ id, steps, when }) =>
        (steps.includes(step) || own.includes(id)) && holds(visit, when, { techniques }),
    )
    .map(({ text }) => text);
}
