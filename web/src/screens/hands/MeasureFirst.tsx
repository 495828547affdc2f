import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Hands, LengthToMeasure, LengthUnit } from '@kurrel/core';
import { askFirst, estimateContextOf, factsWith, formatLength, planGroom, resolveCase } from '@kurrel/core';
import { useDeferredValue, useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { firstChoices } from '../../parts/visitCase.ts';
import { zoneWord } from '../../parts/words.ts';

/** The lengths that the plan hangs on most, while they are guessed. */
export function useLengthsToMeasure(
  sheet: VisitSheet,
  breed: BreedPack,
  hands: Hands,
): readonly LengthToMeasure[] {
  const latest = useDeferredValue(hands);
  return useMemo(() => {
    const visit = resolveCase(packs, breed, factsWith(sheet, latest), firstChoices(sheet, breed));
    return askFirst(visit, planGroom(visit), estimateContextOf(sheet));
  }, [sheet, breed, latest]);
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
