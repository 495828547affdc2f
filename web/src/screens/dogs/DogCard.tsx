import type { Dog, DogFacts, DogWithVisits, VisitLine } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import { happeningSentence } from '@kurrel/words';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import {
  useAddDogMutation,
  useArchiveDogMutation,
  useDogQuery,
  useSaveDogMutation,
} from '../../app/api/dogs.ts';
import { problemOf } from '../../app/api/problem.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { notify } from '../../app/noticeSlice.ts';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Loading } from '../../parts/Loading.tsx';
import { useTimes } from '../../parts/times.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { BookVisit } from './BookVisit.tsx';
import { Title } from '../../parts/Title.tsx';
import { Owner } from './Owner.tsx';
import { DogForm } from './DogForm.tsx';

/** A dog's card: what is known, its visits, the next one. */
export function DogCard() {
  const { id = '' } = useParams();
  const { data, error, refetch } = useDogQuery(id);
  if (error !== undefined) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!data) return <Loading what="the dog" />;
  return <Card key={`${data.dog.id} ${data.dog.version}`} {...data} />;
}

function Card({ dog, visits }: DogWithVisits) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [saveDog, { isLoading, error }] = useSaveDogMutation();
  const [archiveDog, archived] = useArchiveDogMutation();
  const { data: session } = useSessionQuery();
  const role = session?.person.role ?? 'trainee';
  const [base, setBase] = useState(dog.version);
  const save = async (facts: DogFacts) => {
    const answer = await saveDog({ id: dog.id, version: base, facts });
    if (answer.data) dispatch(notify({ text: `${answer.data.name} saved.` }));
  };
  const failed = error ?? archived.error;
  const problem = failed === undefined ? null : problemOf(failed);
  const meanwhile =
    problem?.type === 'urn:kurrel:problem:changed-meanwhile' ? (problem.current as Dog) : null;
  const remove = async () => {
    const answer = await archiveDog(dog.id);
    if (answer.error !== undefined) return;
    dispatch(
      notify({ text: `${dog.name} is off the list; the card is kept.`, undo: { kind: 'dog', id: dog.id } }),
    );
    await navigate('/dogs');
  };
  return (
    <main id="content" className="page dog-card">
      <Title of={[dog.name]} />
      <div className="page-head">
        <h1>{dog.name}</h1>
        {may(role, 'dog:archive') && (
          <Button variant="outline-secondary" className="ms-auto" onClick={() => void remove()}>
            Take off the list
          </Button>
        )}
      </div>
      {problem && !meanwhile && <ProblemNote problem={problem} />}
      {meanwhile && (
        <div className="conflict" role="alert">
          <p>
            Somebody changed this card while you typed. Yours is still below and not saved. Theirs now says:{' '}
            {meanwhile.name}, {meanwhile.owner || 'no owner'}, remember “
            {meanwhile.remember.join('”, “') || 'nothing'}”.
          </p>
          <Button size="sm" onClick={() => setBase(meanwhile.version)}>
            Save mine over theirs next
          </Button>
        </div>
      )}
      <div className="dog-columns">
        <DogForm dog={dog} saving={isLoading} onSave={save} />
        <div>
          {may(role, 'visit:book') && <BookVisit dogId={dog.id} last={visits[0]} />}
          <Visits visits={visits} />
          {may(role, 'owner:erase') && dog.owner !== '' && <Owner owner={dog.owner} />}
        </div>
      </div>
    </main>
  );
}

function Visits({ visits }: { readonly visits: readonly VisitLine[] }) {
  const times = useTimes();
  return (
    <section aria-label="Visits">
      <h2>Visits</h2>
      {visits.length === 0 && <p className="empty">None yet.</p>}
      <ol className="visits">
        {visits.map((visit) => (
          <li key={visit.id}>
            <time dateTime={visit.startsAt}>{times.day(visit.startsAt)}</time>
            <span>
              {visit.done ? visit.what : <Link to={`/visits/${visit.id}/hands`}>{visit.what}: open</Link>}
              <span className="muted">
                {' '}
                {visit.minutes} min, {visit.groomer}
              </span>
              {visit.tools.length > 0 && <span className="note">with {visit.tools.join(', ')}</span>}
              {visit.happened.map((one) => (
                <span key={JSON.stringify(one)} className="note">
                  {happeningSentence(one, packs.zones)}
                </span>
              ))}
              {visit.note && <span className="note">{visit.note}</span>}
              {visit.consents.map(({ id, signedBy, trimName }) => (
                <Link key={id} className="note" to={`/visits/${visit.id}/consents/${id}`}>
                  consent: {trimName}, signed by {signedBy || 'an owner since erased'}
                </Link>
              ))}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** An empty card. */
export function NewDog() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [addDog, { isLoading, error }] = useAddDogMutation();
  const save = async (facts: DogFacts) => {
    const answer = await addDog(facts);
    if (!answer.data) return;
    dispatch(notify({ text: `${answer.data.name} added.` }));
    await navigate(`/dogs/${answer.data.id}`);
  };
  return (
    <main id="content" className="page dog-card">
      <Title of={['A new dog']} />
      <div className="page-head">
        <h1>A new dog</h1>
      </div>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      <div className="dog-columns">
        <DogForm dog={null} saving={isLoading} onSave={save} />
      </div>
    </main>
  );
}
