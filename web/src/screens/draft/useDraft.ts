import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, Purpose } from '@kurrel/core';
import {
  againstStandard,
  bodyOf,
  byId,
  clipLines,
  coatOf,
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
const asDrawn = {
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 6 },
  doubleCoatConsent: false,
  overrides: [],
} as const;

/** The outline the breed should have at this dog's height in this trim: no faults, nothing missing, as drawn. */
function idealTrunk(breed: BreedPack, trimId: string, purpose: Purpose, sheet: VisitSheet, heightMm: number) {
  const body = bodyOf(packs, breed, { heightMm }, []);
  const facts = { ...sheet, hairMm: {}, dog: { ...sheet.dog, findings: [], restrictions: [] } };
  const plan = planGroom(planInputOf(packs, breed, facts, { ...asDrawn, trimId, purpose }));
  const index = body.views.side.parts.findIndex((part) => part.id === 'trunk');
  const line = outlineOf(body.views.side, plan, 'after', false)[index]?.line ?? [];
  const part = body.views.side.parts[index];
  const from = part?.landmarkStation.withers ?? 0;
  const to = part?.landmarkStation.tailSet ?? line.length;
  return line.slice(from, to + 1);
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
    const untouched = planGroom(planInputOf(packs, breed, sheet, { ...asDrawn, trimId, purpose }));
    return outlineOf(body.views.side, untouched, 'now', curlBack);
  }, [breed, sheet, trimId, purpose, body, curlBack]);
  const checks = useMemo(
    () => againstStandard(breed, body, now, after, plan).filter((check) => check.kept !== null),
    [breed, body, now, after, plan],
  );
  const ideal = useMemo(
    () => (breed.generic ? null : idealTrunk(breed, trimId, purpose, sheet, body.heightMm)),
    [breed, trimId, purpose, sheet, body],
  );
  const lines = useMemo(
    () => clipLines(breed, byId('trim', breed.trims, trimId), body),
    [breed, trimId, body],
  );
  const lengths = useMemo(() => {
    const left = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    const hair = new Map(plan.zones.map((zone) => [zone.zone, zone.hairMm ?? zone.leftMm]));
    return { after: (id: string) => left.get(id) ?? 0, now: (id: string) => hair.get(id) ?? 0 };
  }, [plan]);
  return { plan, after, now, checks, ideal, lines, lengths, coat };
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
