import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Hands, LengthToMeasure, LengthUnit } from '@kurrel/core';
import { askFirst, estimateContextOf, factsWith, formatLength, planGroom, resolveCase } from '@kurrel/core';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { packs } from '../../app/packs.ts';
import { firstChoices } from '../../parts/visitCase.ts';
import { zoneWord } from '../../parts/words.ts';

/** A sheet has to rest this long before its plan is made so often again, ms. */
const REST_MS = 400;

/** The lengths that the plan hangs on most, while they are guessed; asked again when coat or lengths are said otherwise. */
export function useLengthsToMeasure(
  sheet: VisitSheet,
  breed: BreedPack,
  hands: Hands,
): readonly LengthToMeasure[] {
  const [asked, setAsked] = useState<readonly LengthToMeasure[]>([]);
  const latest = useRef(hands);
  useLayoutEffect(() => {
    latest.current = hands;
  });
  const { coatType, coatModifiers, dense, lengths, lastCut, measurements } = hands;
  useEffect(() => {
    const waiting = setTimeout(() => {
      const visit = resolveCase(packs, breed, factsWith(sheet, latest.current), firstChoices(sheet, breed));
      setAsked(askFirst(visit, planGroom(visit), estimateContextOf(sheet)));
    }, REST_MS);
    return () => clearTimeout(waiting);
  }, [sheet, breed, coatType, coatModifiers, dense, lengths, lastCut, measurements]);
  return asked;
}

interface MeasureFirstProps {
  readonly lengths: readonly LengthToMeasure[];
  readonly unit: LengthUnit;
  readonly onPick: (zone: string) => void;
}

/** What to measure before anything else, with the guess that stands until then. */
export function MeasureFirst({ lengths, unit, onPick }: MeasureFirstProps) {
  if (lengths.length === 0) return null;
  return (
    <section aria-label="Measure first">
      <h2>Measure first</h2>
      <p className="muted mb-1">Nobody has measured this hair; the plan goes by a guess.</p>
      <ul className="changes">
        {lengths.map(({ zone, guessMm, rangeMm: [leastMm, mostMm], byMinutes }) => (
          <li key={zone}>
            <button type="button" className="btn btn-link p-0 text-start" onClick={() => onPick(zone)}>
              {zoneWord(zone)}: about {formatLength(guessMm, unit)}, {formatLength(leastMm, unit)} to{' '}
              {formatLength(mostMm, unit)}; {Math.round(byMinutes)} min hang on it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
