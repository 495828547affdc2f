import type { TableNow, Task } from '@kurrel/core';
import { useAppDispatch } from '../../app/store.ts';
import { takeTool } from './takeTool.ts';

interface PairOfferProps {
  readonly task: Task;
  readonly done: TableNow['done'];
}

/** What the other side of this place really got, where that is not what is planned here: one touch for the same. */
export function PairOffer({ task, done }: PairOfferProps) {
  const dispatch = useAppDispatch();
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
        onClick={() => void dispatch(takeTool([zone], toolId, direction ?? 'with', 'as the other side'))}
      >
        The same here
      </button>
    </p>
  );
}
