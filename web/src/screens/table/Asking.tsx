import type { Case, Plan, TableAct, TableNow, Task } from '@kurrel/core';
import { formatLength, otherSide, parseLength, restOfWork, stepDown, summarise } from '@kurrel/core';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { minutesWord } from '../../parts/taskWords.ts';
import { useGauge } from '../../parts/useGauge.ts';
import { takeTool } from './takeTool.ts';

export type Question = 'stuck' | 'measure' | 'mat' | 'note' | 'skip' | 'break' | 'early' | 'hurt' | 'stop';

interface AskingProps {
  readonly visitId: string;
  readonly question: Question;
  readonly visit: Case;
  readonly plan: Plan;
  readonly task: Task;
  readonly order: readonly Task[];
  readonly now: TableNow;
  readonly boxMinutes: number;
  readonly startedAt: string | null;
  readonly onAct: (act: TableAct) => void;
  readonly onClose: () => void;
}

/** One question with its answers as big keys; one touch answers most of them. */
export function Asking(props: AskingProps) {
  const { question, onClose } = props;
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>('button, input')?.focus();
  }, [question]);
  return (
    <div className="asking" ref={box} role="group" aria-label={TITLE[question]}>
      <p className="table-where">{TITLE[question]}</p>
      <Answers {...props} />
      <button type="button" className="table-key quiet" onClick={onClose}>
        Leave it
      </button>
    </div>
  );
}

const TITLE: Readonly<Record<Question, string>> = {
  stuck: 'It will not pass',
  measure: 'Measured here',
  mat: 'A mat here',
  note: 'Note',
  skip: 'Skip this step, why?',
  break: 'Break',
  early: 'How long is there?',
  hurt: 'What is it?',
  stop: 'Stop: what is it?',
};

const SKIPS = ['too much for it', 'nothing to do here', 'owner said no', 'another day'];
const NOTES = ['good as gold', 'sensitive here', 'pulls away', 'coat thinner than it looks', 'ask the owner'];
const STOPS = ['wound or sore', 'collapse or breathing', 'it bites', 'something else'];
const BREAKS = [5, 10, 15] as const;
const LEFT = [10, 20, 30, 45] as const;

function Answers(props: AskingProps) {
  const { question, task, onAct, onClose } = props;
  const say = (act: TableAct) => {
    onAct(act);
    onClose();
  };
  const keys = (words: readonly string[], act: (word: string) => TableAct) => (
    <div className="answers">
      {words.map((word) => (
        <button key={word} type="button" className="table-key" onClick={() => say(act(word))}>
          {word}
        </button>
      ))}
    </div>
  );
  switch (question) {
    case 'skip':
      return keys(SKIPS, (reason) => ({ kind: 'skipped', task: task.id, reason }));
    case 'note':
      return <Notes task={task} onSay={say} />;
    case 'stop':
      return keys(STOPS, (text) => ({ kind: 'stopped', text }));
    case 'hurt':
      return keys(['nick', 'redness'], (what) => ({
        kind: 'hurt',
        zone: task.zone,
        what: what === 'nick' ? 'nick' : 'redness',
      }));
    case 'mat':
      return (
        <div className="answers">
          <button
            type="button"
            className="table-key"
            onClick={() => say({ kind: 'mat-found', zone: task.zone })}
          >
            Note it here
          </button>
          <Link
            className="table-key"
            to={`../hands${task.zone === null ? '' : `?zone=${task.zone}`}`}
            relative="path"
          >
            Measure it: to the sheet of findings
          </Link>
        </div>
      );
    case 'break':
      return (
        <div className="answers">
          {BREAKS.map((minutes) => (
            <button
              key={minutes}
              type="button"
              className="table-key"
              onClick={() => say({ kind: 'rested', minutes })}
            >
              rested {minutes} min
            </button>
          ))}
        </div>
      );
    case 'measure':
      return <Measure {...props} onSay={say} />;
    case 'stuck':
      return <Stuck {...props} onSay={say} />;
    case 'early':
      return <Early {...props} onSay={say} />;
  }
}

interface Saying {
  readonly onSay: (act: TableAct) => void;
}

function Notes({ task, onSay }: { readonly task: Task } & Saying) {
  const [text, setText] = useState('');
  return (
    <>
      <div className="answers">
        {NOTES.map((word) => (
          <button
            key={word}
            type="button"
            className="table-key"
            onClick={() => onSay({ kind: 'note', task: task.id, text: word })}
          >
            {word}
          </button>
        ))}
      </div>
      <form
        className="table-field"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') onSay({ kind: 'note', task: task.id, text: text.trim().slice(0, 300) });
        }}
      >
        <label htmlFor="table-note">Or in your own words</label>
        <input
          id="table-note"
          value={text}
          maxLength={300}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="submit" className="table-key">
          Keep it
        </button>
      </form>
    </>
  );
}

