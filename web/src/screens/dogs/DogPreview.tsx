import type { DogFacts } from '@kurrel/contract';
import { FIRST_POLICY } from '@kurrel/contract';
import type { Measurements } from '@kurrel/core';
import { bodyOf, coatOf, MEASURES, outlineOf, planGroom, planInputOf } from '@kurrel/core';
import { useMemo } from 'react';
import type { Control } from 'react-hook-form';
import { useWatch } from 'react-hook-form';
import { packs } from '../../app/packs.ts';
import { useBreed } from '../../app/useBreed.ts';
import { DogDrawing } from '../../drawing/DogDrawing.tsx';
import { frameFor } from '../../drawing/frame.ts';

const nothing = () => undefined;
const AS_DRAWN = {
  purpose: 'pet',
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 6 },
  doubleCoatConsent: false,
  schools: {},
  overrides: [],
} as const;

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
    const body = bodyOf(packs, breed, believable(JSON.parse(typed) as Measurements), findings);
    const dog = {
      coatType,
      coatModifiers: [],
      dense: false,
      findings: [],
      signs: [],
      measurements: {},
    };
    const facts = {
      dog,
      ageMonths: 36,
      mats: [],
      temper: { handling: 'easy', standingMinutes: null },
      hairMm: {},
      drawer: [],
      schools: {},
      matPolicy: FIRST_POLICY.mats,
    } as const;
    const plan = planGroom(planInputOf(packs, breed, facts, { trimId: trim.id, ...AS_DRAWN }));
    const outline = outlineOf(body.views.side, plan, 'after', false);
    const lengths = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
    return {
      body,
      plan,
      outline,
      frame: frameFor(body, [outline]),
      texture: coatOf(packs.coats, coatType, []).texture,
      lengthOf: (zone: string) => lengths.get(zone) ?? 0,
    };
  }, [breed, coatType, typed, findings]);
}

export function DogPreview({ drawn }: { readonly drawn: ReturnType<typeof useDrawnDog> }) {
  if (!drawn) return <p className="muted">Choose a breed and a coat to see the dog.</p>;
  return (
    <DogDrawing
      {...drawn}
      label="The dog as measured"
      ghost={null}
      ideal={null}
      lines={[]}
      groups={[]}
      selected=""
      unit="mm"
      steady={false}
      onSelect={nothing}
    />
  );
}

/** Leaves out what is still being typed or cannot be; the form says so beside the field. */
function believable(measured: Measurements): Measurements {
  return Object.fromEntries(
    MEASURES.flatMap(({ key, lo, hi }) => {
      const value = Number(measured[key] ?? NaN);
      return value >= lo && value <= hi ? [[key, value]] : [];
    }),
  );
}
