import type { VisitSheet } from '@kurrel/contract';
import type { Case, Plan, TableAct, TableNow, Task } from '@kurrel/core';
import { formatLength, parseLength, summarise } from '@kurrel/core';
import type { ReactNode } from 'react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../../app/store.ts';
import { taskWord } from '../../parts/taskWords.ts';
import { useGauge } from '../../parts/useGauge.ts';
import { zoneWord } from '../../parts/words.ts';
import { BreakMinutes } from './BreakMinutes.tsx';
import { Early } from './Early.tsx';
import type { Wanted } from './mayTake.ts';
import { Notes } from './Notes.tsx';
import { Stuck } from './Stuck.tsx';

export type Question = 'stuck' | 'measure' | 'mat' | 'note' | 'skip' | 'break' | 'early' | 'hurt' | 'stop';

export interface AskingProps {
  readonly visitId: string;
  readonly sheet: VisitSheet;
  readonly question: Question;
  readonly visit: Case;
  readonly plan: Plan;
  readonly task: Task;
  readonly order: readonly Task[];
  readonly now: TableNow;
  readonly boxMinutes: number;
  readonly startedAt: string | null;
  readonly whyNot: (wanted: Wanted) => string | null;
  readonly onAct: (act: TableAct) => void;
  readonly onClose: () => void;
}

/** One question about the step in hand with its answers as big keys; one touch answers most of them. */
export function Asking(props: AskingProps) {
  const { question, now, onClose } = props;
  return (
    // A stop that comes up stands above the question and would push its answers down behind the keys.
    <AskingBox question={question} above={now.stops.length} back="Back to the step" onClose={onClose}>
      <Answers key={question} {...props} />
    </AskingBox>
  );
}

interface AskingBoxProps {
  readonly question: Question;
  /** How many things stand above the question. */
  readonly above: number;
  /** The way out, in words. */
  readonly back: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A question, in view with the focus on its first answer. */
export function AskingBox({ question, above, back, onClose, children }: AskingBoxProps) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>('button, input')?.focus();
  }, [question]);
  useEffect(() => {
    box.current?.scrollIntoView({ block: 'nearest' });
  }, [question, above]);
  return (
    <div className="asking" ref={box} role="group" aria-label={TITLE[question]}>
      <p className="table-where">{TITLE[question]}</p>
      {children}
      <button type="button" className="table-key quiet" onClick={onClose}>
        {back}
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
  early: 'How long have you got?',
  hurt: 'What is it?',
  stop: 'Stopped. What is it?',
};

const SKIPS = ['dog has had enough', 'nothing to do here', 'owner said no', 'another day'];
const STOPS = ['wound or sore', 'collapse or breathing', 'it bites', 'something else'];

function Answers(props: AskingProps) {
  const { question, task, now, onAct, onClose } = props;
  // What hurt or was found in a run is said of no place before somebody has named it.
  const several = task.zones.length > 1;
  const mayBeOpen = several && (question === 'hurt' || question === 'mat');
  const [place, setPlace] = useState(mayBeOpen ? null : task.zone);
  const where = several && (
    <Where zones={task.zones} chosen={place} mayBeOpen={mayBeOpen} onChoose={setPlace} />
  );
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
      return keys(SKIPS, (reason) => ({
        kind: 'skipped',
        task: task.id,
        reason,
        ...(task.zones.length > 1 ? { name: taskWord(task) } : {}),
      }));
    case 'note':
      return <Notes task={task.id} onSay={say} />;
    case 'stop': {
      const stop = now.stops.at(-1);
      return stop ? keys(STOPS, (text) => ({ kind: 'stop-named', stop: stop.id, text })) : null;
    }
    case 'hurt':
      return (
        <>
          {where}
          {keys(['nick', 'redness'], (what) => ({
            kind: 'hurt',
            zone: place,
            what: what === 'nick' ? 'nick' : 'redness',
          }))}
        </>
      );
    case 'mat':
      return (
        <>
          {where}
          <div className="answers">
            <button
              type="button"
              className="table-key"
              onClick={() => say({ kind: 'mat-found', zone: place })}
            >
              Note it here
            </button>
            <Link
              className="table-key"
              to={`../hands${place === null ? '' : `?zone=${place}`}`}
              relative="path"
            >
              Measure it: to the sheet of findings
            </Link>
          </div>
        </>
      );
    case 'break':
      return <BreakMinutes visitId={props.visitId} onSay={say} onNone={props.onClose} />;
    case 'measure':
      return (
        <>
          {where}
          <Measure {...props} key={place} place={place} onSay={say} />
        </>
      );
    case 'stuck':
      return (
        <>
          {where}
          <Stuck {...props} place={place} onSay={say} />
        </>
      );
    case 'early':
      return <Early {...props} onSay={say} />;
  }
}

export interface Saying {
  readonly onSay: (act: TableAct) => void;
}

interface WhereProps {
  readonly zones: readonly string[];
  readonly chosen: string | null;
  readonly mayBeOpen: boolean;
  readonly onChoose: (zone: string | null) => void;
}

/** Which of the places of a step is meant. */
function Where({ zones, chosen, mayBeOpen, onChoose }: WhereProps) {
  return (
    <label className="table-field">
      Where
      <select value={chosen ?? ''} onChange={(event) => onChoose(event.target.value || null)}>
        {mayBeOpen && <option value="">not said</option>}
        {zones.map((zone) => (
          <option key={zone} value={zone}>
            {zoneWord(zone)}
          </option>
        ))}
      </select>
    </label>
  );
}

function Measure({
  visitId,
  task,
  place: zone,
  onSay,
}: AskingProps & Saying & { readonly place: string | null }) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const plannedMm = task.lengths[task.zones.indexOf(zone ?? '')] ?? task.leavesMm;
  const gauge = useGauge(visitId, zone ?? '', () => undefined, plannedMm);
  const reading = gauge.state === 'reading' || gauge.state === 'lost';
  const summary = summarise(gauge.readings);
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState(false);
  if (zone === null) return <p className="table-how">Nothing is left at a length in this step.</p>;
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
        Stretched, skin to tip, {unit}; planned {formatLength(plannedMm ?? 0, unit)}
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
      <button type="button" className="table-key" onClick={reading ? gauge.stop : gauge.start}>
        {reading ? 'Stop the gauge' : 'Read with the gauge'}
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
