import type { TableAct, TableEvent, TableNow, Task } from '@kurrel/core';
import type { Ref } from 'react';
import { Link } from 'react-router';
import { problemOf } from '../../app/api/problem.ts';
import { useFinishVisitMutation } from '../../app/api/visit.ts';
import { minutesWhole } from '../../parts/taskWords.ts';
import { placesOf } from '../../parts/leftOut.ts';
import { TaughtMinutes } from './TaughtMinutes.tsx';

interface FinishedProps {
  readonly now: TableNow;
  readonly order: readonly Task[];
  readonly visitId: string;
  readonly finishedAt: string | null;
  readonly events: readonly TableEvent[];
  readonly onAct: (act: TableAct) => void;
  readonly heading: Ref<HTMLHeadingElement>;
}

/** After the last step: what was done, what was not, and the dog goes home. */
export function Finished({ now, order, visitId, finishedAt, events, onAct, heading }: FinishedProps) {
  const [finish, { error, isLoading }] = useFinishVisitMutation();
  const undone = placesOf(order, [...now.leftOut, ...now.another, ...now.skipped.keys()]);
  return (
    <section className="table-finished">
      <h2 ref={heading} tabIndex={-1}>
        {now.ended === null ? 'Nothing is left to do' : `Ended here: ${now.ended}`}
      </h2>
      <p>
        {now.done.size} steps in {minutesWhole(now.workedMinutes)}
        {now.restedMinutes > 0 && ` and ${minutesWhole(now.restedMinutes)} of rest`}.
      </p>
      {undone.length > 0 && (
        <p className="table-caution">Say to the owner: not done today: {undone.join('; ')}.</p>
      )}
      {error !== undefined && <p className="table-caution">{problemOf(error).detail}</p>}
      <p className="answers">
        <button
          type="button"
          className="table-key"
          disabled={isLoading}
          onClick={() => void finish({ visitId, finished: finishedAt === null })}
        >
          {finishedAt === null ? 'Finish visit and save' : 'Saved · Reopen'}
        </button>
        <Link className="table-key" to={`/visits/${visitId}/order`}>
          Back to the order
        </Link>
        <Link className="table-key" to="/">
          Today
        </Link>
      </p>
      <TaughtMinutes events={events} onAct={onAct} />
    </section>
  );
}