function Measure({ visitId, task, onSay }: AskingProps & Saying) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const gauge = useGauge(visitId, task.zone ?? '', () => undefined, task.leavesMm);
  const summary = summarise(gauge.readings);
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState(false);
  if (task.zone === null) return <p className="table-how">Nothing is left at a length in this step.</p>;
  const { zone } = task;
  const keep = () => {
    const read = parseLength(text, unit);
    if (!read.ok) return setWrong(true);
    onSay({ kind: 'measured', zone, mm: read.mm, toolId: task.toolId, read: 'rule' });
  };
  return (
    <form
      className="table-field"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <label htmlFor="table-measure">
        Stretched, skin to tip, {unit}; planned {formatLength(task.leavesMm ?? 0, unit)}
      </label>
      <input
        id="table-measure"
        value={text}
        inputMode="decimal"
        aria-invalid={wrong}
        aria-describedby={wrong ? 'table-measure-wrong' : undefined}
        onChange={(event) => setText(event.target.value)}
      />
      {wrong && (
        <span id="table-measure-wrong" className="table-caution">
          A length like 13 or 1/2, no more than 400 mm.
        </span>
      )}
      <button type="submit" className="table-key">
        Keep it
      </button>
      <button
        type="button"
        className="table-key"
        onClick={gauge.state === 'reading' ? gauge.stop : gauge.start}
      >
        {gauge.state === 'reading' ? 'Stop the gauge' : 'Read with the gauge'}
      </button>
      <span role="status">
        {gauge.state === 'lost' && 'The gauge is lost; what it read is kept. '}
        {summary &&
          `${formatLength(summary.mm, unit)}, ${summary.readings} ${summary.readings === 1 ? 'reading' : 'readings'}`}
      </span>
      {summary && (
        <button
          type="button"
          className="table-key"
          onClick={() =>
            onSay({ kind: 'measured', zone, mm: summary.mm, toolId: task.toolId, read: 'gauge' })
          }
        >
          Keep {formatLength(summary.mm, unit)}
        </button>
      )}
    </form>
  );
}

function Stuck({ visit, plan, task, onSay }: AskingProps & Saying) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [both, setBoth] = useState(true);
  if (task.zone === null) return <p className="table-how">This step has no blade.</p>;
  const { zone } = task;
  const steps = stepDown(visit, plan, zone);
  const pair = otherSide(zone) === zone ? null : otherSide(zone);
  const take = (toolId: string) => {
    onSay({ kind: 'would-not-pass', zone, toolId: task.toolId, takenId: toolId });
    void dispatch(
      takeTool(pair && both ? [zone, pair] : [zone], toolId, 'with', 'the longer one would not pass'),
    );
  };
  return (
    <>
      {steps.length === 0 ? (
        <p className="table-caution">
          Nothing shorter is allowed on this skin. Leave it, cut it by hand, or stop and ask a vet.
        </p>
      ) : (
        <p className="table-how">One step shorter at a time, with the lay:</p>
      )}
      <div className="answers">
        {steps.slice(0, 4).map(({ toolId, label, leavesMm }) => (
          <button key={toolId} type="button" className="table-key" onClick={() => take(toolId)}>
            {label}: {formatLength(leavesMm, unit)}
          </button>
        ))}
        <button
          type="button"
          className="table-key"
          onClick={() => onSay({ kind: 'skipped', task: task.id, reason: 'would not pass: left' })}
        >
          leave it
        </button>
      </div>
      {pair && steps.length > 0 && (
        <label className="both">
          <input type="checkbox" checked={both} onChange={(event) => setBoth(event.target.checked)} /> the
          other side the same, so that they match
        </label>
      )}
    </>
  );
}

function Early({ order, now, visit, boxMinutes, startedAt, onSay }: AskingProps & Saying) {
  const spent = now.workedMinutes + now.restedMinutes;
  const [minutes, setMinutes] = useState<number | null>(null);
  const rest = restOfWork(order, now, {
    minutes: minutes ?? Math.max(5, boxMinutes - spent),
    patience: Math.max(
      1,
      now.patienceShare < 0.15 ? now.patienceMinutes + visit.standing.minutes : visit.standing.minutes,
    ),
    restMinutes: packs.times.pauseMinutes,
    sittingsPerVisit: packs.times.sittingsPerVisit,
    cosmetic: packs.times.cosmetic,
  });
  const names = (ids: readonly string[]) => [
    ...new Set(ids.flatMap((id) => order.find((one) => one.id === id)?.name ?? [])),
  ];
  return (
    <>
      <div className="answers">
        {LEFT.map((one) => (
          <button
            key={one}
            type="button"
            className="table-key"
            aria-pressed={minutes === one}
            onClick={() => setMinutes(one)}
          >
            {one} min
          </button>
        ))}
      </div>
      <p className="table-how">
        {minutesWord(rest.needMinutes)} of work are left{startedAt === null && ', not started yet'}.{' '}
        {rest.drop.length === 0 ? 'It fits.' : `Not done then: ${names(rest.drop).join(', ')}.`}
      </p>
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
            Do it all after all
          </button>
        )}
      </div>
      {rest.drop.length > 0 && (
        <p className="table-then">
          Say to the owner: {names(rest.drop).join(', ')} can wait; safe and clean it is.
        </p>
      )}
    </>
  );
}
