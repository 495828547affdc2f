import type { VisitSheet } from '@kurrel/contract';
import type { BathPlan } from '@kurrel/core';
import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { api } from '../../app/api/ask.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { actAtTable, openTable } from '../../visit/table.ts';
import { mlWord } from './Amount.tsx';

interface TakeFromBottlesProps {
  readonly visitId: string;
  readonly bath: BathPlan;
  readonly sheet: VisitSheet;
}

/** What the bath takes out of the bottles: logged once, as planned or as it was; what is low is listed. */
export function TakeFromBottles({ visitId, bath, sheet }: TakeFromBottlesProps) {
  const dispatch = useAppDispatch();
  const { events, visitId: open } = useAppSelector((state) => state.visit.table);
  const [own, setOwn] = useState<Readonly<Record<string, number>>>({});
  useEffect(() => void dispatch(openTable(visitId)), [dispatch, visitId]);
  const taken = events.find(({ kind }) => kind === 'bathed');
  const low = bath.takes.filter((one) => one.low);
  const log = async () => {
    await dispatch(
      actAtTable({
        kind: 'bathed',
        used: bath.takes.map(({ bottle, kindId, takesMl }) => ({
          bottleId: bottle?.id ?? null,
          kindId,
          ml: own[bottle?.id ?? kindId] ?? takesMl,
          plannedMl: takesMl,
        })),
      }),
    );
    dispatch(api.util.invalidateTags(['Shelf', 'Visit']));
  };
  return (
    <section aria-label="Out of the bottles">
      <h2>Out of the bottles</h2>
      {low.length > 0 && (
        <p className="caution">
          Low:{' '}
          {low
            .map(({ bottle, name }) => `${bottle?.label ?? name} (${mlWord(bottle?.leftMl ?? 0)} left)`)
            .join(', ')}
          .
        </p>
      )}
      {taken ? (
        <p role="status">Taken from the bottles by {taken.by}.</p>
      ) : (
        <>
          <div className="takes">
            {bath.takes.map(({ bottle, kindId, name, takesMl }) => (
              <NumberField
                key={bottle?.id ?? kindId}
                label={bottle?.label ?? name}
                unit="mL"
                value={Math.round(own[bottle?.id ?? kindId] ?? takesMl)}
                lo={0}
                hi={5000}
                refusal="0 to 5 000 mL."
                onNumber={(ml) => setOwn((before) => ({ ...before, [bottle?.id ?? kindId]: ml }))}
              />
            ))}
          </div>
          <Button disabled={open !== visitId || bath.takes.length === 0} onClick={() => void log()}>
            Bathed: take it from the bottles
          </Button>
          <p className="muted">{sheet.shelf.length} bottles on the shelf; they are kept under Drawer.</p>
        </>
      )}
    </section>
  );
}
