import { restOfWork } from '@kurrel/core';
import { useState } from 'react';
import { packs } from '../../app/packs.ts';
import { BookSecond } from '../../parts/BookSecond.tsx';
import { minutesWhole } from '../../parts/taskWords.ts';
import type { AskingProps, Saying } from './Asking.tsx';
import { placesOf, waitsWord } from '../../parts/leftOut.ts';

const LEFT = [10, 20, 30, 45] as const;
/** Patience at which a rest is counted in first. */
const SPENT = 0.15;

/** Time or patience is short: what fits, what does not, and what is said to the owner. */
export function Early({ sheet, order, now, visit, boxMinutes, startedAt, onSay }: AskingProps & Saying) {
  const spent = now.workedMinutes + now.restedMinutes;
  const [chosen, setChosen] = useState<number | null>(null);
  const minutes = chosen ?? Math.max(5, boxMinutes - spent);
  const standing = visit.derived.standing.minutes;
  const rest = restOfWork(order, now, {
    minutes,
    patience: Math.max(1, now.patienceShare < SPENT ? now.patienceMinutes + standing : standing),
    restMinutes: packs.times.pauseMinutes,
    sittingsPerVisit: packs.times.sittingsPerVisit,
    cosmetic: packs.times.cosmetic,
  });
  const ahead = order.filter(({ id }) => !now.done.has(id) && !now.skipped.has(id));
  const over = Math.round(rest.keptMinutes - minutes);
  return (
    <>
      <div className="answers">
        {LEFT.map((one) => (
          <button
            key={one}
            type="button"
            className="table-key"
            aria-pressed={chosen === one}
            onClick={() => setChosen(one)}
          >
            {one} min
          </button>
        ))}
      </div>
      <p className="table-how">
        {minutesWhole(rest.needMinutes)} of work are left{startedAt === null && ', not started yet'}.{' '}
        {rest.drop.length > 0
          ? `Not done then: ${placesOf(order, rest.drop).join('; ')}.`
          : over > 0
            ? 'It does not fit, and nothing of it may be left out: it is begun, or must be.'
            : 'It fits.'}
      </p>
      {over > 0 && (
        <p className="table-caution">
          Even so {minutesWhole(rest.keptMinutes)}, {over} more than there are. The essentials take{' '}
          {minutesWhole(rest.mustMinutes)}.
        </p>
      )}
      <div className="answers">
        {rest.drop.length > 0 && (
          <button
            type="button"
            className="table-key"
            onClick={() => onSay({ kind: 'left-out', tasks: rest.drop, another: [] })}
          >
            Leave that out
          </button>
        )}
        {rest.another.length > 0 && (
          <button
            type="button"
            className="table-key"
            onClick={() => onSay({ kind: 'left-out', tasks: [], another: rest.another })}
          >
            Only what must be; the rest another day
          </button>
        )}
        {(now.leftOut.size > 0 || now.another.size > 0) && (
          <button
            type="button"
            className="table-key"
            onClick={() => onSay({ kind: 'left-out', tasks: [], another: [] })}
          >
            Do everything again
          </button>
        )}
      </div>
      {rest.another.length > 0 && (
        <BookSecond
          sheet={sheet}
          left={ahead.filter(({ id }) => rest.another.includes(id))}
          minutes={rest.anotherMinutes}
          what={waitsWord(ahead, rest.another)}
          does="Only what must be today"
          onBooked={() => onSay({ kind: 'left-out', tasks: [], another: rest.another })}
          className="table-key quiet"
        />
      )}
      {rest.drop.length > 0 && (
        <p className="table-how">
          Say to the owner: {waitsWord(ahead, rest.drop)} can wait; the dog is clean and safe.
        </p>
      )}
    </>
  );
}
