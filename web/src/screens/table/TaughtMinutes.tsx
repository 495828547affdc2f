import type { LoggedPart, TableAct, TableEvent } from '@kurrel/core';
import { isOddLog, recordOf, teaches } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { minutesWhole } from '../../parts/taskWords.ts';

interface TaughtMinutesProps {
  readonly events: readonly TableEvent[];
  readonly onAct: (act: TableAct) => void;
}

const { spread, parts } = packs.times;
const nameOf = ({ part }: LoggedPart) => parts.find(({ id }) => id === part)?.name ?? part;
const against = (log: LoggedPart) =>
  `${nameOf(log)}: ${minutesWhole(log.minutes)}, ${minutesWhole(log.expectedMinutes)} expected`;

/** What this visit's minutes teach for the next: what is far off is asked about and counts only then; any of it is taken out again here. */
export function TaughtMinutes({ events, onAct }: TaughtMinutesProps) {
  const logs = recordOf(events, {}).parts;
  const asked = logs.filter((log) => log.counts === undefined && isOddLog(log, spread));
  const say = (log: LoggedPart, counts: boolean) => onAct({ kind: 'counted', part: log.part, counts });
  if (logs.length === 0) return null;
  return (
    <>
      {asked.length > 0 && (
        <section className="table-caution" aria-label="Minutes to ask about">
          <p>Far from what was expected. Was it so, or tapped through?</p>
          <ul>
            {asked.map((log) => (
              <li key={log.part}>
                {against(log)}
                <span className="table-choices">
                  <button type="button" className="table-key quiet" onClick={() => say(log, true)}>
                    It was so: count it
                  </button>
                  <button type="button" className="table-key quiet" onClick={() => say(log, false)}>
                    Leave it out
                  </button>
                </span>
              </li>
            ))}
          </ul>
          <p>Until somebody says so, the next visit’s minutes do not learn from it.</p>
        </section>
      )}
      <details>
        <summary>What these minutes teach</summary>
        <ul>
          {logs.map((log) => (
            <li key={log.part}>
              {against(log)}{' '}
              <button
                type="button"
                className="table-key quiet"
                aria-pressed={teaches(log, spread)}
                onClick={() => say(log, !teaches(log, spread))}
              >
                {teaches(log, spread) ? 'counted · take it out' : 'not counted · count it'}
              </button>
            </li>
          ))}
        </ul>
      </details>
    </>
  );
}
