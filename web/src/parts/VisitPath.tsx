import type { VisitSheet } from '@kurrel/contract';
import { openStops, stopsOf } from '@kurrel/core';
import { memo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { NavLink } from 'react-router';
import { problemOf } from '../app/api/problem.ts';
import { useStartVisitMutation } from '../app/api/visit.ts';
import { packs } from '../app/packs.ts';
import { changedSinceSigned } from './signedThen.ts';
import { ProblemNote } from './ProblemNote.tsx';

type State = 'not started' | 'in work' | 'done';

/** The visit as a path: where one is, what is done, and the start of the work. */
export const VisitPath = memo(function VisitPath({ sheet }: { readonly sheet: VisitSheet }) {
  const { visit, salon, hands, stopLog, handsVersion, saved, consents, work } = sheet;
  const [start, { error, isLoading }] = useStartVisitMutation();
  const changed = changedSinceSigned(sheet);
  const [asked, setAsked] = useState(false);
  const open = openStops(stopsOf(hands, packs, salon.policy.handlingLimit), stopLog, packs.safety);
  const handsState: State = handsVersion === 0 ? 'not started' : open.length > 0 ? 'in work' : 'done';
  const stations: readonly (readonly [path: string, name: string, state: State])[] = [
    ['hands', 'Hands-on', handsState],
    ['choices', 'Choices', consents.length > 0 ? 'done' : 'not started'],
    ['draft', 'Draft', saved ? 'done' : 'not started'],
    ['bath', 'Bath', work ? 'in work' : 'not started'],
    ['order', 'Order', work?.order.locked ? 'done' : work ? 'in work' : 'not started'],
    ['table', 'Table', visit.startedAt ? 'in work' : 'not started'],
  ];
  return (
    <nav className="visit-path" aria-label="Visit">
      <ol>
        {stations.map(([path, name, state]) => (
          <li key={path} className={state.replace(' ', '-')}>
            <NavLink to={`/visits/${visit.id}/${path}`}>
              {name}
              <span className="state">{state}</span>
            </NavLink>
          </li>
        ))}
      </ol>
      {visit.startedAt ? (
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={isLoading}
          onClick={() => void start({ visitId: visit.id, started: false })}
        >
          Started · undo
        </Button>
      ) : (
        <Button
          size="sm"
          variant={open.length > 0 ? 'outline-danger' : 'success'}
          disabled={isLoading}
          onClick={() => {
            if (changed !== null && !asked) return setAsked(true);
            setAsked(false);
            void start({ visitId: visit.id, started: true });
          }}
        >
          {open.length > 0 ? 'Answer the stop first' : asked ? 'Start the unsigned change' : 'Start work'}
        </Button>
      )}
      {changed !== null && (
        <p className="w-100 changed-since" role={asked ? 'alert' : undefined}>
          {changed} {asked && <NavLink to={`/visits/${visit.id}/choices`}>Have it signed first</NavLink>}
        </p>
      )}
      {error !== undefined && (
        <div className="w-100">
          <ProblemNote problem={problemOf(error)} />
        </div>
      )}
    </nav>
  );
});
