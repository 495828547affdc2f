import type { LengthUnit, Plan } from '@kurrel/core';
import { formatLeft, zoneKindId } from '@kurrel/core';
import type { KeyboardEvent, PointerEvent } from 'react';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import type { SetLength, Tick } from '../../parts/ruleScale.ts';
import { labelRows, nextTick, RULE, shareOf, snap } from '../../parts/ruleScale.ts';
import type { Bead } from './beads.ts';
import { beadAt, beadsOf, rowPx, stacked, TOUCH_PX } from './beads.ts';

export interface CoatRuleProps {
  readonly plan: Plan;
  readonly ticks: readonly Tick[];
  readonly selected: string;
  readonly unit: LengthUnit;
  readonly onSelect: (zoneKind: string) => void;
  /** Drag or key: the zones get this length; steps of one gesture share its name. */
  readonly onLength: (zones: readonly string[], set: SetLength, gesture: string) => void;
  readonly onGesture: (active: boolean) => void;
}

const HEIGHT = 158;
const LINE_Y = 62;
const PAD = 28;
const SCALE_MM = [0.2, 0.5, 1, 2, 5, 10, 25, 50, 100, 150];
/** What is written of it where the rule is shorter than this, px. */
const SPARSE_MM = [0.2, 1, 5, 25, 100];
const ROOMY = 560;
const SNAP_UNITS = 7;

interface Drag {
  readonly bead: Bead;
  readonly gesture: string;
  /** Where the rule starts on the screen, px. */
  readonly fromX: number;
  moved: boolean;
}

