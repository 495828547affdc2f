import { useMemo } from 'react';
import type { DogView } from '../../drawing/dogViews.ts';
import { placeCallouts } from '../../drawing/callouts.ts';
import { SHEET } from '../../drawing/frame.ts';
import { useSheetScale } from '../../drawing/useSheetScale.ts';
import { zoneWord } from '../../parts/words.ts';

interface HandsDrawingProps {
  readonly label: string;
  readonly view: DogView;
  readonly selected: string | null;
  readonly finds: ReadonlyMap<string, readonly string[]>;
  readonly onPick: (zone: string) => void;
}

const LABEL_HEIGHT = 26;
const FIND_SIZE = 13;

/** The dog to lay a hand on: every place can be touched or reached by keyboard, what was found is written where it is. */
export function HandsDrawing({ label, view, selected, finds, onPick }: HandsDrawingProps) {
  const first = new Set<string>();
  const { ref, scale } = useSheetScale();
  return (
    <svg
      ref={ref}
      className="dog hands-dog"
      viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
      role="group"
      aria-label={label}
    >
      {view.contours.map(({ id, d }) => (
        <clipPath key={id} id={`hands-${view.id}-${id}`}>
          <path d={d} />
        </clipPath>
      ))}
      <g aria-hidden="true">
        {view.coat.map((d, index) => (
          <path key={index} d={d} className="ghost" />
        ))}
        {view.coat.map((d, index) => (
          <path key={index} d={d} className="coat-there" />
        ))}
      </g>
      {view.contours.map(({ id, d }) => (
        <path key={id} d={d} className="contour" />
      ))}
      {view.shapes.map(({ zone, d, clip }, index) => {
        const focusable = !first.has(zone);
        first.add(zone);
        const found = finds.get(zone);
        return (
          <path
            key={index}
            d={d}
            data-zone={zone}
            className={`place${zone === selected ? ' selected' : ''}${found ? ' found' : ''}`}
            clipPath={clip === null ? undefined : `url(#hands-${view.id}-${clip})`}
            onClick={() => onPick(zone)}
            {...(focusable
              ? {
                  tabIndex: 0,
                  role: 'button',
                  'aria-label': `${zoneWord(zone)}${found ? `: ${found.join(', ')}` : ''}`,
                  'aria-pressed': zone === selected,
                  onKeyDown: (event: React.KeyboardEvent) => {
                    if (event.key !== 'Enter' && event.key !== ' ') return;
                    event.preventDefault();
                    onPick(zone);
                  },
                }
              : {})}
          />
        );
      })}
      <g className="face" aria-hidden="true">
        {view.marks.map(({ kind, at, r }, index) => (
          <circle key={index} cx={at.x} cy={at.y} r={r} className={kind} />
        ))}
      </g>
      <Finds view={view} finds={finds} selected={selected} scale={scale} onPick={onPick} />
    </svg>
  );
}

interface FindsProps extends Omit<HandsDrawingProps, 'label'> {
  readonly scale: number;
}

function Finds({ view, finds, selected, scale, onPick }: FindsProps) {
  const placed = useMemo(() => {
    const callouts = [...finds].flatMap(([zone, words]) => {
      const anchor = view.anchors.get(zone);
      return anchor
        ? [
            {
              key: zone,
              anchors: [anchor],
              width: widthOf(wordsOf(words)) * scale,
              height: LABEL_HEIGHT * scale,
            },
          ]
        : [];
    });
    return placeCallouts(callouts, view.polygons);
  }, [view, finds, scale]);
  return (
    <g className="callouts" aria-hidden="true">
      {placed.map(({ key, x, y, from, to }) => {
        const words = wordsOf(finds.get(key) ?? []);
        return (
          <g key={key} className={key === selected ? 'callout on' : 'callout'} onClick={() => onPick(key)}>
            <line x1={to.x} y1={to.y} x2={from.x} y2={from.y} />
            <circle cx={to.x} cy={to.y} r={3.6} />
            <rect x={x} y={y} width={widthOf(words) * scale} height={LABEL_HEIGHT * scale} rx={5} />
            <text
              x={x + 8 * scale}
              y={y + 18 * scale}
              className="find"
              style={{ fontSize: FIND_SIZE * scale }}
            >
              {words}
            </text>
          </g>
        );
      })}
    </g>
  );
}

const wordsOf = (words: readonly string[]) =>
  words.length > 1 ? `${words[0] ?? ''} +${words.length - 1}` : (words[0] ?? '');
const widthOf = (words: string) => 18 + words.length * 7.5;
