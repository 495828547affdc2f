import type { Body, Hands, LengthUnit, MeasureKey, Point } from '@kurrel/core';
import { lengthNumber } from '@kurrel/core';
import { useEffect, useMemo, useState } from 'react';
import { dogViews } from '../../drawing/dogViews.ts';
import { frameFor, SHEET } from '../../drawing/frame.ts';
import { tapeWord } from '../../parts/words.ts';
import { readTape } from '../../parts/readTape.ts';

/** Where each measurement is drawn: its two ends on the dog, how far the line stands off, where its figure sits. */
interface TapeLine {
  readonly key: MeasureKey;
  readonly ends: (at: (name: string) => Point) => readonly [Point, Point];
  /** Moves the line off the dog, in sheet units. */
  readonly off: Point;
  /** Moves the figure off the middle of the line. */
  readonly figure: Point;
}

const point = (x: number, y: number): Point => ({ x, y });
const LINES: readonly TapeLine[] = [
  {
    key: 'heightMm',
    ends: (at) => [at('withers'), point(at('withers').x, 0)],
    off: point(-150, 0),
    figure: point(-8, 96),
  },
  {
    key: 'lengthMm',
    ends: (at) => [point(at('forechest').x, 0), point(at('pinBone').x, 0)],
    off: point(0, 22),
    figure: point(0, 12),
  },
  {
    key: 'chestDepthMm',
    ends: (at) => [at('withers'), point(at('withers').x, at('brisket').y)],
    off: point(70, 0),
    figure: point(4, 8),
  },
  {
    key: 'elbowHeightMm',
    ends: (at) => [at('elbow'), point(at('elbow').x, 0)],
    off: point(40, 0),
    figure: point(34, 10),
  },
  {
    key: 'neckMm',
    ends: (at) => [at('occiput'), at('withers')],
    off: point(22, -16),
    figure: point(46, -18),
  },
  {
    key: 'headMm',
    ends: (at) => [at('occiput'), at('noseTip')],
    off: point(-10, -32),
    figure: point(-74, 2),
  },
  { key: 'muzzleMm', ends: (at) => [at('stop'), at('noseTip')], off: point(-18, 34), figure: point(-36, 22) },
  { key: 'earMm', ends: (at) => [at('earRoot'), at('earTip')], off: point(4, 0), figure: point(14, 62) },
  {
    key: 'hockHeightMm',
    ends: (at) => [at('hockPoint'), point(at('hockPoint').x, 0)],
    off: point(26, 0),
    figure: point(44, 0),
  },
  { key: 'loinMm', ends: (at) => [at('lastRib'), at('hipTop')], off: point(0, -22), figure: point(0, -24) },
  { key: 'tailMm', ends: (at) => [at('tail0'), at('tailEnd')], off: point(16, 0), figure: point(48, 0) },
  { key: 'footWidthMm', ends: (at) => [at('toe'), at('heel')], off: point(0, 8), figure: point(-64, -6) },
];
/** Not to be drawn from the side. */
const BESIDE: readonly MeasureKey[] = ['chestWidthMm', 'weightKg'];

interface TapeDrawingProps {
  readonly body: Body;
  readonly hands: Hands;
  readonly unit: LengthUnit;
  readonly onMeasure: (key: MeasureKey, value: number) => void;
}

/** The tape on the dog: dimension lines with a field each; what nobody measured is the breed's guess, in grey. */
export function TapeDrawing({ body, hands, unit, onMeasure }: TapeDrawingProps) {
  const [view] = useMemo(() => dogViews(body), [body]);
  const lines = useMemo(() => {
    const frame = frameFor(body.views.side, []);
    const tail = Object.keys(body.landmarks).filter((name) => /^tail\d+$/.test(name));
    const at = (name: string): Point => {
      const known = name === 'tailEnd' ? (tail.at(-1) ?? 'tail0') : name;
      return body.landmarks[known] ?? { x: 0, y: 0 };
    };
    return LINES.map(({ key, ends, off, figure }) => {
      const [a, b] = ends(at).map((p) => {
        const q = frame.point(p);
        return { x: q.x + off.x, y: q.y + off.y };
      }) as [Point, Point];
      const middle = { x: (a.x + b.x) / 2 + figure.x, y: (a.y + b.y) / 2 + figure.y };
      return { key, a, b, middle };
    });
  }, [body]);
  return (
    <div className="tape-board">
      <div className="tape-sheet">
        <svg className="dog hands-dog" viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
          {view?.contours.map(({ id, d }) => (
            <path key={id} d={d} className="contour" />
          ))}
          {view?.contours.map(({ id, d }) => (
            <path key={`${id}-fill`} d={d} className="bare" />
          ))}
          {lines.map(({ key, a, b, middle }) => (
            <g key={key} className={hands.measurements[key] === undefined ? 'dim predicted' : 'dim'}>
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} />
              <circle cx={a.x} cy={a.y} r={2.6} />
              <circle cx={b.x} cy={b.y} r={2.6} />
              <line className="lead" x1={(a.x + b.x) / 2} y1={(a.y + b.y) / 2} x2={middle.x} y2={middle.y} />
            </g>
          ))}
        </svg>
        {lines.map(({ key, middle }) => (
          <div
            key={key}
            className="tape-field"
            data-word={tapeWord[key]}
            style={{ left: `${(100 * middle.x) / SHEET.width}%`, top: `${(100 * middle.y) / SHEET.height}%` }}
          >
            <TapeField measure={key} body={body} hands={hands} unit={unit} onMeasure={onMeasure} />
          </div>
        ))}
      </div>
      <div className="tape-beside">
        {BESIDE.map((key) => (
          <label key={key}>
            <span>{tapeWord[key]}</span>
            <TapeField measure={key} body={body} hands={hands} unit={unit} onMeasure={onMeasure} />
          </label>
        ))}
      </div>
    </div>
  );
}

function TapeField({
  measure,
  body,
  hands,
  unit,
  onMeasure,
}: Omit<TapeDrawingProps, 'body'> & { readonly body: Body; readonly measure: MeasureKey }) {
  const value = hands.measurements[measure];
  const weight = measure === 'weightKg';
  const word = (n: number) => (weight ? String(Math.round(n * 10) / 10) : lengthNumber(n, unit));
  const predicted = weight ? body.measures.weightKg.kg : body.measures[measure].mm;
  const shown = value === undefined ? '' : word(value);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => setText(shown), [shown]);
  const commit = () => {
    if (text === shown || text.trim() === '') {
      setText(shown);
      return setWrong(null);
    }
    const read = readTape(text, measure, unit);
    setWrong(read === null ? `Enter ${weight ? '12.5' : unit === 'mm' ? '440 or 44 cm' : '17 1/2'}` : null);
    if (read === null) return;
    onMeasure(measure, read);
    setText(shown);
  };
  return (
    <span className={value === undefined ? 'reading predicted' : 'reading'}>
      <input
        value={text}
        aria-label={`${tapeWord[measure]}, ${weight ? 'kg' : unit}`}
        aria-invalid={wrong !== null}
        title={wrong ?? tapeWord[measure]}
        placeholder={`≈${word(predicted)}`}
        inputMode="decimal"
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
        }}
      />
      {wrong !== null && <span className="wrong">{wrong}</span>}
    </span>
  );
}
