import type { Choices, VisitSheet, Work } from '@kurrel/contract';
import type { BreedPack, TableAct, Task } from '@kurrel/core';
import { openStops, stopsOf, strokeEnds, tableNow } from '@kurrel/core';
import { addMinutes } from 'date-fns';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Loading } from '../../parts/Loading.tsx';
import { PartTrouble } from '../../parts/PartTrouble.tsx';
import { joinsOf } from './joinsOf.ts';
import { minutesWhole } from '../../parts/taskWords.ts';
import { useTimes } from '../../parts/times.ts';
import { changedSinceSigned } from '../../parts/signedThen.ts';
import { Title } from '../../parts/Title.tsx';
import { useWork } from '../../parts/useWork.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { actAtTable, confirmActs, letActGo, openTable } from '../../visit/table.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { setOrder } from '../../visit/workSlice.ts';
import { Asking, AskingBox } from './Asking.tsx';
import type { Question } from './Asking.tsx';
import { breakId } from './BreakMinutes.tsx';
import { Finished } from './Finished.tsx';
import { heatOf } from './heat.ts';
import type { Wanted } from './mayTake.ts';
import { whyNot } from './mayTake.ts';
import { MarkedActs } from './MarkedActs.tsx';
import { nameOf } from './nameOf.ts';
import { Notes } from './Notes.tsx';
import { NotStarted } from './NotStarted.tsx';
import { Picture } from './Picture.tsx';
import { PlanNews } from './PlanNews.tsx';
import { SendState } from './SendState.tsx';
import { Step } from './Step.tsx';
import { TableStops, UNNAMED } from './TableStops.tsx';
import { useAwake } from './useAwake.ts';
import { useBathDrain } from './useBathDrain.ts';
import { useFormStep } from './useFormStep.ts';
import { useStepInHand } from './useStepInHand.ts';
import { useStepMinutes } from './useStepMinutes.ts';
import { useTableKeys } from './useTableKeys.ts';
import { useThermometer } from './useThermometer.ts';

/** One step at a time, filling the screen, for wet hands and a pedal. */
export const TableScreen = () => (
  <WithVisit what="the table" tells={TELLS}>
    {(sheet, breed, choices, work) => <Opened sheet={sheet} breed={breed} choices={choices} work={work} />}
  </WithVisit>
);

interface OpenedProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly choices: Choices;
  readonly work: Work;
}

function Opened(props: OpenedProps) {
  const dispatch = useAppDispatch();
  const visitId = props.sheet.visit.id;
  const open = useAppSelector((state) => state.visit.table.visitId);
  const [ready, setReady] = useState(false);
  useEffect(() => {
    void dispatch(openTable(visitId)).then(() => setReady(true));
  }, [dispatch, visitId]);
  if (open !== visitId || !ready) return <Loading what="the table" />;
  return <Board {...props} />;
}

/** The clock of the screen: often enough for a blade and a timer. */
const TICK_MS = 1000;