/** The ruler along the bottom: what every tool really leaves on this coat, and a bead for the zones. */
export const CoatRule = memo(function CoatRule(props: CoatRuleProps) {
  const { plan, ticks, selected, unit, onSelect, onLength, onGesture } = props;
  const [width, setWidth] = useState(1200);
  const holder = useRef<HTMLDivElement>(null);
  const drag = useRef<Drag | null>(null);
  useEffect(() => {
    const element = holder.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setWidth(entry?.contentRect.width ?? 1200));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const length = Math.max(200, width - 2 * PAD);
  const x = (mm: number) => PAD + shareOf(mm) * length;
  const beads = useMemo(() => beadsOf(plan, selected), [plan, selected]);
  const at = beads.map(({ mm }) => x(mm));
  const rows = stacked(at);
  /** The bead that an event is about: each is drawn anew only when it moves, so its handlers are the group's. */
  const beadOf = ({ target }: { readonly target: EventTarget }) => {
    const id = (target as Element).closest('.bead')?.getAttribute('data-key');
    return beads.find(({ key }) => key === id) ?? null;
  };
  const start = (event: PointerEvent) => {
    // Those of one length stand so close that what is touched is the top one of them: the nearest is meant.
    const { left = 0, top = 0 } = holder.current?.getBoundingClientRect() ?? {};
    const nearest = beadAt({ x: event.clientX - left, y: event.clientY - top - LINE_Y }, at, rows);
    const bead = nearest === null ? beadOf(event) : (beads[nearest] ?? null);
    if (!bead) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = {
      bead,
      gesture: `drag-${event.timeStamp}`,
      fromX: (holder.current?.getBoundingClientRect().left ?? 0) + PAD,
      moved: false,
    };
  };
  const move = (event: PointerEvent) => {
    const current = drag.current;
    if (!current) return;
    if (!current.moved) onGesture(true);
    current.moved = true;
    const share = (event.clientX - current.fromX) / length;
    const zones = current.bead.zones.map(({ zone }) => zone);
    onLength(zones, snap(share, ticks, SNAP_UNITS / length), current.gesture);
  };
  const end = () => {
    const held = drag.current;
    if (held && !held.moved) onSelect(nextInBead(held.bead, selected));
    if (held?.moved) onGesture(false);
    drag.current = null;
  };
  const key = (event: KeyboardEvent) => {
    const bead = beadOf(event);
    const set = bead ? keyedLength(event.key, bead.mm, wishedMm(bead), ticks) : null;
    if (!bead || set === null) return;
    event.preventDefault();
    onLength(
      bead.zones.map((zone) => zone.zone),
      set,
      `key-${bead.key}-${event.timeStamp}`,
    );
  };

  return (
    <div className="coat-rule" ref={holder}>
      <svg width={width} height={HEIGHT} role="group" aria-label="Coat rule, 0.2 to 150 mm">
        <Ticks ticks={ticks} length={length} />
        <line className="rule-line" x1={PAD} x2={PAD + length} y1={LINE_Y} y2={LINE_Y} />
        <Scale length={length} unit={unit} />
        <BeadLabels beads={beads} x={x} />
        <g onPointerDown={start} onPointerMove={move} onPointerUp={end} onPointerCancel={end} onKeyDown={key}>
          {beads.map((bead, index) => (
            <BeadMark
              key={bead.key}
              id={bead.key}
              own={bead.own}
              name={namesOf(bead)}
              kind={bead.own ? selected : zoneKindId(bead.zones[0]?.zone ?? '')}
              mm={bead.mm}
              x={x(bead.mm)}
              row={rows[index] ?? 0}
              unit={unit}
            />
          ))}
        </g>
      </svg>
    </div>
  );
});

interface BeadMarkProps {
  readonly id: string;
  readonly own: boolean;
  /** Of its places, for who does not see it. */
  readonly name: string;
  readonly kind: string;
  readonly mm: number;
  readonly x: number;
  /** Beads of one length stand above one another: 0 on the line, 1 below it, −1 above. */
  readonly row: number;
  readonly unit: LengthUnit;
}

const BeadMark = memo(function BeadMark({ id, own, name, kind, mm, x, row, unit }: BeadMarkProps) {
  const y = LINE_Y + rowPx(row);
  return (
    <g
      className={own ? 'bead own' : 'bead'}
      role="slider"
      tabIndex={0}
      aria-label={`${name}, length`}
      aria-valuemin={RULE.fromMm}
      aria-valuemax={RULE.toMm}
      aria-valuenow={Number(mm.toFixed(2))}
      aria-valuetext={formatLeft(mm, unit)}
      data-bead={kind}
      data-key={id}
    >
      <circle className="bead-touch" cx={x} cy={y} r={TOUCH_PX} />
      <circle className="bead-dot" cx={x} cy={y} r={own ? 10 : 7} />
    </g>
  );
});

/** What is written of the lengths along the rule. */
const Scale = memo(function Scale({ length, unit }: { readonly length: number; readonly unit: LengthUnit }) {
  const x = (mm: number) => PAD + shareOf(mm) * length;
  return SCALE_MM.map((mm) => (
    <g key={mm} className="rule-scale" aria-hidden="true">
      <line x1={x(mm)} x2={x(mm)} y1={LINE_Y} y2={LINE_Y + 5} />
      {(length >= ROOMY || SPARSE_MM.includes(mm)) && (
        <text x={x(mm)} y={HEIGHT - 6}>
          {formatLeft(mm, unit)}
        </text>
      )}
    </g>
  ));
});

const Ticks = memo(function Ticks({
  ticks,
  length,
}: {
  readonly ticks: readonly Tick[];
  readonly length: number;
}) {
  const x = (mm: number) => PAD + shareOf(mm) * length;
  const above = ticks.filter((tick) => !tick.against);
  const below = ticks.filter((tick) => tick.against);
  const measure = (list: readonly Tick[]) =>
    list.map((tick) => ({ at: x(tick.mm), width: tick.label.length * 7.2 + 6 }));
  const aboveRows = labelRows(measure(above), 2);
  const belowRows = labelRows(
    below.map((tick) => ({ at: x(tick.mm), width: tick.label.length * 6.6 + 16 })),
    1,
  );
  return (
    <g aria-hidden="true">
      {above.map((tick, index) => (
        <g key={tick.key} className="tick">
          <Blur tick={tick} x={x} y={LINE_Y - 24} height={24} />
          <line x1={x(tick.mm)} x2={x(tick.mm)} y1={LINE_Y - 22} y2={LINE_Y} />
          {aboveRows[index] !== -1 && (
            <text x={x(tick.mm)} y={aboveRows[index] === 0 ? LINE_Y - 29 : LINE_Y - 44}>
              {tick.label}
            </text>
          )}
          <title>{tick.label}, with the lay</title>
        </g>
      ))}
      {below.map((tick, index) => (
        <g key={tick.key} className="tick against">
          <line x1={x(tick.mm)} x2={x(tick.mm)} y1={LINE_Y} y2={LINE_Y + 18} />
          {belowRows[index] !== -1 && (
            <text x={x(tick.mm)} y={LINE_Y + 30}>
              {tick.label} ↺
            </text>
          )}
          <title>{tick.label}, against the lay</title>
        </g>
      ))}
    </g>
  );
});

/** One sd to either side: a wide tick is a tool nobody has measured here yet. */
function Blur({
  tick,
  x,
  y,
  height,
}: {
  readonly tick: Tick;
  readonly x: (mm: number) => number;
  readonly y: number;
  readonly height: number;
}) {
  const left = x(Math.max(0.01, tick.mm - tick.sdMm));
  const right = x(tick.mm + tick.sdMm);
  return (
    <rect className="tick-blur" x={left} y={y} width={Math.max(2, right - left)} height={height} rx={4} />
  );
}

function BeadLabels({ beads, x }: { readonly beads: readonly Bead[]; readonly x: (mm: number) => number }) {
  const shown = beads.map((bead) => ({ bead, text: shortName(bead) }));
  const rows = labelRows(
    shown.map(({ bead, text }) => ({ at: x(bead.mm), width: text.length * (bead.own ? 7.6 : 6.6) + 8 })),
    3,
  );
  return (
    <g aria-hidden="true">
      {shown.map(({ bead, text }, index) => {
        const row = rows[index] ?? -1;
        if (row < 0) return null;
        return (
          <BeadLabel
            key={bead.key}
            className={bead.own ? 'bead-label own' : 'bead-label'}
            x={x(bead.mm)}
            y={LINE_Y + 46 + row * 13}
            text={text}
          />
        );
      })}
    </g>
  );
}

interface BeadLabelProps {
  readonly className: string;
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

const BeadLabel = memo(function BeadLabel({ className, x, y, text }: BeadLabelProps) {
  return (
    <text className={className} x={x} y={y}>
      {text}
    </text>
  );
});

const namesOf = ({ names }: Bead) => names.join(', ');
function shortName({ names: [first = '', ...rest] }: Bead): string {
  return rest.length > 0 ? `${first} +${rest.length}` : first;
}

/** Tapping a shared bead goes through its zones one by one. */
function nextInBead(bead: Bead, selected: string): string {
  const kinds = [...new Set(bead.zones.map((zone) => zoneKindId(zone.zone)))];
  return kinds[(kinds.indexOf(selected) + 1) % kinds.length] ?? selected;
}

const STEP = 1.02;
/** What was asked for there last: a tool that leaves the nearest to it does not swallow the steps of a key. */
const wishedMm = ({ zones: [first], mm }: Bead): number => (first?.overridden ? first.targetMm : mm);

function keyedLength(key: string, mm: number, wishMm: number, ticks: readonly Tick[]): SetLength | null {
  const free = (length: number) => ({ mm: Math.min(RULE.toMm, Math.max(RULE.fromMm, length)), tick: null });
  switch (key) {
    case 'ArrowRight':
    case 'ArrowUp':
      return free(wishMm * STEP);
    case 'ArrowLeft':
    case 'ArrowDown':
      return free(wishMm / STEP);
    case 'PageUp':
      return nextTick(mm, ticks, true);
    case 'PageDown':
      return nextTick(mm, ticks, false);
    case 'Home':
      return free(RULE.fromMm);
    case 'End':
      return free(RULE.toMm);
    default:
      return null;
  }
}
