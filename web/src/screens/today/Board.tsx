import type { Clock, TodayLine } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { PlacedDog } from '@kurrel/core';
import { SALON_PLACES } from '@kurrel/core';
import { addMinutes, differenceInMinutes } from 'date-fns';
import type { CSSProperties, PointerEvent } from 'react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useMoveVisitMutation, useSetAbsentMutation, useTellLateMutation } from '../../app/api/day.ts';
import { problemOf } from '../../app/api/problem.ts';
import { useSalonQuery } from '../../app/api/salon.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { breedWord } from '../../app/breedNames.ts';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch } from '../../app/store.ts';
import type { Times } from '../../parts/times.ts';
import { useTimes } from '../../parts/times.ts';
import { dayPlan, STATION_WORD } from './dayPlan.ts';

/** The hours of a day between opening and closing. */
interface Hours {
  readonly opens: number;
  readonly closes: number;
}

function hoursOf(clock: Clock | undefined): Hours {
  const hour = (text: string) => Number(text.slice(0, 2)) + Number(text.slice(3)) / 60;
  const { opens = '08:00', closes = '18:00' } = clock ?? {};
  return { opens: Math.floor(hour(opens)), closes: Math.ceil(hour(closes)) };
}

const USUAL_PLACES = { table: 3, tub: 1, dryer: 2 };
const TICK_MS = 30_000;

/** The day as a tide: each dog's minutes at table, tub and dryer, as they will go; what they wait for is said. */
export function Board({ lines }: { readonly lines: readonly TodayLine[] }) {
  const { data: session } = useSessionQuery();
  const { data: salon } = useSalonQuery();
  const times = useTimes();
  const hours = hoursOf(session?.salon.clock);
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  const [first] = lines;
  const midnight = new Date(
    times.range(times.toField(first?.startsAt ?? now.toISOString()).slice(0, 10)).from,
  );
  const openMinutes = 60 * (hours.closes - hours.opens);
  const places = salon?.policy.places ?? USUAL_PLACES;
  const day = dayPlan(lines, places, midnight.getTime(), now.getTime(), openMinutes);
  const total = lines.reduce((sum, line) => sum + (line.absentAt === null ? line.minutes : 0), 0);
  const planned = lines.filter((line) => line.planVersion !== null).length;
  const count = hours.closes - hours.opens;
  return (
    <>
      <p className="muted">
        {lines.length} dogs · {Math.floor(total / 60)} h {total % 60} min booked · {planned} planned
      </p>
      <ul className="day-load" aria-label="Room in the salon">
        {SALON_PLACES.map((station) => (
          <li key={station} className={day.load[station] > 1 ? 'over' : ''}>
            <span className={`key ${station}`} aria-hidden="true" /> {places[station]} {STATION_WORD[station]}
            {places[station] > 1 && 's'}: <strong>{Math.round(100 * day.load[station])} %</strong> of the day
            {day.waited[station] > 4 && <span>, waited for {Math.round(day.waited[station])} min</span>}
          </li>
        ))}
        {day.bottleneck && day.waited[day.bottleneck] > 4 && (
          <li className="bottleneck">
            {day.bottleneck === 'hands'
              ? `A groomer’s free hands are what dogs wait for, ${Math.round(day.waited.hands)} min.`
              : `The ${STATION_WORD[day.bottleneck]} is what dogs wait for.`}
          </li>
        )}
      </ul>
      <ol className="tide" style={{ '--hours': count } as CSSProperties}>
        <li className="tide-hours" aria-hidden="true">
          {Array.from({ length: count + 1 }, (_, i) => (
            <span key={i} style={{ left: `${(i / count) * 100}%` }}>
              {session?.salon.clock.hours === 12 ? ((hours.opens + i + 11) % 12) + 1 : hours.opens + i}
            </span>
          ))}
        </li>
        {lines.map((line) => (
          <Line
            key={line.visitId}
            line={line}
            placed={day.dogs.find(({ visitId }) => visitId === line.visitId) ?? null}
            now={now}
            midnight={midnight}
            hours={hours}
            times={times}
            mayMove={may(session?.person.role ?? 'trainee', 'visit:book')}
          />
        ))}
      </ol>
    </>
  );
}

interface LineProps {
  readonly line: TodayLine;
  /** Null where the dog did not come. */
  readonly placed: PlacedDog | null;
  readonly now: Date;
  readonly midnight: Date;
  readonly hours: Hours;
  readonly times: Times;
  readonly mayMove: boolean;
}

const STEP_MINUTES = 5;

