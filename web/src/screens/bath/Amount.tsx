import type { Dilution, Used } from '@kurrel/core';
import { asPoured } from '@kurrel/core';

/** Whole millilitres below a litre, litres with a tenth above. */
export function mlWord(ml: number): string {
  if (ml >= 1000) return `${(ml / 1000).toFixed(1)} L`;
  return `${asPoured(ml)} mL`;
}

/** As labels have it. */
export const dilutionWord = ({ notation, n }: Dilution): string =>
  notation === 'to-1' ? `${n} to 1` : `1 in ${n}`;

/** What to pour: the salon's own bottle, its dilution, and both amounts. */
export function Amount({ used }: { readonly used: Used }) {
  const { bottle, name, mix, dilution, takesMl, low } = used;
  return (
    <p className="amount">
      <span className="bottle">{bottle?.label ?? name}</span>
      {bottle && <span className="muted"> {name}</span>}
      {mix && dilution ? (
        <>
          <span className="muted"> {dilutionWord(dilution)}:</span>{' '}
          <strong>{mlWord(mix.concentrateMl)}</strong> in <strong>{mlWord(mix.waterMl)}</strong> of water
          {mix.fromCoatMl > 0 && (
            <span className="muted"> (the wet coat has the other {mlWord(mix.fromCoatMl)})</span>
          )}
        </>
      ) : (
        <>
          {' '}
          <strong>{mlWord(takesMl)}</strong> <span className="muted">as it is</span>
        </>
      )}
      {mix && mix.tooWetMl > 0 && (
        <span className="caution">
          {' '}
          The coat holds {mlWord(mix.tooWetMl)} more than this mix: squeeze it out first.
        </span>
      )}
      {!bottle && <span className="tag"> no bottle on the shelf</span>}
      {low && bottle && <span className="tag"> low: {mlWord(bottle.leftMl)} left</span>}
    </p>
  );
}
