import type { StepChange, Task } from '@kurrel/core';
import { useAppSelector } from '../../app/store.ts';
import { leftWord, taskWord, toolWord } from '../../parts/taskWords.ts';
import { useTimes } from '../../parts/times.ts';
import type { PlanNews as News } from './useStepInHand.ts';

interface PlanNewsProps {
  readonly news: News;
  readonly onSeen: () => void;
  readonly onTakeNow: () => void;
}

/** What a colleague's plan does otherwise from here on. */
export function PlanNews({ news, onSeen, onTakeNow }: PlanNewsProps) {
  const times = useTimes();
  const unit = useAppSelector((state) => state.preferences.unit);
  const how = (task: Task) => [toolWord(task), leftWord(task, unit)].filter(Boolean).join(', ');
  const word = ({ before, after }: StepChange): string => {
    if (!after) return `${taskWord(before)}: left out`;
    if (before && how(before) === how(after)) return `${taskWord(after)}: ${how(after)}, at other places`;
    return before
      ? `${taskWord(after)}: ${how(after)}, in place of ${how(before)}`
      : `${taskWord(after)}: new, ${how(after)}`;
  };
  const { by, at, changes, finishing } = news;
  return (
    <div className="table-alert" role="status" aria-label="A newer plan">
      <strong>
        {by} saved the plan at {times.time(at)}.
      </strong>{' '}
      {finishing
        ? 'This step finishes as it was; the rest follows the new plan.'
        : 'What is left follows it.'}
      <details>
        <summary>{changes.length === 1 ? 'One step changes' : `${changes.length} steps change`}</summary>
        <ul>
          {changes.map((change) => (
            <li key={(change.before ?? change.after).id}>{word(change)}</li>
          ))}
        </ul>
      </details>
      <p className="table-choices">
        {finishing && (
          <button type="button" className="table-key quiet" onClick={onTakeNow}>
            Take it for this step too
          </button>
        )}
        <button type="button" className="table-key quiet" onClick={onSeen}>
          Seen
        </button>
      </p>
    </div>
  );
}
