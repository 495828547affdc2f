import type { Choices, VisitSheet, Work } from '@kurrel/contract';
import type { BreedPack, Refusal, Task } from '@kurrel/core';
import { gripOf, whyNot, withPinned, workStages } from '@kurrel/core';
import { addMinutes } from 'date-fns';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { useAppDispatch } from '../../app/store.ts';
import { BookSecond } from '../../parts/BookSecond.tsx';
import { waitsWord } from '../../parts/leftOut.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { Stops } from '../../parts/Stops.tsx';
import { minutesWhole, taskWord } from '../../parts/taskWords.ts';
import { useTimes } from '../../parts/times.ts';
import { Title } from '../../parts/Title.tsx';
import type { WorkedVisit } from '../../parts/useWork.ts';
import { useWork } from '../../parts/useWork.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { WorkBar } from '../../parts/WorkBar.tsx';
import { setOrder } from '../../visit/workSlice.ts';
import { Cards } from './Cards.tsx';
import { Stress } from './Stress.tsx';

/** In what sequence: cards by tool, stress and breaks over the minutes, what a change costs, what to drop. */
export const Order = () => (
  <WithVisit what="the order">
    {(sheet, breed, choices, work) => <Board sheet={sheet} breed={breed} choices={choices} work={work} />}
  </WithVisit>
);

interface BoardProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly choices: Choices;
  readonly work: Work;
}

function Board({ sheet, breed, choices, work }: BoardProps) {
  const dispatch = useAppDispatch();
  const times = useTimes();
  const worked = useWork(sheet, breed, choices, work);
  const { order, own, found, boxMinutes, tasks, visit } = worked;
  const [refused, setRefused] = useState<readonly Refusal[]>([]);
  const { locked, pinned, dropped } = work.order;
  const byId = useMemo(() => new Map(tasks.map((task) => [task.id, task])), [tasks]);
  const move = (ids: readonly string[]) => {
    const refusals = whyNot(order, ids);
    setRefused(refusals);
    if (refusals.length === 0) dispatch(setOrder({ own: [...ids, ...dropped] }));
  };
  const pin = (id: string) =>
    dispatch(
      setOrder({ pinned: pinned.includes(id) ? pinned.filter((one) => one !== id) : [...pinned, id] }),
    );
  const again = () => {
    setRefused([]);
    const ids = order.map(({ id }) => id);
    const next =
      pinned.length === 0
        ? null
        : withPinned(
            found.order.filter((id) => !dropped.includes(id)),
            ids,
            pinned,
          );
    dispatch(setOrder({ own: next === null ? null : [...next, ...dropped] }));
  };
  const ready = addMinutes(new Date(sheet.visit.startedAt ?? sheet.visit.startsAt), own.minutes);
  return (
    <main id="content" className="order">
      <Title of={['Order', sheet.dog.name]} />
      <WorkBar sheet={sheet} title={`${sheet.dog.name}, step by step`}>
        <Button variant="outline-secondary" size="sm" onClick={() => window.print()}>
          Print
        </Button>
      </WorkBar>
      <aside className="order-say" aria-label="This order">
        <Stops sheet={sheet} hands={sheet.hands} />
        <dl className="figures">
          <div>
            <dt>work and breaks</dt>
            <dd>{minutesWhole(own.minutes)}</dd>
          </div>
          <div>
            <dt>breaks</dt>
            <dd>{own.breaks.length}</dd>
          </div>
          <div>
            <dt>ready by</dt>
            <dd>{times.time(ready.toISOString())}</dd>
          </div>
        </dl>
        <Price worked={worked} moved={work.order.own !== null} />
        <div className="sides">
          <Button size="sm" disabled={locked || work.order.own === null} onClick={again}>
            Find the order again
          </Button>
          <Form.Check
            id="locked"
            label="locked"
            checked={locked}
            onChange={(event) => dispatch(setOrder({ locked: event.target.checked }))}
          />
        </div>
        <p className="muted">
          {workStages(visit)
            .map(({ name }) => name)
            .join(' → ')}
          . Stands {Math.round(visit.derived.standing.minutes)} min before a break.{' '}
          <Link to="/salon">House rules</Link>
        </p>
        <NumberField
          label="Minutes there are"
          unit="min"
          value={Math.round(boxMinutes)}
          lo={5}
          hi={600}
          refusal="5 to 600 minutes."
          onNumber={(boxMinutesNow) => dispatch(setOrder({ boxMinutes: boxMinutesNow }))}
          onEmpty={() => dispatch(setOrder({ boxMinutes: null }))}
        />
        <Fit sheet={sheet} worked={worked} dropped={dropped} />
        {refused.length > 0 && <Refused refused={refused} byId={byId} onClose={() => setRefused([])} />}
      </aside>
      <section className="order-board" aria-label="Steps">
        <Stress
          order={order}
          patience={visit.derived.standing.minutes}
          breaks={own.breaks}
          boxMinutes={boxMinutes}
        />
        <Cards order={order} breaks={own.breaks} locked={locked} pinned={pinned} onMove={move} onPin={pin} />
        {dropped.length > 0 && (
          <div className="dropped" aria-label="Left out">
            <h2>Left out</h2>
            <p>
              {dropped.map((id) => {
                const task = byId.get(id);
                return task ? (
                  <button
                    key={id}
                    type="button"
                    className="chip"
                    onClick={() => dispatch(setOrder({ dropped: dropped.filter((one) => one !== id) }))}
                  >
                    put back {taskWord(task)}
                  </button>
                ) : null;
              })}
            </p>
          </div>
        )}
      </section>
    </main>
  );
}

