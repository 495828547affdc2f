import type { Clash } from '@kurrel/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import type { Part } from '../visit/part.ts';
import type { PartSync } from '../visit/syncSlice.ts';
import { answerOffer, decideClash, savePart } from '../visit/visit.ts';
import { entryValue, entryWord } from './entryWords.ts';
import { ProblemNote } from './ProblemNote.tsx';

const WHAT: Readonly<Record<Part, string>> = {
  hands: 'on this dog',
  choices: 'this plan',
  work: 'the bath or the order',
};

/** What stands between a part and the server: why it is not saved, what clashes, what is left from before. */
export function PartTrouble({ part }: { readonly part: Part }) {
  const dispatch = useAppDispatch();
  const { problem, clash, offer } = useAppSelector((state) => state.visit.sync[part]);
  const retry = () => void dispatch(savePart(part));
  if (clash) return <ClashNote part={part} clash={clash} />;
  if (offer) {
    const changed = [...offer.mine, ...offer.clashes.map(({ key }) => key)];
    const mine = (key: string) => offer.clashes.find((one) => one.key === key)?.mine ?? offer.entries[key];
    return (
      <div className="conflict question" role="alert">
        <div>
          <strong>You had changes from before this was saved.</strong> What is saved is on the board; yours
          were:
          <Rows rows={changed.map((key) => ({ key, mine: mine(key) }))} />
        </div>
        <div className="sides">
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void dispatch(answerOffer(part, offer, true))}
          >
            Put mine in
          </Button>
          <Button size="sm" onClick={() => void dispatch(answerOffer(part, offer, false))}>
            Let mine go
          </Button>
        </div>
      </div>
    );
  }
  return problem && <ProblemNote problem={problem} onRetry={retry} />;
}

function Rows({ rows }: { readonly rows: readonly { readonly key: string; readonly mine: unknown }[] }) {
  const unit = useAppSelector((state) => state.preferences.unit);
  return (
    <ul className="mb-0">
      {rows.map(({ key, mine }) => (
        <li key={key}>
          {entryWord(key)}: {entryValue(key, mine, unit)}
        </li>
      ))}
    </ul>
  );
}

interface ClashNoteProps {
  readonly part: Part;
  readonly clash: NonNullable<PartSync['clash']>;
}

/** Two people changed the same thing: both sides, and which of them stays, one by one. */
function ClashNote({ part, clash }: ClashNoteProps) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [mine, setMine] = useState<readonly string[]>([]);
  const { clashes } = clash.merged;
  const choose = (key: string, own: boolean) =>
    setMine((chosen) =>
      own ? [...chosen.filter((one) => one !== key), key] : chosen.filter((one) => one !== key),
    );
  const option = ({ key }: Clash, own: boolean, value: unknown) => (
    <label>
      <input type="radio" name={key} checked={mine.includes(key) === own} onChange={() => choose(key, own)} />{' '}
      {entryValue(key, value, unit)}
    </label>
  );
  return (
    <section className="conflict clash" role="alert" aria-label="Both of you changed this">
      <p>
        <strong>
          {clash.theirs.by} changed {WHAT[part]} while you did.
        </strong>{' '}
        All else is put together; choose what stays here. Nothing is saved until then.
      </p>
      <table className="table table-sm">
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {clashes.map((one) => (
            <tr key={one.key}>
              <th scope="row">{entryWord(one.key)}</th>
              <td>{option(one, true, one.mine)}</td>
              <td>{option(one, false, one.theirs)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="sides">
        <Button size="sm" variant="outline-primary" onClick={() => setMine(clashes.map(({ key }) => key))}>
          All mine
        </Button>
        <Button size="sm" variant="outline-primary" onClick={() => setMine([])}>
          All theirs
        </Button>
        <Button size="sm" onClick={() => void dispatch(decideClash(part, clash, mine))}>
          Save it so
        </Button>
      </div>
    </section>
  );
}
