import type { TodayLine } from '@kurrel/contract';
import { addDays, addMinutes, format, isSameDay, startOfDay } from 'date-fns';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { problemOf, useDayQuery } from '../../app/api.ts';
import { breedWord } from '../../app/breedNames.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

const OPENS = 8;
const CLOSES = 18;

/** Who comes when, what is done, how many minutes, and whether the plan is made. */
export function Today() {
  const [offset, setOffset] = useState(0);
  const day = useMemo(() => addDays(startOfDay(new Date()), offset), [offset]);
  const { data, error, isLoading, refetch } = useDayQuery({
    from: day.toISOString(),
    to: addDays(day, 1).toISOString(),
  });
  return (
    <main id="content" className="page today">
      <div className="page-head">
        <h1>{offset === 0 ? 'Today' : format(day, 'EEEE')}</h1>
        <span className="muted">{format(day, 'd MMMM')}</span>
        <div className="ms-auto d-flex gap-2">
          <Button variant="outline-secondary" onClick={() => setOffset(offset - 1)}>
            Day before
          </Button>
          <Button variant="outline-secondary" disabled={offset === 0} onClick={() => setOffset(0)}>
            Today
          </Button>
          <Button variant="outline-secondary" onClick={() => setOffset(offset + 1)}>
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

function Board({ lines }: { readonly lines: readonly TodayLine[] }) {
  const [now] = useState(() => new Date());
  const total = lines.reduce((sum, line) => sum + line.minutes, 0);
  const planned = lines.filter((line) => line.planVersion !== null).length;
  return (
    <>
      <p className="muted">
        {lines.length} dogs · {Math.floor(total / 60)} h {total % 60} min on the table · {planned} planned
      </p>
      <ol className="tide">
        <li className="tide-hours" aria-hidden="true">
          {Array.from({ length: CLOSES - OPENS + 1 }, (_, i) => (
            <span key={i} style={{ left: `${(i / (CLOSES - OPENS)) * 100}%` }}>
              {OPENS + i}
            </span>
          ))}
        </li>
        {lines.map((line) => (
          <Line key={line.visitId} line={line} now={now} />
        ))}
      </ol>
    </>
  );
}

/** Where a time of day lies between opening and closing, per cent. */
function share(date: Date): number {
  const hours = date.getHours() + date.getMinutes() / 60;
  return Math.min(100, Math.max(0, ((hours - OPENS) / (CLOSES - OPENS)) * 100));
}

function Line({ line, now }: { readonly line: TodayLine; readonly now: Date }) {
  const starts = new Date(line.startsAt);
  const ready = addMinutes(starts, line.minutes);
  const left = share(starts);
  return (
    <li>
      <Link to={`/visits/${line.visitId}/hands`} className="tide-line">
        <span className="tide-who">
          <time dateTime={line.startsAt}>{format(starts, 'H:mm')}</time>
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
          {isSameDay(now, starts) && <span className="tide-now" style={{ left: `${share(now)}%` }} />}
          <span className="tide-bar" style={{ left: `${left}%`, width: `${share(ready) - left}%` }} />
        </span>
        <span className="tide-end">
          <span>
            ready by <strong>{format(ready, 'H:mm')}</strong>
          </span>
          <span className={line.planVersion === null ? 'muted' : 'settled'}>
            {line.planVersion === null ? 'not drafted' : `plan saved, v${line.planVersion}`}
          </span>
        </span>
      </Link>
    </li>
  );
}