/** How often something changes hands in an order. */
function changesOf(order: readonly Task[]) {
  const grips = order.map(gripOf);
  const count = (key: 'tool' | 'stance' | 'hands') =>
    grips.filter((grip, i) => i > 0 && grip[key] !== grips[i - 1]?.[key]).length;
  return { tools: count('tool'), stances: count('stance'), hands: count('hands') };
}

/** What the groomer's own order costs against the one that was found; how good that one is. */
function Price({ worked, moved }: { readonly worked: WorkedVisit; readonly moved: boolean }) {
  const { order, tasks, found, own } = worked;
  const now = changesOf(order);
  const ids = new Set(order.map(({ id }) => id));
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const best = changesOf(found.order.flatMap((id) => (ids.has(id) ? (byId.get(id) ?? []) : [])));
  const gap = found.cost > 0 ? (found.cost - found.lowerBound) / found.cost : 0;
  const says = [
    [now.tools - best.tools, 'change of tool', 'changes of tool'],
    [now.stances - best.stances, 'walk round the dog', 'walks round the dog'],
    [own.breaks.length - found.breaks.length, 'break', 'breaks'],
  ] as const;
  const differs = says.filter(([n]) => n !== 0);
  return (
    <p className="price" role="status">
      {now.tools} changes of tool, {now.stances} walks round the dog
      {now.hands > 0 && `, ${now.hands} times a second pair of hands comes or goes`}.{' '}
      {moved ? (
        differs.length === 0 ? (
          'Your order costs nothing more.'
        ) : (
          <strong>
            Your order:{' '}
            {differs
              .map(
                ([n, one, many]) =>
                  `${Math.abs(n)} ${Math.abs(n) === 1 ? one : many} ${n > 0 ? 'more' : 'fewer'}`,
              )
              .join(', ')}
            .
          </strong>
        )
      ) : found.exact ? (
        'No order changes less.'
      ) : (
        `Within ${Math.ceil(100 * gap)} % of the best order.`
      )}
    </p>
  );
}

/** Over the time there is: what to leave out, or into how many visits. */
interface FitProps {
  readonly sheet: VisitSheet;
  readonly worked: WorkedVisit;
  readonly dropped: readonly string[];
}

function Fit({ sheet, worked, dropped }: FitProps) {
  const dispatch = useAppDispatch();
  const { fit, tasks, boxMinutes } = worked;
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const name = (ids: readonly string[]) => byId.get(ids[0] ?? '')?.name ?? '';
  const today = new Set(fit.visits[0]?.ids);
  const later = fit.visits.flatMap(({ ids }) => ids.filter((id) => !today.has(id)));
  if (fit.overMinutes <= 0.5 && fit.visits.length === 1)
    return <p className="fits">It fits in {boxMinutes} min.</p>;
  return (
    <section className="over" aria-label="Too much for the time">
      {fit.overMinutes > 0.5 && (
        <p>
          <strong>{minutesWhole(fit.overMinutes)} too much</strong> for {Math.round(boxMinutes)} min.
        </p>
      )}
      {fit.drop.length > 0 && (
        <>
          <p>
            To leave out, cosmetic work only:{' '}
            {fit.drop.map(({ ids, minutes }) => `${name(ids)} (${minutesWhole(minutes)})`).join(', ')}.
          </p>
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() =>
              dispatch(setOrder({ dropped: [...dropped, ...fit.drop.flatMap(({ ids }) => ids)] }))
            }
          >
            Leave these out
          </Button>
        </>
      )}
      {later.length > 0 && (
        <>
          <p>
            Or {fit.visits.length} visits:{' '}
            {fit.visits.map(({ minutes }) => minutesWhole(minutes)).join(', then ')}. What is washed is dried
            in the same one; looks and checks are in each. Later: {waitsWord(tasks, later)}.
          </p>
          <BookSecond
            sheet={sheet}
            left={tasks.filter(({ id }) => later.includes(id))}
            minutes={fit.visits[1]?.minutes ?? 0}
            what={waitsWord(tasks, later)}
            does="The first part today"
            onBooked={() => dispatch(setOrder({ dropped: [...dropped, ...later] }))}
            className="btn btn-sm btn-outline-primary"
          />
        </>
      )}
    </section>
  );
}

interface RefusedProps {
  readonly refused: readonly Refusal[];
  readonly byId: ReadonlyMap<string, Task>;
  readonly onClose: () => void;
}

/** Why a card went back to where it was. */
function Refused({ refused, byId, onClose }: RefusedProps) {
  const word = (id: string) => {
    const task = byId.get(id);
    return task ? taskWord(task) : id;
  };
  const [first] = refused;
  if (!first) return null;
  return (
    <div className="caution refused" role="alert">
      <p>
        <strong>{word(first.step)}</strong> cannot come before <strong>{word(first.mustFollow)}</strong>:{' '}
        {first.because === 'after'
          ? 'it waits for that.'
          : 'the visit goes from prep to bath to work to the look back.'}
      </p>
      <Button size="sm" variant="outline-secondary" onClick={onClose}>
        All right
      </Button>
    </div>
  );
}
