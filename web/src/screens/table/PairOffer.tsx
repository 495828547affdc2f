import type { TableNow, Task } from '@kurrel/core';
import { useState } from 'react';
import { useAppDispatch } from '../../app/store.ts';
import type { Wanted } from './mayTake.ts';
import { takeTool } from './takeTool.ts';

interface PairOfferProps {
  readonly task: Task;
  readonly done: TableNow['done'];
  readonly whyNot: (wanted: Wanted) => string | null;
}

/** What the other side of this place really got, where that is not what is planned here: one touch for the same. */
export function PairOffer({ task, done, whyNot }: PairOfferProps) {
  const dispatch = useAppDispatch();
  const [refused, setRefused] = useState<string | null>(null);
  const twin = task.pair === null ? undefined : done.get(task.pair);
  const { zone } = task;
  if (zone === null || twin?.kind !== 'done' || twin.toolId === null || twin.toolId === task.toolId)
    return null;
  const { toolId, tool, direction } = twin;
  return (
    <p className="table-caution">
      The other side got {tool}.{' '}
      <button
        type="button"
        onClick={() => {
          const wanted = { zones: [zone], toolId, direction: direction ?? 'with' } as const;
          const why = whyNot(wanted);
          setRefused(why);
          if (why === null) void dispatch(takeTool([zone], toolId, wanted.direction, 'as the other side'));
        }}
      >
        The same here
      </button>
      {refused !== null && <span role="alert"> Not here: {refused}</span>}
    </p>
  );
}
