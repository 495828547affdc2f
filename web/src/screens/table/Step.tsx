import type { Join, TableNow, Task } from '@kurrel/core';
import { leftNumber } from '@kurrel/core';
import { formStepWord, fullSentence, joinSentence, pathSentence, sentence } from '@kurrel/words';
import { useSessionQuery } from '../../app/api/session.ts';
import { useAppSelector } from '../../app/store.ts';
import { ContactTimer } from '../../parts/ContactTimer.tsx';
import {
  kindsWord,
  lengthsOf,
  minutesWhole,
  placesWord,
  stanceWord,
  taskWord,
  toolWord,
} from '../../parts/taskWords.ts';
import type { Wanted } from './mayTake.ts';
import { PairOffer } from './PairOffer.tsx';

interface StepProps {
  readonly visitId: string;
  readonly dog: string;
  readonly task: Task;
  /** Of a form: which of its steps is in hand, and to go on to another. */
  readonly at: number;
  /** The card with the places and the tool of that step. */
  readonly inHand: Task;
  readonly onAt: (at: number) => void;
  readonly next: Task | null;
  readonly minutes: number;
  readonly lateMinutes: number;
  /** Where its run goes on into another place. */
  readonly joins: readonly Join[];
  /** From which place to which the tool runs. */
  readonly ends: { readonly from: string; readonly to: string } | null;
  readonly contactMinutes: number;
  /** The blade wants a try on the wrist. */
  readonly hot: boolean;
  /** The dog has nearly had enough. */
  readonly impatient: boolean;
  readonly done: TableNow['done'];
  readonly whyNot: (wanted: Wanted) => string | null;
  readonly onSwapped: () => void;
  readonly onEarly: () => void;
}

/** The step in hand in words: where, how long, with what, how the dog is held, what to mind, what comes next. */
export function Step(props: StepProps) {
  const { task, inHand, next, joins, ends } = props;
  const unit = useAppSelector((state) => state.preferences.unit);
  const left = lengthsOf(inHand);
  const learning = useSessionQuery().data?.person.role === 'trainee';
  return (
    <>
      <p className="table-where">{taskWord(task)}</p>
      {left.length > 0 && (
        <p className={left.length > 1 ? 'table-length several' : 'table-length'}>
          {[...new Set([left[0], left.at(-1)])].map((mm) => leftNumber(mm ?? 0, unit)).join('–')}{' '}
          <span>{unit}</span>
        </p>
      )}
      {left.length > 1 && <p className="table-how">{placesWord(inHand, unit)}</p>}
      <p className="table-tool">{toolWord(inHand)}</p>
      <FormSteps task={task} at={props.at} onAt={props.onAt} />
      {task.path && task.again === null && <p className="table-how">{pathSentence(task.path)}</p>}
      {ends && task.path === null && task.again === null && (
        <p className="table-how">
          From {ends.from} to {ends.to}
        </p>
      )}
      <p className="table-how">
        {[stanceWord(task), task.hold ?? '', ...task.how].filter(Boolean).map(fullSentence).join(' ')}
      </p>
      {learning && task.craft.length > 0 && <p className="table-craft">{task.craft.join(' ')}</p>}
      {joins.length > 0 && task.again === null && (
        <p className="table-how">{joins.map((join) => joinSentence(join, unit)).join('; ')}</p>
      )}
      {task.secondHands && (
        <p className="table-caution">
          {task.secondHands.text} {task.secondHands.alone}
        </p>
      )}
      {task.cautions.length > 0 && (
        <ul className="table-caution" aria-label="Mind">
          {task.cautions.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
      {props.hot && (
        <p className="table-caution">
          Try the blade on your wrist.{' '}
          <button type="button" onClick={props.onSwapped}>
            Swapped it
          </button>
        </p>
      )}
      {props.contactMinutes > 0 && (
        <ContactTimer
          id={`${props.visitId}:${task.id}`}
          dog={props.dog}
          minutes={props.contactMinutes}
          what={task.tool}
        />
      )}
      <PairOffer task={task} done={props.done} whyNot={props.whyNot} />
      {props.impatient && (
        <p className="table-caution">
          The dog is nearly out of patience.{' '}
          <button type="button" onClick={props.onEarly}>
            What is left?
          </button>
        </p>
      )}
      <p className="table-then">
        {minutesWhole(props.minutes)} of {minutesWhole(task.minutes)}
        {props.lateMinutes > 1.5 && ` · ${Math.round(props.lateMinutes)} min late`}
        {next && ` · then: ${taskWord(next)}, ${toolWord(next) === toolWord(task) ? 'same tool' : next.tool}`}
      </p>
    </>
  );
}

/** The steps of a form, the one in hand marked; a touch goes to any of them. None is a card: done is done for all. */
function FormSteps({ task, at, onAt }: Pick<StepProps, 'task' | 'at' | 'onAt'>) {
  if (task.steps.length === 0) return null;
  return (
    <ol className="table-steps" aria-label="Steps">
      {task.steps.map((step, i) => (
        <li key={i} aria-current={i === at ? 'step' : undefined} className={i < at ? 'behind' : undefined}>
          <button type="button" onClick={() => onAt(i)}>
            <strong>
              {formStepWord(step)}, {step.tool}
            </strong>
            <span>{sentence([kindsWord(step.zones), step.how].filter(Boolean).join(': '))}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}
