import { useDeferredValue, useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useLocation, useSearchParams } from 'react-router';
import { useDogsInfiniteQuery } from '../../app/api/dogs.ts';
import { problemOf } from '../../app/api/problem.ts';
import { breedWord } from '../../app/breedNames.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { ageOf } from '../../parts/words.ts';
import { Title } from '../../parts/Title.tsx';

/** The dogs of the salon, found by name, owner or breed. */
export function Dogs() {
  const [params, setParams] = useSearchParams();
  const find = (useLocation().state as { find?: boolean } | null)?.find === true;
  const [text, setText] = useState(params.get('q') ?? '');
  const query = useDeferredValue(text.trim());
  useEffect(() => {
    setParams(query === '' ? {} : { q: query }, { replace: true });
  }, [query, setParams]);
  const { data, error, isLoading, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } =
    useDogsInfiniteQuery(query);
  const dogs = data?.pages.flatMap((page) => page.dogs);
  return (
    <main id="content" className="page">
      <Title of={['Dogs']} />
      <div className="page-head">
        <h1>Dogs</h1>
        <Form.Control
          type="search"
          autoFocus={find}
          className="search"
          aria-label="Find a dog by name, owner or breed"
          placeholder="Find by name, owner or breed"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Link to="/dogs/new" className="btn btn-primary ms-auto">
          Add a dog
        </Link>
      </div>
      {isLoading && <Loading what="the dogs" />}
      {error !== undefined && <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />}
      {dogs?.length === 0 && (
        <p className="empty">
          {query === '' ? 'No dogs yet. Add the first one.' : `No dog matches “${query}”.`}{' '}
          {query !== '' && (
            <Button variant="link" className="p-0 align-baseline" onClick={() => setText('')}>
              Show all
            </Button>
          )}
        </p>
      )}
      {dogs && dogs.length > 0 && (
        <ul className="dog-list">
          {dogs.map((dog) => (
            <li key={dog.id}>
              <Link to={`/dogs/${dog.id}`}>
                <strong>{dog.name}</strong>
                <span>
                  {breedWord(dog.breedCalled, dog.breedId)} · {ageOf(dog.bornOn, new Date())}
                </span>
                <span className="muted">{dog.owner}</span>
                <span className="muted">{dog.remember[0]}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {hasNextPage && (
        <Button variant="outline-primary" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
          {isFetchingNextPage ? 'Loading …' : 'More dogs'}
        </Button>
      )}
    </main>
  );
}
