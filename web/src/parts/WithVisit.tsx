import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack } from '@kurrel/core';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { problemOf, useVisitQuery } from '../app/api.ts';
import { useBreed } from '../app/useBreed.ts';
import { Loading } from './Loading.tsx';
import { ProblemNote } from './ProblemNote.tsx';

interface WithVisitProps {
  /** What is waited for, in words. */
  readonly what: string;
  readonly children: (sheet: VisitSheet, breed: BreedPack) => ReactNode;
}

/** A screen of the visit in the address, once its sheet and its dog's breed are here. */
export function WithVisit({ what, children }: WithVisitProps) {
  const { id = '' } = useParams();
  const { data: sheet, error, refetch } = useVisitQuery(id);
  const breed = useBreed(sheet?.dog.breedId);
  if (error !== undefined) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!sheet || !breed) return <Loading what={what} />;
  return children(sheet, breed);
}
