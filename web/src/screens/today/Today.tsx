import type { Clock, TodayLine } from '@kurrel/contract';
import { addDays, addMinutes, differenceInMinutes, format } from 'date-fns';
import type { CSSProperties } from 'react';
import { useDeferredValue, useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useSearchParams } from 'react-router';
import { problemOf, useDayQuery, useDogsInfiniteQuery, useSessionQuery } from '../../app/api.ts';
import { breedWord } from '../../app/breedNames.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import type { Times } from '../../parts/times.ts';
import { useTimes } from '../../parts/times.ts';
import { Title } from '../../parts/Title.tsx';

/** Who comes when, what is done, how many minutes, and whether the plan is made. The day is in the address. */
export function Today() {
  const [params, setParams] = useSearchParams();
  const times = useTimes();
  const today = times.dayOf(0);
  const asked = params.get('day') ?? '';
  const day = isDay(asked) ? asked : today;
  const { data, error, isLoading, refetch } = useDayQuery(times.range(day));
  const shown = new Date(`${day}T12:00:00`);
  const go = (days: number) => {
    const to = format(addDays(shown, days), 'yyyy-MM-dd');
    setParams(to === today ? {} : { day: to });
  };
  return (
    <main id="content" className="page today">
      <Title of={['Today']} />
      <div className="page-head">
        <h1>{day === today ? 'Today' : format(shown, 'EEEE')}</h1>
        <span className="muted">{format(shown, 'd MMMM')}</span>
        <FindDog />
        <div className="ms-auto d-flex gap-2">
          <Button variant="outline-secondary" onClick={() => go(-1)}>
            Day before
          </Button>
          <Button variant="outline-secondary" disabled={day === today} onClick={() => setParams({})}>
            Today
          </Button>
          <Button variant="outline-secondary" onClick={() => go(1)}>
            Day after
          </Button>
        </div>
      </div>
      {isLoading && <Loading what="the day" />}
      {error !== undefined && <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />}
      {data?.length === 0 && (
        <p className="empty">
          Nobody is booked. Choose a dog under <Link to="/dogs">Dogs</Link> and book a visit.
        </p>
      )}
      {data && data.length > 0 && <Board lines={data} />}
    </main>
  );
}

/** A day of the calendar, written 2026-03-03; an address can say anything. */
const isDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) &&
  !Number.isNaN(Date.parse(text)) &&
  new Date(text).toISOString().startsWith(text);

/** Any dog of the salon, from the first screen. */
function FindDog() {
  const [text, setText] = useState('');
  const words = useDeferredValue(text.trim());
  const { data } = useDogsInfiniteQuery(words, { skip: words === '' });
  const dogs = words === '' ? [] : (data?.pages[0]?.dogs.slice(0, 6) ?? []);
  return (
    <div className="find-dog">
      <Form.Control
        type="search"
        className="search"
        aria-label="Find a dog by name, owner or breed"
        placeholder="Find a dog"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {words !== '' && (
        <ul aria-label="Dogs found">
          {dogs.map((dog) => (
            <li key={dog.id}>
              <Link to={`/dogs/${dog.id}`}>
                <strong>{dog.name}</strong> {breedWord(dog.breedCalled, dog.breedId)}{' '}
                <span className="muted">{dog.owner}</span>
              </Link>
            </li>
          ))}
          {dogs.length === 0 && <li className="muted">No dog matches “{words}”.</li>}
        </ul>
      )}
    </div>
  );
}

/** The hours of a day between opening and closing, as far as somebody is booked beyond them. */
interface Hours {
  readonly opens: number;
  readonly closes: number;
}

function hoursOf(clock: Clock | undefined): Hours {
  const hour = (text: string) => Number(text.slice(0, 2)) + Number(text.slice(3)) / 60;
  const { opens = '08:00', closes = '18:00' } = clock ?? {};
  return { opens: Math.floor(hour(opens)), closes: Math.ceil(hour(closes)) };
}

function Board({ lines }: { readonly lines: readonly TodayLine[] }) {
  const { data: session } = useSessionQuery();
  const times = useTimes();
  const hours = hoursOf(session?.salon.clock);
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 60_000);
    return () => clearInterval(timer);
  }, []);
  const total = lines.reduce((sum, line) => sum + line.minutes, 0);
  const planned = lines.filter((line) => line.planVersion !== null).length;
  const count = hours.closes - hours.opens;
  return (
    <>
      <p className="muted">
        {lines.length} dogs · {Math.floor(total / 60)} h {total % 60} min on the table · {planned} planned
      </p>
      <ol className="tide" style={{ '--hours': count } as CSSProperties}>
        <li className="tide-hours" aria-hidden="true">
          {Array.from({ length: count + 1 }, (_, i) => (
            <span key={i} style={{ left: `${(i / count) * 100}%` }}>
              {session?.salon.clock.hours === 12 ? ((hours.opens + i + 11) % 12) + 1 : hours.opens + i}
            </span>
          ))}
        </li>
        {lines.map((line) => (
          <Line key={line.visitId} line={line} now={now} hours={hours} times={times} />
        ))}
      </ol>
    </>
  );
}

interface LineProps {
  readonly line: TodayLine;
  readonly now: Date;
  readonly hours: Hours;
  readonly times: Times;
}

function Line({ line, now, hours, times }: LineProps) {
  const starts = new Date(line.startsAt);
  const ready = addMinutes(starts, line.minutes);
  const day = times.toField(line.startsAt).slice(0, 10);
  const midnight = new Date(times.range(day).from);
  /** Where a time of day lies between opening and closing, per cent. */
  const share = (date: Date) => {
    const hour = differenceInMinutes(date, midnight) / 60;
    return Math.min(100, Math.max(0, ((hour - hours.opens) / (hours.closes - hours.opens)) * 100));
  };
  const left = share(starts);
  return (
    <li>
      <Link to={`/visits/${line.visitId}/hands`} className="tide-line">
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
        <span className="tide-water" aria-hidden="true">
          {day === times.dayOf(0) && <span className="tide-now" style={{ left: `${share(now)}%` }} />}
          <span className="tide-bar" style={{ left: `${left}%`, width: `${share(ready) - left}%` }} />
        </span>
        <span className="tide-end">
          <span>
            ready by <strong>{times.time(ready.toISOString())}</strong>
          </span>
          <span className={line.planVersion === null ? 'muted' : 'done'}>
            {line.planVersion === null ? 'not drafted' : `plan saved, v${line.planVersion}`}
          </span>
        </span>
      </Link>
    </li>
  );
}
