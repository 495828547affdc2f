import type { Rest, Task } from '@kurrel/core';
import { stressCurve } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { minutesWhole } from '../../parts/taskWords.ts';

const WIDTH = 1000;
const HEIGHT = 96;
const PAD = { top: 10, bottom: 22 };

interface StressProps {
  readonly order: readonly Task[];
  readonly patience: number;
  readonly breaks: readonly Rest[];
  readonly boxMinutes: number;
}

/** How the dog's patience is spent over the visit, and where it rests. */
export function Stress({ order, patience, breaks, boxMinutes }: StressProps) {
  const rest = packs.times.pauseMinutes;
  const points = stressCurve(order, patience, rest);
  const end = points.at(-1)?.minutes ?? 1;
  const span = Math.max(end, boxMinutes);
  const x = (minutes: number) => (minutes / span) * WIDTH;
  const y = (share: number) => HEIGHT - PAD.bottom - share * (HEIGHT - PAD.top - PAD.bottom);
  const hours = Array.from({ length: Math.floor(span / 30) + 1 }, (_, i) => i * 30);
  const rests = points.flatMap((point, i) => {
    const before = points[i - 1];
    return before &&
      point.share === 0 &&
      i > 0 &&
      point.minutes - before.minutes >= rest - 1e-6 &&
      before.share > 0
      ? [{ from: before.minutes, to: point.minutes }]
      : [];
  });
  return (
    <figure className="stress">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="img"
        aria-label={`Patience over ${minutesWhole(end)}: ${breaks.length} breaks`}
      >
        <line className="limit" x1={0} x2={WIDTH} y1={y(1)} y2={y(1)} />
        {rests.map(({ from, to }) => (
          <rect
            key={from}
            className="rest"
            x={x(from)}
            width={x(to) - x(from)}
            y={y(1)}
            height={y(0) - y(1)}
          />
        ))}
        <polygon
          className="spent"
          points={[
            `0,${y(0)}`,
            ...points.map((p) => `${x(p.minutes)},${y(p.share)}`),
            `${x(end)},${y(0)}`,
          ].join(' ')}
        />
        {boxMinutes < end && (
          <line className="box" x1={x(boxMinutes)} x2={x(boxMinutes)} y1={0} y2={HEIGHT - PAD.bottom} />
        )}
        <line className="ground" x1={0} x2={WIDTH} y1={y(0)} y2={y(0)} />
      </svg>
      <div className="stress-hours" aria-hidden="true">
        {hours.map((minutes) => (
          <span key={minutes} style={{ left: `${(100 * minutes) / span}%` }}>
            {minutes === 0 ? '0' : minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)}½`}
          </span>
        ))}
      </div>
      <figcaption>
        what the dog has had; at the line it rests {rest} min
        {boxMinutes < end && ' · the upright line: time is up'}
      </figcaption>
    </figure>
  );
}
