import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, IdealDog } from '@kurrel/core';
import {
  againstStandard,
  bodyOf,
  byId,
  clipLines,
  coatOf,
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
      overrides: [],
    }
  );
}

/** What stays the same while lengths are dragged: the dog, its coat, its tools, the frame it is drawn in. */
export function useDog(sheet: VisitSheet, breed: BreedPack) {
  return useMemo(() => {
    const { dog } = sheet;
    const coat = coatOf(packs.coats, dog.coatType, dog.coatModifiers, dog.dense);
    const body = bodyOf(packs, breed, dog.measurements, dog.findings);
    const first = planGroom(planInputOf(packs, breed, sheet, firstChoices(sheet, breed)));
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
  const plan = useMemo(() => planGroom(planInputOf(packs, breed, sheet, choices)), [sheet, breed, choices]);
  const after = useMemo(() => outlineOf(body.views.side, plan, 'after', curlBack), [body, plan, curlBack]);
  const now = useMemo(() => {
    const plan = planGroom(planInputOf(packs, breed, sheet, { ...AS_DRAWN, trimId, purpose }));
    return outlineOf(body.views.side, plan, 'now', curlBack);
  }, [breed, sheet, trimId, purpose, body, curlBack]);
  const ideal = useMemo(() => {
    return idealOf(
      planInputOf(packs, breed, sheet, { ...AS_DRAWN, trimId, purpose }),
      body.heightMm,
      curlBack,
    );
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
