import { may } from '@kurrel/contract';
import { addDays, format } from 'date-fns';
import { useDeferredValue, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useSearchParams } from 'react-router';
import { useDayQuery } from '../../app/api/day.ts';
import { useBookMutation, useDogsInfiniteQuery } from '../../app/api/dogs.ts';
import { problemOf } from '../../app/api/problem.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { notify } from '../../app/noticeSlice.ts';
import { opensOffline } from '../../app/offline.ts';
import { useAppDispatch } from '../../app/store.ts';
import { breedWord } from '../../app/breedNames.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useTimes } from '../../parts/times.ts';
import { Title } from '../../parts/Title.tsx';
import { Board } from './Board.tsx';

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
      {!opensOffline() && (
        <p className="muted">
          Without a network no dog opens at this address, for it is not secure. Ask for an address that begins
          with https, or work on the machine Kurrel runs on.
        </p>
      )}
    </main>
  );
}

/** A day of the calendar, written 2026-03-03; an address can say anything. */
const isDay = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) &&
  !Number.isNaN(Date.parse(text)) &&
  new Date(text).toISOString().startsWith(text);

const FIVE_MINUTES_MS = 300_000;
const WALK_IN_MINUTES = 60;

/** Any dog of the salon, from the first screen; one that stands at the door is put on the board. */
function FindDog() {
  const [text, setText] = useState('');
  const words = useDeferredValue(text.trim());
  const { data } = useDogsInfiniteQuery(words, { skip: words === '' });
  const dogs = words === '' ? [] : (data?.pages[0]?.dogs.slice(0, 6) ?? []);
  const { data: session } = useSessionQuery();
  const dispatch = useAppDispatch();
  const [book] = useBookMutation();
  const mayBook = may(session?.person.role ?? 'trainee', 'visit:book');
  const walkIn = async (dogId: string, name: string) => {
    const startsAt = new Date(Math.ceil(Date.now() / FIVE_MINUTES_MS) * FIVE_MINUTES_MS);
    const answer = await book({
      dogId,
      booking: { startsAt, minutes: WALK_IN_MINUTES, what: 'Walk-in', scope: [] },
    });
    const said =
      answer.error === undefined
        ? `${name} is on the board now.`
        : `${name} is not booked: ${problemOf(answer.error).title}. Try again.`;
    dispatch(notify({ text: said }));
    if (answer.error === undefined) setText('');
  };
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
              {mayBook && (
                <button type="button" className="chip" onClick={() => void walkIn(dog.id, dog.name)}>
                  walk-in now
                </button>
              )}
            </li>
          ))}
          {dogs.length === 0 && <li className="muted">No dog matches “{words}”.</li>}
        </ul>
      )}
    </div>
  );
}
