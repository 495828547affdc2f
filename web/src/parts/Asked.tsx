import type { Choices } from '@kurrel/contract';
import type { PlaceWish } from '@kurrel/core';
import { formatLeft, readWish } from '@kurrel/core';
import { askWord, placeWishWord, scopeWord, wishProblemSentence } from '@kurrel/words';
import { useId, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { packs } from '../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { setChoices, setWish } from '../visit/choicesSlice.ts';
import { LengthField } from './LengthField.tsx';

const { places: PLACES, asks: ASKS, jobs: JOBS, scopes: SCOPES } = packs.wishes;

/** What the owner asks for: how much of a groom, and how each place should be; typed in their words or touched. */
export function Asked({ wish, scope, purpose }: Pick<Choices, 'wish' | 'scope' | 'purpose'>) {
  return (
    <section className="asked" aria-label="What is asked for">
      <HowMuch scope={scope} />
      <ByPlace places={wish.places} asker={purpose === 'show' ? 'Handler' : 'Owner'} />
    </section>
  );
}

function HowMuch({ scope }: Pick<Choices, 'scope'>) {
  const dispatch = useAppDispatch();
  const [own, setOwn] = useState(false);
  const take = (jobs: readonly string[]) => dispatch(setChoices({ scope: jobs }));
  const named = SCOPES.find(({ jobs }) => sameJobs(jobs, scope));
  const isOwn = own || !named;
  return (
    <div className="asked-scope" role="group" aria-label="How much of a groom">
      {SCOPES.map(({ id, name, jobs }) => (
        <button
          key={id}
          type="button"
          className="chip"
          aria-pressed={!isOwn && named?.id === id}
          onClick={() => {
            setOwn(false);
            take(jobs);
          }}
        >
          {name}
        </button>
      ))}
      <button type="button" className="chip" aria-pressed={isOwn} onClick={() => setOwn(!own)}>
        other jobs
      </button>
      {isOwn && (
        <div className="asked-jobs" role="group" aria-label="Jobs">
          {JOBS.map(({ id, name }) => {
            const asked = scope.includes(id);
            return (
              <button
                key={id}
                type="button"
                className="chip"
                aria-pressed={asked}
                onClick={() => take(asked ? scope.filter((one) => one !== id) : [...scope, id])}
              >
                {name}
              </button>
            );
          })}
          {scope.length === 0 && <span className="muted">None chosen: the whole groom.</span>}
        </div>
      )}
      {!isOwn && scope.length > 0 && (
        <span className="muted">Only {scopeWord(packs.wishes, scope)}: all else stays as it is.</span>
      )}
    </div>
  );
}

const sameJobs = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((id) => b.includes(id));

function ByPlace({ places, asker }: { readonly places: readonly PlaceWish[]; readonly asker: string }) {
  const id = useId();
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [text, setText] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const put = (wishes: readonly PlaceWish[]) => {
    const others = places.filter(({ place }) => !wishes.some((one) => one.place === place));
    dispatch(setWish({ places: [...others, ...wishes] }));
  };
  const drop = (place: string) => dispatch(setWish({ places: places.filter((one) => one.place !== place) }));
  const enter = () => {
    const read = readWish(text, packs.wishes, unit);
    if (!read.ok) {
      setTold(wishProblemSentence(read.problem));
      return;
    }
    put(read.places);
    setText('');
    setTold(null);
  };
  return (
    <form
      className="asked-places"
      onSubmit={(event) => {
        event.preventDefault();
        enter();
      }}
    >
      <div className="asked-line">
        <Form.Control
          id={id}
          value={text}
          aria-label={`${asker} asks, by place`}
          aria-describedby={told ? `${id}-problem` : undefined}
          isInvalid={told !== null}
          autoComplete="off"
          placeholder="body very short, legs 1/2 in, no skirt, ears natural"
          onChange={(event) => {
            setText(event.target.value);
            setTold(null);
          }}
        />
        <Button type="submit" variant="outline-primary">
          Ask
        </Button>
      </div>
      {told && (
        <p id={`${id}-problem`} className="told" role="alert">
          {told}
        </p>
      )}
      <div className="asked-chips" role="group" aria-label={`${asker} asks, place by place`}>
        {PLACES.map((place) => {
          const asked = places.find((one) => one.place === place.id);
          return (
            <button
              key={place.id}
              type="button"
              className="chip"
              aria-pressed={asked !== undefined}
              aria-expanded={open === place.id}
              onClick={() => setOpen(open === place.id ? null : place.id)}
            >
              {asked ? placeWishWord(packs.wishes, asked, unit) : place.name}
            </button>
          );
        })}
      </div>
      {open !== null && (
        <HowPlace
          place={open}
          asked={places.find(({ place }) => place === open) ?? null}
          onAsk={(wish) => {
            put([wish]);
            setOpen(null);
          }}
          onDrop={() => {
            drop(open);
            setOpen(null);
          }}
        />
      )}
    </form>
  );
}

interface HowPlaceProps {
  readonly place: string;
  readonly asked: PlaceWish | null;
  readonly onAsk: (wish: PlaceWish) => void;
  readonly onDrop: () => void;
}

/** The answers for one place. */
function HowPlace({ place, asked, onAsk, onDrop }: HowPlaceProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const row = PLACES.find(({ id }) => id === place);
  if (!row) return null;
  return (
    <div className="asked-how" role="group" aria-label={`How the ${row.name} should be`}>
      <strong>{row.name}</strong>
      <button type="button" className="chip" aria-pressed={asked === null} onClick={onDrop}>
        as the trim has it
      </button>
      {ASKS.filter(({ id }) => id !== 'without' || row.without !== null).map(({ id, name }) => (
        <button
          key={id}
          type="button"
          className="chip"
          aria-pressed={asked?.ask === id}
          title={askWord({ ask: id, mm: null }, unit)}
          onClick={() => onAsk({ place, ask: id, mm: null })}
        >
          {name}
        </button>
      ))}
      <LengthField
        label={asked?.mm == null ? 'or so long' : `now ${formatLeft(asked.mm, unit)}`}
        mm={asked?.mm ?? null}
        unit={unit}
        onLength={(mm) => onAsk({ place, ask: 'length', mm })}
        onEmpty={onDrop}
      />
    </div>
  );
}
