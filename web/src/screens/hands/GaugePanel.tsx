import type { Find } from '@kurrel/core';
import { formatLength, summarise } from '@kurrel/core';
import { useRef } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppSelector } from '../../app/store.ts';
import { useGauge } from '../../parts/useGauge.ts';

interface GaugePanelProps {
  readonly visitId: string;
  readonly zone: string;
  readonly onFinds: (finds: readonly Find[], gesture?: string) => void;
}

const WORDS = {
  idle: 'Set the pin in the hair to the skin, then read.',
  reading: 'Reading …',
  lost: 'The gauge is lost; what it read is kept. Looking for it …',
  done: 'Done.',
} as const;

/** The coat gauge: a run of readings filed to the place in focus, with their spread. */
export function GaugePanel({ visitId, zone, onFinds }: GaugePanelProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const run = useRef(0);
  const { state, readings, start, stop } = useGauge(visitId, zone, (all) => {
    const length = summarise(all);
    if (length) onFinds([{ kind: 'length', zone, length }], `gauge-${zone}-${run.current}`);
  });
  const summary = summarise(readings);
  const busy = state === 'reading' || state === 'lost';
  return (
    <div className="gauge">
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() => {
          if (busy) return stop();
          run.current++;
          start();
        }}
      >
        {busy ? 'Stop the gauge' : 'Read with the gauge'}
      </Button>
      <span className={state === 'lost' ? 'lost' : 'muted'} role="status" data-testid="gauge">
        {WORDS[state]}
        {summary &&
          ` ${formatLength(summary.mm, unit)}${summary.sdMm === null ? '' : ` ±${summary.sdMm.toFixed(1)} mm`}, ${summary.readings} readings`}
      </span>
      {readings.length > 0 && (
        <svg viewBox="0 0 240 30" className="readings" aria-hidden="true">
          {readings.map((mm, index) => (
            <line
              key={index}
              x1={10 + index * 18}
              x2={10 + index * 18}
              y1={30}
              y2={30 - Math.min(28, mm * 0.5)}
            />
          ))}
        </svg>
      )}
    </div>
  );
}
