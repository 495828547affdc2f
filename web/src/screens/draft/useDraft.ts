import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, IdealDog, PlanChoices } from '@kurrel/core';
import {
  againstStandard,
  bodyOf,
  byId,
  clipLines,
  coatOf,
  factsWith,
  idealOf,
  outlineOf,
  planGroom,
  planInputOf,
  toolOptions,
  zoneKindId,
} from '@kurrel/core';
import { useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { frameFor } from '../../drawing/frame.ts';
import { ticksOf } from './ruleScale.ts';

/** The first draft of a visit: what was saved, else what the booking asks, else the breed's first trim as drawn. */
export function firstChoices(sheet: VisitSheet, breed: BreedPack): Choices {
  const [trim] = breed.trims;
  return (
    sheet.saved?.choices ??
    sheet.asked ?? {
      trimId: trim?.id ?? '',
      purpose: trim?.purposes[0] ?? 'pet',
      wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8 },
      doubleCoatConsent: false,
      schools: {},
      overrides: [],
    }
  );
}

/** What the planner is asked: the visit's facts with what the hands found, and the choices. */
export const inputOf = (breed: BreedPack, sheet: VisitSheet, choices: PlanChoices) =>
  planInputOf(packs, breed, factsWith(sheet, sheet.hands), choices);

/** What stays the same while lengths are dragged: the dog, its coat, its tools, the frame it is drawn in. */
export function useDog(sheet: VisitSheet, breed: BreedPack) {
  return useMemo(() => {
    const { hands } = sheet;
    const coat = coatOf(packs.coats, hands.coatType, hands.coatModifiers, hands.dense);
    const body = bodyOf(packs, breed, hands.measurements, hands.findings);
    const first = planGroom(inputOf(breed, sheet, firstChoices(sheet, breed)));
    const outlines = (['now', 'after'] as const).map((shown) =>
      outlineOf(body.views.side, first, shown, false),
    );
    const ticks = ticksOf(toolOptions(sheet.drawer, packs.tools, coat));
    return { coat, body, frame: frameFor(body, outlines), ticks };
  }, [sheet, breed]);
}

/** A trim with nobody's wishes on it. */
const AS_DRAWN = {
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 1 },
  doubleCoatConsent: false,
  schools: {},
  overrides: [],
} as const;

/** The top line the breed should have at this dog's height in this trim, from the withers to the tail. */
function topLine({ body, outline }: IdealDog) {
  const index = body.views.side.parts.findIndex((part) => part.id === 'trunk');
  const stations = body.views.side.parts[index]?.landmarkStation ?? {};
  return outline[index]?.line.slice(stations.withers ?? 0, (stations.tailSet ?? 0) + 1) ?? null;
}

/** Everything the screen shows of a draft, made from the choices; cheap enough for every step of a drag. */
export function useDraft(
  sheet: VisitSheet,
  breed: BreedPack,
  dog: ReturnType<typeof useDog>,
  choices: Choices,
  curlBack: boolean,
) {
  const { body, coat } = dog;
  const { trimId, purpose } = choices;
  const plan = useMemo(() => planGroom(inputOf(breed, sheet, choices)), [sheet, breed, choices]);
  const after = useMemo(() => outlineOf(body.views.side, plan, 'after', curlBack), [body, plan, curlBack]);
  const now = useMemo(() => {
    const plan = planGroom(inputOf(breed, sheet, { ...AS_DRAWN, trimId, purpose }));
    return outlineOf(body.views.side, plan, 'now', curlBack);
  }, [breed, sheet, trimId, purpose, body, curlBack]);
  const ideal = useMemo(() => {
    return idealOf(inputOf(breed, sheet, { ...AS_DRAWN, trimId, purpose }), body.heightMm, curlBack);
  }, [breed, sheet, trimId, purpose, body, curlBack]);
  const checks = useMemo(
    () => againstStandard(breed, body, now, after, plan, ideal).filter((check) => check.kept !== null),
    [breed, body, now, after, plan, ideal],
  );
  const idealLine = useMemo(() => (breed.generic ? null : topLine(ideal)), [breed, ideal]);
  const lines = useMemo(
    () => clipLines(breed, byId('trim', breed.trims, trimId), body),
    [breed, trimId, body],
  );
  const lengths = useMemo(() => {
    const left = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    const hair = new Map(plan.zones.map((zone) => [zone.zone, zone.hairMm ?? zone.leftMm]));
    return { after: (id: string) => left.get(id) ?? 0, now: (id: string) => hair.get(id) ?? 0 };
  }, [plan]);
  return { plan, after, now, checks, ideal: idealLine, lines, lengths, coat };
}

/** The zones of a kind an edit bears on. */
export function zonesOf(
  plan: { readonly zones: readonly { readonly zone: string }[] },
  kind: string,
  side: 'both' | 'left' | 'right',
) {
  const all = plan.zones.filter((zone) => zoneKindId(zone.zone) === kind).map((zone) => zone.zone);
  if (side === 'both' || all.length === 1) return all;
  return all.filter((zone) => zone.endsWith(`.${side}`));
}
