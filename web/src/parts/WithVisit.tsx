import type { Choices, VisitSheet, Work } from '@kurrel/contract';
import type { BreedPack } from '@kurrel/core';
import type { ReactNode } from 'react';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { problemOf } from '../app/api/problem.ts';
import { useVisitQuery } from '../app/api/visit.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { useBreed } from '../app/useBreed.ts';
import type { Part } from '../visit/part.ts';
import { openParts, openVisit } from '../visit/visit.ts';
import { Loading } from './Loading.tsx';
import { ProblemNote } from './ProblemNote.tsx';

interface WithVisitProps {
  /** What is waited for, in words. */
  readonly what: string;
  /** Parts of which this screen itself says what a colleague saved. */
  readonly tells?: readonly Part[];
  readonly children: (sheet: VisitSheet, breed: BreedPack, choices: Choices, work: Work) => ReactNode;
}

/**
 * A screen of the visit in the address, once its sheet and its dog's breed are here and its parts are open. The sheet's
 * findings are those on the screen, saved or not: what one screen changes the others see at once.
 */
export function WithVisit({ what, tells = NONE, children }: WithVisitProps) {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { data, error, isFetching, refetch } = useVisitQuery(id, { refetchOnMountOrArgChange: true });
  const breed = useBreed(data?.dog.breedId);
  const [openFor, setOpenFor] = useState<string | null>(null);
  useEffect(() => {
    if (!data || !breed || isFetching || data.visit.id !== id) return;
    void dispatch(openVisit(data, breed, tells)).then(() => setOpenFor(id));
  }, [dispatch, data, breed, isFetching, id, tells]);
  const parts = useAppSelector((state) => openParts(state, id));
  const hands = parts?.hands;
  const sheet = useMemo(() => data && hands && { ...data, hands }, [data, hands]);
  if (error !== undefined && !sheet) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!sheet || !breed || !parts || openFor !== id) return <Loading what={what} />;
  return children(sheet, breed, parts.choices, parts.work);
}

const NONE: readonly Part[] = [];
