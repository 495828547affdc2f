import type { DryingPlan } from '@kurrel/core';
import Plotly from 'plotly.js-basic-dist-min';
import { useEffect, useRef } from 'react';

const INK = '#20302f';
const SLATE = '#3e5c76';
const MADDER = '#a5402d';
const LINE = '#d9cfbd';

interface DryingCurveProps {
  readonly drying: DryingPlan;
  /** Dryings of this dog before, minutes without setting up. */
  readonly past: readonly number[];
}

/** Water left over the minutes, for these towels and one more, with this dog's past dryings where they ended. */
export function DryingCurve({ drying, past }: DryingCurveProps) {
  const at = useRef<HTMLDivElement>(null);
  const { curve } = drying;
  useEffect(() => {
    const element = at.current;
    if (!element) return;
    const x = curve.map(({ minutes }) => minutes);
    const line = (y: readonly number[], name: string, dash: 'solid' | 'dot', color: string) => ({
      x: [...x],
      y: [...y],
      name,
      type: 'scatter' as const,
      mode: 'lines' as const,
      line: { dash, color, width: 2.5 },
      hovertemplate: '%{y:.0f} mL after %{x:.0f} min<extra></extra>',
    });
    const dryings = {
      x: [...past],
      y: past.map(() => 0),
      name: `dried before (${past.length})`,
      type: 'scatter' as const,
      mode: 'markers' as const,
      marker: { color: MADDER, size: 9, symbol: 'line-ns-open', line: { width: 2 } },
      hovertemplate: 'dry after %{x:.0f} min<extra></extra>',
    };
    void Plotly.react(
      element,
      [
        line(
          curve.map(({ waterMl }) => waterMl),
          'as it is',
          'solid',
          INK,
        ),
        line(
          curve.map(({ towelledMl }) => towelledMl),
          'one more towel',
          'dot',
          SLATE,
        ),
        ...(past.length > 0 ? [dryings] : []),
      ],
      {
        height: 210,
        margin: { l: 52, r: 10, t: 8, b: 40 },
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        font: { family: 'Atkinson Hyperlegible Next, system-ui, sans-serif', size: 13, color: INK },
        xaxis: {
          title: { text: 'mL left in the coat over the minutes' },
          rangemode: 'tozero',
          gridcolor: LINE,
          zerolinecolor: LINE,
        },
        yaxis: {
          rangemode: 'tozero',
          gridcolor: LINE,
          zerolinecolor: LINE,
        },
        legend: { x: 1, xanchor: 'right', y: 1, bgcolor: 'rgba(246,243,236,0.8)' },
      },
      { displayModeBar: false, responsive: true },
    );
  }, [curve, past]);
  useEffect(() => {
    const element = at.current;
    return () => {
      if (element) Plotly.purge(element);
    };
  }, []);
  const last = curve.at(-1);
  return (
    <div
      ref={at}
      className="drying-curve"
      role="img"
      aria-label={`Drying: ${Math.round(drying.waterMl)} mL of water, dry after ${Math.round(last?.minutes ?? 0)} minutes`}
    />
  );
}
