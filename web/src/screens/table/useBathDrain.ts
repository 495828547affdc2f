import type { BathPlan, TableAct, TableEvent, TableNow, Task } from '@kurrel/core';
import { useEffect } from 'react';

interface Bathing {
  readonly order: readonly Task[];
  readonly now: TableNow;
  readonly events: readonly TableEvent[];
  readonly bath: BathPlan;
  readonly act: (act: TableAct) => void;
}

/**
 * Once no step of the bath is left to do, what its done steps used comes out of the bottles: also where the drying was skipped, and not for what
 * was skipped itself. Nothing where somebody has said already what was taken.
 */
export function useBathDrain({ order, now, events, bath, act }: Bathing): void {
  const steps = order.filter(({ id }) => id.startsWith('bath:'));
  const open = steps.some(
    ({ id }) => !now.done.has(id) && !now.skipped.has(id) && !now.leftOut.has(id) && !now.another.has(id),
  );
  const washed = steps.filter(({ id }) => now.done.has(id)).map(({ id }) => id.slice('bath:'.length));
  const said = events.some(({ kind }) => kind === 'bathed');
  const used = said || open ? [] : takesOf(bath, washed);
  const key = used.map(({ kindId, ml }) => `${kindId} ${ml}`).join();
  useEffect(() => {
    if (used.length > 0) act({ kind: 'bathed', used });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for what it is, not for every drawing of it
  }, [key]);
}

function takesOf(
  { steps }: BathPlan,
  washed: readonly string[],
): Extract<TableAct, { kind: 'bathed' }>['used'] {
  return steps.flatMap(({ id, product }) =>
    product && washed.includes(id)
      ? [
          {
            bottleId: product.bottle?.id ?? null,
            kindId: product.kindId,
            ml: product.takesMl,
            plannedMl: product.takesMl,
          },
        ]
      : [],
  );
}