function Line({ line, placed, now, midnight, hours, times, mayMove }: LineProps) {
  const dispatch = useAppDispatch();
  const [move] = useMoveVisitMutation();
  const [setAbsent] = useSetAbsentMutation();
  const [tellLate] = useTellLateMutation();
  const [asks, setAsks] = useState(false);
  const [dragged, setDragged] = useState(0);
  const water = useRef<HTMLSpanElement>(null);
  const drag = useRef<{ readonly x: number; readonly perMinute: number } | null>(null);
  const span = 60 * (hours.closes - hours.opens);
  /** Where minutes of the day lie between opening and closing, per cent. */
  const share = (minutes: number) => Math.min(100, Math.max(0, ((minutes - 60 * hours.opens) / span) * 100));
  const day = times.toField(line.startsAt).slice(0, 10);
  const starts = new Date(line.startsAt);
  const booked = addMinutes(starts, line.minutes);
  const ready = placed ? addMinutes(midnight, placed.readyAt) : booked;
  const lateBy = Math.round(differenceInMinutes(ready, booked));
  const begun = line.startedAt !== null || line.lastActAt !== null;
  const moveBy = async (minutes: number) => {
    if (minutes === 0) return;
    const to = {
      startsAt: addMinutes(starts, minutes).toISOString(),
      minutes: line.minutes,
      groomerId: null,
    };
    const answer = await move({ visitId: line.visitId, to });
    dispatch(
      notify({
        text:
          answer.error === undefined
            ? `${line.dog} moved to ${times.time(to.startsAt)}. Move it back the same way.`
            : `${line.dog} was not moved: ${problemOf(answer.error).title}. Try again.`,
      }),
    );
  };
  const say = async (done: Promise<{ error?: unknown }>, text: string) => {
    const { error } = await done;
    dispatch(notify({ text: error === undefined ? text : `${problemOf(error).title}. Try again.` }));
  };
  const start = (event: PointerEvent<HTMLElement>) => {
    const box = water.current?.getBoundingClientRect();
    if (!mayMove || begun || !box || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, perMinute: box.width / span };
  };
  const pull = (event: PointerEvent) => {
    const held = drag.current;
    if (!held) return;
    setDragged(STEP_MINUTES * Math.round((event.clientX - held.x) / held.perMinute / STEP_MINUTES));
  };
  const drop = () => {
    if (drag.current) void moveBy(dragged);
    drag.current = null;
    setDragged(0);
  };
  return (
    <li className={line.absentAt === null ? 'tide-row' : 'tide-row absent'}>
      <Link to={`/visits/${line.visitId}/${begun ? 'table' : 'hands'}`} className="tide-line">
        <span className="tide-who">
          <time dateTime={line.startsAt}>{times.time(line.startsAt)}</time>
          <strong>{line.dog}</strong>
          <span className="muted">{breedWord(line.breedCalled, line.breedId)}</span>
        </span>
        <span className="tide-what">
          {line.what}
          <span className="muted">
            {line.groomer} · {line.minutes} min
          </span>
        </span>
      </Link>
      <span
        className={mayMove && !begun ? 'tide-water movable' : 'tide-water'}
        ref={water}
        onPointerDown={start}
        onPointerMove={pull}
        onPointerUp={drop}
        onPointerCancel={drop}
        aria-hidden="true"
      >
        {day === times.dayOf(0) && (
          <span className="tide-now" style={{ left: `${share(differenceInMinutes(now, midnight))}%` }} />
        )}
        <span
          className="tide-booked"
          style={{
            left: `${share(differenceInMinutes(starts, midnight) + dragged)}%`,
            width: `${share(differenceInMinutes(booked, midnight)) - share(differenceInMinutes(starts, midnight))}%`,
          }}
        />
        {placed?.stretches.map(({ station, from, to, waits }, i) => (
          <span key={i}>
            {waits > 4 && (
              <span
                className="tide-wait"
                style={{
                  left: `${share(from - waits + dragged)}%`,
                  width: `${share(from) - share(from - waits)}%`,
                }}
              />
            )}
            <span
              className={`tide-bar ${station}`}
              style={{ left: `${share(from + dragged)}%`, width: `${share(to) - share(from)}%` }}
            />
          </span>
        ))}
      </span>
      <span className="tide-end">
        {line.absentAt !== null ? (
          <strong>did not come</strong>
        ) : line.finishedAt !== null ? (
          <strong className="done">done {times.time(line.finishedAt)}</strong>
        ) : (
          <span>
            ready by <strong>{times.time(ready.toISOString())}</strong>
            {lateBy > 9 && <span className="late"> {lateBy} min late</span>}
          </span>
        )}
        <span className={line.planVersion === null ? 'muted' : 'done'}>
          {line.planVersion === null ? 'not drafted' : begun ? 'in work' : `plan saved, v${line.planVersion}`}
        </span>
      </span>
      {mayMove && (
        <button
          type="button"
          className="chip tide-more"
          aria-expanded={asks}
          aria-label={`Change ${line.dog}’s booking`}
          onClick={() => setAsks(!asks)}
        >
          change
        </button>
      )}
      {asks && (
        <span className="tide-acts" role="group" aria-label={`${line.dog}’s booking`}>
          {!begun &&
            [-30, -15, 15, 30].map((minutes) => (
              <button key={minutes} type="button" className="chip" onClick={() => void moveBy(minutes)}>
                {minutes > 0 ? `${minutes} min later` : `${-minutes} min earlier`}
              </button>
            ))}
          <button
            type="button"
            className="chip"
            onClick={() =>
              void say(
                setAbsent({ visitId: line.visitId, absent: line.absentAt === null }),
                line.absentAt === null ? `${line.dog} did not come.` : `${line.dog} came after all.`,
              )
            }
          >
            {line.absentAt === null ? 'did not come' : 'came after all'}
          </button>
          <button
            type="button"
            className="chip"
            onClick={() =>
              void say(
                tellLate({ visitId: line.visitId, minutes: Math.max(15, 5 * Math.ceil(lateBy / 5)) }),
                `${line.dog}’s owner was written to: ${Math.max(15, 5 * Math.ceil(lateBy / 5))} min later.`,
              )
            }
          >
            tell the owner: {Math.max(15, 5 * Math.ceil(lateBy / 5))} min late
          </button>
        </span>
      )}
    </li>
  );
}