function Board({ sheet, breed, choices, work }: OpenedProps) {
  const dispatch = useAppDispatch();
  const times = useTimes();
  const { visit, plan, bath, order, boxMinutes } = useWork(sheet, breed, choices, work);
  const { events, waiting, refused, state } = useAppSelector((root) => root.visit.table);
  const body = useMemo(() => visit.derived.bodies.own, [visit]);
  const now = useMemo(() => tableNow(order, events, visit.derived.standing.minutes), [order, events, visit]);
  const [asking, setAsking] = useState<Question | null>(null);
  const [opened] = useState(() => Date.now());
  const [clock, setClock] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setClock(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  useAwake();
  // Once worked, the order stays: a tool that is changed on the way moves no step.
  const found = work.order.own === null;
  useEffect(() => {
    if (found && events.length > 0) dispatch(setOrder({ own: order.map(({ id }) => id) }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as it was when the first act was done
  }, [dispatch, found, events.length > 0]);

  const session = useSessionQuery().data;
  const me = session?.person.name ?? '';
  const { current, next, news, onSeen, onTakeNow } = useStepInHand(sheet, choices, order, now, me);
  const { at, inHand, goTo } = useFormStep(current);
  const { minutes, since, startedMs } = useStepMinutes(sheet.visit.id, events, opened, clock);
  const role = session?.person.role ?? 'trainee';
  const [without, setWithout] = useState(false);
  const unstarted = sheet.visit.startedAt === null && !without && now.ended === null;
  const whyNotHere = (wanted: Wanted) => whyNot(breed, sheet, choices, wanted, role);
  const doneKey = useRef<HTMLButtonElement>(null);
  const endHeading = useRef<HTMLHeadingElement>(null);
  const goOn = useCallback(() => (endHeading.current ?? doneKey.current)?.focus(), []);
  const atEnd = current === null;
  useEffect(() => {
    if (atEnd || document.activeElement === document.body) goOn();
  }, [atEnd, goOn]);
  const act = useCallback((one: TableAct) => void dispatch(actAtTable(one)), [dispatch]);
  const stopsOpen = openStops(
    stopsOf(sheet.hands, packs, sheet.salon.policy.handlingLimit),
    sheet.stopLog,
    packs.safety,
  );
  const barred = stopsOpen.length > 0 || now.stops.length > 0 || unstarted;
  const lastTouch = useRef(-Infinity);

  const done = useCallback(() => {
    if (!current || barred) return;
    act({
      kind: 'done',
      task: current.id,
      part: current.part,
      zone: current.zone,
      ...(current.zones.length > 1
        ? { zones: current.zones, lengths: current.lengths, tools: current.tools }
        : {}),
      toolId: current.toolId,
      tool: current.tool,
      direction: current.direction,
      leavesMm: current.leavesMm,
      minutes,
      plannedMinutes: current.minutes,
      stress: current.stress,
    });
    setAsking(null);
    goOn();
  }, [current, barred, minutes, act, goOn]);
  const touchedDone = () => {
    // Two touches on one step are one.
    if (performance.now() - lastTouch.current < DOUBLE_TAP_MS) return;
    lastTouch.current = performance.now();
    done();
  };
  useBathDrain({ order, now, events, bath, act });
  const back = useCallback(() => {
    const { last } = now;
    if (last && 'task' in last && last.task !== null) act({ kind: 'undone', task: last.task });
    setAsking(null);
    goOn();
  }, [now, act, goOn]);
  const ask = (question: Question | null) => {
    // A stop is logged at the first touch; what it is comes after.
    if (question === 'stop' && asking !== 'stop') act({ kind: 'stopped', text: UNNAMED });
    setAsking(question);
    if (question === null) goOn();
  };
  useTableKeys({
    onNext: done,
    onBack: back,
    onAsk: ask,
    // At the end no step is left to go on to: keys press what has the focus.
    free: asking === null && current !== null,
  });

  const changed = changedSinceSigned(sheet);
  const resting = useAppSelector((root) => root.timers[breakId(sheet.visit.id)]?.sinceMs);
  const [held, setHeld] = useState(false);
  const thermometer = useThermometer(sheet.visit.id, current, startedMs, held);
  const heat = current ? heatOf(current, events, since, clock, thermometer.celsius) : null;
  const readyAt = addMinutes(new Date(clock), now.leftMinutes);
  const joins = joinsOf(plan, current);
  const impatient = now.patienceShare < 0.15 && current !== null && asking === null;
  return (
    <main id="content" className="table-screen">
      <Title of={['Table', sheet.dog.name]} />
      <header className="table-top">
        <h1>
          <Link to={`/visits/${sheet.visit.id}/order`} className="table-dog">
            {sheet.dog.name}
          </Link>
        </h1>
        <span className="muted">
          step {Math.min(now.behind + 1, now.steps)} of {now.steps}
        </span>
        <span className="patience">
          <span className="muted">patience</span>
          <meter min={0} max={1} low={0.25} value={now.patienceShare} aria-label="patience left" />
          <strong>{Math.round(now.patienceMinutes)} min</strong>
        </span>
        {heat && (
          <span className={`blade ${heat.advice}`}>
            <span role="status">
              blade {thermometer.celsius === null ? 'about ' : ''}
              {Math.round(heat.celsius)} °C{thermometer.celsius === null ? '' : ', read'}
              {heat.advice === 'swap' && ': swap it'}
              {heat.advice === 'soon' && `: swap in ${minutesWhole(heat.swapInMinutes)}`}
              {thermometer.state === 'lost' && ' (thermometer lost)'}
            </span>{' '}
            <button type="button" aria-pressed={held} onClick={() => setHeld(!held)}>
              thermometer
            </button>
          </span>
        )}
        <span className="ready">
          ready by <strong>{times.time(readyAt.toISOString())}</strong>
        </span>
        <SendState state={state} waiting={waiting} />
        <Link to="/" className="table-out">
          Today
        </Link>
      </header>
      <MarkedActs events={events} me={me} onConfirm={() => void dispatch(confirmActs())} />
      {refused.map(({ id, refused: why }) => (
        <p key={id} className="table-alert" role="alert">
          One entry was not saved: {why?.detail} It is kept here.{' '}
          <button type="button" onClick={() => void dispatch(letActGo(id))}>
            Discard
          </button>
        </p>
      ))}
      {changed !== null && !unstarted && <p className="table-alert">{changed}</p>}
      {news && <PlanNews news={news} onSeen={onSeen} onTakeNow={onTakeNow} />}
      <PartTrouble part="choices" />
      <PartTrouble part="work" />
      {resting !== undefined && asking !== 'break' && (
        <p className="table-alert">
          A break since {times.time(new Date(resting).toISOString())}.{' '}
          <button type="button" onClick={() => ask('break')}>
            Is it over?
          </button>
        </p>
      )}
      {now.twice.map(({ task, by }) => (
        <p key={task} className="table-alert" role="alert">
          {nameOf(order, task)} was done twice, by {by.join(' and ')}. It counts once.
        </p>
      ))}
      <TableStops visitId={sheet.visit.id} open={stopsOpen} now={now} role={role} onAct={act} />
      {unstarted && stopsOpen.length === 0 && <NotStarted sheet={sheet} onWithout={() => setWithout(true)} />}
      {current ? (
        <div className="table-step">
          <Picture breed={breed} visit={visit} body={body} plan={plan} task={inHand ?? current} />
          <section className="table-say" aria-live="polite">
            {asking ? (
              <Asking
                question={asking}
                sheet={sheet}
                visitId={sheet.visit.id}
                visit={visit}
                plan={plan}
                task={current}
                order={order}
                now={now}
                boxMinutes={boxMinutes}
                startedAt={sheet.visit.startedAt}
                whyNot={whyNotHere}
                onAct={act}
                onClose={() => ask(null)}
              />
            ) : (
              <Step
                visitId={sheet.visit.id}
                dog={sheet.dog.name}
                task={current}
                at={at}
                inHand={inHand ?? current}
                onAt={goTo}
                next={next}
                minutes={minutes}
                lateMinutes={now.lateMinutes}
                joins={joins}
                ends={strokeEnds(packs, body.views.side, current)}
                contactMinutes={contactOf(current, bath)}
                hot={heat !== null && heat.advice !== 'fine'}
                impatient={impatient}
                done={now.done}
                whyNot={whyNotHere}
                onSwapped={() => act({ kind: 'swapped', toolId: current.toolId ?? '' })}
                onEarly={() => setAsking('early')}
              />
            )}
          </section>
        </div>
      ) : (
        <>
          {asking === 'note' && (
            <AskingBox question="note" above={now.stops.length} back="Back" onClose={() => ask(null)}>
              <Notes
                task={null}
                onSay={(note) => {
                  act(note);
                  ask(null);
                }}
              />
            </AskingBox>
          )}
          <Finished
            heading={endHeading}
            now={now}
            order={order}
            visitId={sheet.visit.id}
            finishedAt={sheet.visit.finishedAt}
            events={events}
            onAct={act}
          />
        </>
      )}
      <nav className="table-keys" aria-label="At the table">
        <button type="button" className="table-key" onClick={back} disabled={now.last === null}>
          Back
        </button>
        {KEYS.map(([question, word]) => (
          <button
            key={question}
            type="button"
            className={question === 'stop' ? 'table-key stop' : 'table-key'}
            aria-pressed={asking === question}
            disabled={(current === null && question !== 'note') || (barred && !ALWAYS.includes(question))}
            onClick={() => ask(asking === question ? null : question)}
          >
            {word}
          </button>
        ))}
        <button
          type="button"
          className="table-key done"
          ref={doneKey}
          onClick={touchedDone}
          disabled={!current || barred}
        >
          Done, next
        </button>
      </nav>
    </main>
  );
}

/** A plan that a colleague saves stands above the step (`PlanNews`). */
const TELLS = ['choices'] as const;
/** Two touches sooner than this are one. */
const DOUBLE_TAP_MS = 350;
/** While the work is stopped nothing of it is done or skipped; these are always there. */
const ALWAYS: readonly Question[] = ['note', 'break', 'hurt', 'mat', 'stop'];
const KEYS: readonly (readonly [Question, string])[] = [
  ['stuck', 'Won’t pass'],
  ['measure', 'Measure'],
  ['mat', 'Mat found'],
  ['note', 'Note'],
  ['skip', 'Skip'],
  ['break', 'Break'],
  ['early', 'Short of time'],
  ['hurt', 'Nick, redness'],
  ['stop', 'Stop'],
];

const contactOf = (task: Task, bath: ReturnType<typeof useWork>['bath']): number =>
  bath.steps.find(({ id }) => task.id === `bath:${id}`)?.contactMinutes ?? 0;
