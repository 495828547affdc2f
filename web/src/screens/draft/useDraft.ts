import type { Choices, VisitSheet } from '@kurrel/contract';
import type {
  BreedPack,
  Case,
  IdealDog,
  Mend,
  DrawnContours,
  OwnCost,
  Plan,
  Point,
  RuleCheck,
  ViewId,
} from '@kurrel/core';
import {
  againstStandard,
  AS_DRAWN,
  firstTrimAsDrawn,
  clipLines,
  createContourDrawer,
  createPlanner,
  idealOf,
  inCoat,
  mendOf,
  ownCost,
  planGroom,
  withChoices,
  zoneKindId,
} from '@kurrel/core';
import { useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { useWorker } from '../../app/useWorker.ts';
import { apartRuns } from '../../drawing/apart.ts';
import { frameFor } from '../../drawing/frame.ts';
import { caseOf, firstChoices } from '../../parts/visitCase.ts';
import { ticksOf } from '../../parts/ruleScale.ts';

/** What stays the same while lengths are dragged: the dog, its coat, its tools, the frame it is drawn in. */
export function useDog(sheet: VisitSheet, breed: BreedPack, trimId: string) {
  return useMemo(() => {
    const visit = caseOf(breed, sheet, { ...firstChoices(sheet, breed), trimId });
    const planner = createPlanner(visit);
    const first = planner.plan(visit.choices);
    const outline = createContourDrawer();
    return {
      visit,
      planner,
      outline,
      body: visit.derived.bodies.own,
      first,
      ticks: ticksOf(visit.derived.options),
    };
  }, [sheet, breed, trimId]);
}

/** One side of the dog and where it lies on the sheet: its place does not change with its coat. */
export function useView({ body, first, outline }: ReturnType<typeof useDog>, id: ViewId) {
  return useMemo(() => {
    const view = body.views[id];
    const outlines = (['now', 'after'] as const).map((shown) => outline(view, first, shown, false));
    return { id, view, frame: frameFor(view, outlines) };
  }, [body, first, outline, id]);
}

/** A trim with nobody's wishes on it. */
const drawn = (visit: Case, { trimId, purpose }: Pick<Choices, 'trimId' | 'purpose'>): Case =>
  withChoices(visit, {
    ...firstTrimAsDrawn([]),
    trimId,
    purpose,
    wish: { ...AS_DRAWN, weeksBetween: 1 },
  });

/**
 * What the breed should look like at this dog's height in this trim: from the side its top line from the withers to the tail, from
 * elsewhere its outline where this dog's is another.
 */
function idealIn(id: ViewId, { seen }: IdealDog, drawn: DrawnContours): readonly (readonly Point[])[] {
  if (id !== 'side') {
    return drawn.flatMap(({ id: part, contour, far }) => {
      const ideal = far ? null : seen.part(id, part);
      return ideal ? apartRuns(ideal.part, ideal.contour, contour) : [];
    });
  }
  const trunk = seen.part('side', 'trunk');
  const { withers = 0, tailSet = 0 } = trunk?.part.landmarkStation ?? {};
  return trunk ? [trunk.contour.slice(withers, tailSet + 1)] : [];
}

/** Everything the screen shows of a draft, made from the choices; cheap enough for every step of a drag. */
export function useDraft(
  breed: BreedPack,
  dog: ReturnType<typeof useDog>,
  choices: Choices,
  curlBack: boolean,
  { id, view }: ReturnType<typeof useView>,
) {
  const { body, visit, planner, outline } = dog;
  const { trimId, purpose } = choices;
  const plan = useMemo(() => planner.plan(choices), [planner, choices]);
  const asDrawn = useMemo(() => drawn(visit, { trimId, purpose }), [visit, trimId, purpose]);
  const found = useMemo(() => planGroom(asDrawn), [asDrawn]);
  const after = useMemo(() => outline(view, plan, 'after', curlBack), [outline, view, plan, curlBack]);
  const now = useMemo(() => outline(view, found, 'now', curlBack), [outline, view, found, curlBack]);
  const standard = useMemo(() => idealOf(asDrawn, body.heightMm, curlBack), [asDrawn, body, curlBack]);
  const idealLines = useMemo(
    () => (breed.generic || id === 'headSide' ? [] : idealIn(id, standard, after)),
    [breed, standard, id, after],
  );
  const lines = useMemo(
    () => clipLines(packs, breed, asDrawn.derived.trim, body, id),
    [breed, asDrawn, body, id],
  );
  const lengths = useMemo(() => {
    const left = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    const hair = new Map(plan.zones.map((zone) => [zone.zone, zone.thereMm]));
    return { after: (id: string) => left.get(id) ?? 0, now: (id: string) => hair.get(id) ?? 0 };
  }, [plan]);
  return { plan, found, standard, after, now, ideal: idealLines, lines, lengths, coat: visit.derived.coat };
}

/** How a plan holds against the breed's standard, and what it was held by. */
export interface Held {
  readonly checks: readonly RuleCheck[];
  /** The smallest change that would mend a broken rule: it takes its time. */
  readonly mend: (check: RuleCheck) => Mend | null;
}

/** How a plan holds against the breed's standard. */
export function useChecks(
  { body, planner, outline }: ReturnType<typeof useDog>,
  { found, standard }: Pick<ReturnType<typeof useDraft>, 'found' | 'standard'>,
  { plan, choices }: { readonly plan: Plan; readonly choices: Choices },
  curlBack: boolean,
): Held {
  const now = useMemo(() => inCoat(body, found, 'now', curlBack, outline), [body, found, curlBack, outline]);
  return useMemo(() => {
    const judged = { now, after: inCoat(body, plan, 'after', curlBack, outline), ideal: standard };
    const chosen = planner.caseWith(choices);
    return {
      checks: againstStandard(chosen, judged, plan).filter(({ kept }) => kept !== null),
      mend: (check: RuleCheck) => mendOf(chosen, check, judged, plan, curlBack),
    };
  }, [planner, outline, body, now, plan, choices, standard, curlBack]);
}

/** What the groomer's own lengths of the places in hand cost; null where there are none. */
export function useOwnCost(
  { body, planner, outline }: ReturnType<typeof useDog>,
  { found, standard }: Pick<ReturnType<typeof useDraft>, 'found' | 'standard'>,
  settled: { readonly plan: Plan; readonly choices: Choices },
  { checks }: Held,
  zones: readonly string[],
  curlBack: boolean,
): OwnCost | null {
  const own = settled.choices.overrides.some(({ zone }) => zones.includes(zone));
  const others = settled.choices.overrides.filter(({ zone }) => !zones.includes(zone));
  // While a length is dragged, what would be without it stays the same.
  const key = own ? JSON.stringify({ ...settled.choices, overrides: others }) : null;
  const without = useMemo(() => {
    if (key === null) return null;
    const choices = JSON.parse(key) as Choices;
    const chosen = planner.caseWith(choices);
    const plan = planner.plan(choices);
    const now = inCoat(body, found, 'now', curlBack, outline);
    const judged = { now, after: inCoat(body, plan, 'after', curlBack, outline), ideal: standard };
    return { plan, checks: againstStandard(chosen, judged, plan) };
  }, [planner, outline, body, found, standard, key, curlBack]);
  return useMemo(
    () => without && ownCost(zones, { plan: settled.plan, checks }, without),
    [without, zones, settled.plan, checks],
  );
}

/** The plans there would be had each finding not been found; none until the worker has them, which it has when the hand rests. */
export function useOthers(sheet: VisitSheet, choices: Choices, moving: boolean): readonly Plan[] {
  const asked = sheet.hands.findings.length > 0 && !moving;
  const others = useWorker(
    asked ? (work) => work.withoutEach(sheet, choices) : null,
    [sheet, choices, asked],
    OTHERS_AFTER_MS,
  );
  return sheet.hands.findings.length > 0 ? (others ?? NONE) : NONE;
}
const OTHERS_AFTER_MS = 300;
const NONE: readonly Plan[] = [];

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
