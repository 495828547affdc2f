import type { Body, BreedPack, Plan, View, ZonePlan } from '@kurrel/core';
import { inCoat, measured, drawnContours } from '@kurrel/core';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store.ts';

interface OnDog {
  readonly breed: BreedPack;
  readonly body: Body;
  /** The side of the dog that is drawn. */
  readonly view: View;
  readonly plan: Plan;
  /** The plan nobody has changed: the coat there is. */
  readonly found: Plan;
  /** The plan there would be without a finding. */
  readonly other: Plan | null;
  /** The place in hand. */
  readonly zone: ZonePlan | null;
}

/** What is drawn on the dog besides its coat: another outline, lines of a rule, lengths and runs along the place in hand. */
export function useOnDog({ breed, body, view: drawn, plan, found, other, zone }: OnDog) {
  const view = useAppSelector((state) => state.draftView);
  const without = useMemo(
    () => (other ? drawnContours(drawn, other, 'after', view.curlBack) : null),
    [other, drawn, view.curlBack],
  );
  const measuredLines = useMemo(() => {
    const rule = breed.rules.find(({ id }) => id === view.rule);
    if (!rule) return [];
    const [lengths, shown] = view.compare ? ([found, 'now'] as const) : ([plan, 'after'] as const);
    const seen = measured(rule, inCoat(body, lengths, shown, view.curlBack));
    return seen?.view === view.view ? seen.lines : [];
  }, [breed, view.rule, view.compare, view.view, view.curlBack, found, plan, body]);
  const profile = useMemo(
    () => (zone && zone.profile.length > 1 ? { zone: zone.zone, lengths: zone.profile } : null),
    [zone],
  );
  const passes = useMemo(
    () => zone?.passes.filter(({ along }) => along.view === view.view) ?? [],
    [zone, view.view],
  );
  return { without, measuredLines, profile, passes };
}
