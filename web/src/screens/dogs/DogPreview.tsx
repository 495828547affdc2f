import type { DogFacts } from '@kurrel/contract';
import { FIRST_POLICY } from '@kurrel/contract';
import type { Measurements } from '@kurrel/core';
import {
  firstTrimAsDrawn,
  MEASURES,
  bodyOf,
  divided,
  drawnContours,
  planGroom,
  resolveCase,
} from '@kurrel/core';
import { useMemo } from 'react';
import type { Control } from 'react-hook-form';
import { useWatch } from 'react-hook-form';
import { packs } from '../../app/packs.ts';
import { useBreed } from '../../app/useBreed.ts';
import { DogDrawing } from '../../drawing/DogDrawing.tsx';
import { frameFor } from '../../drawing/frame.ts';

const nothing = () => undefined;
/** The dog as the tape says it is, in its breed's first trim; made anew as one types. */
export function useDrawnDog(control: Control<DogFacts>) {
  const [breedId, coatType, measured, findings] = useWatch({
    control,
    name: ['breedId', 'coatType', 'measurements', 'findings'],
  });
  const breed = useBreed(breedId || undefined);
  const typed = JSON.stringify(measured);
  return useMemo(() => {
    const [trim] = breed?.trims ?? [];
    if (!breed || !trim || !packs.coats.types.some((type) => type.id === coatType)) return null;
    const measured = believable(JSON.parse(typed) as Measurements);
    const body = divided(packs, breed, trim, bodyOf(packs, breed, measured, findings));
    const facts = {
      dog: { coatType, coatModifiers: [], dense: false, findings: [], signs: [], measurements: {} },
      ageMonths: 36,
      firstVisit: false,
      mats: [],
      temper: { handling: 'easy', standingMinutes: null },
      hairMm: {},
      measuredHair: [],
      lastCut: null,
      drawer: [],
      hand: null,
      schools: {},
      matPolicy: FIRST_POLICY.mats,
      shave: null,
    } as const;
    const choices = firstTrimAsDrawn([trim]);
    const visit = resolveCase(packs, breed, facts, choices);
    const plan = planGroom(visit);
    const outline = drawnContours(body.views.side, plan, 'after', false);
    const lengths = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    return {
      body,
      plan,
      outline,
      view: body.views.side,
      frame: frameFor(body.views.side, [outline]),
      texture: visit.derived.coat.texture,
      lengthOf: (zone: string) => lengths.get(zone) ?? 0,
    };
  }, [breed, coatType, typed, findings]);
}

export function DogPreview({ drawn }: { readonly drawn: ReturnType<typeof useDrawnDog> }) {
  if (!drawn) return <p className="muted">Choose a breed and a coat to see the dog.</p>;
  const { body: _body, ...shown } = drawn;
  return (
    <DogDrawing
      {...shown}
      label="The dog as measured"
      ghost={null}
      ideal={[]}
      lines={[]}
      groups={[]}
      passes={[]}
      selected=""
      unit="mm"
      steady={false}
      onSelect={nothing}
    />
  );
}

/** Leaves out what is still being typed or cannot be; the form says so beside the field. */
export function believable(measured: Measurements): Measurements {
  return Object.fromEntries(
    MEASURES.flatMap(({ key, lo, hi }) => {
      const value = Number(measured[key] ?? NaN);
      return value >= lo && value <= hi ? [[key, value]] : [];
    }),
  );
}
