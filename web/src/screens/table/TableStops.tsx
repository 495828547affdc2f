import type { Role } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { Stop, TableAct, TableNow } from '@kurrel/core';
import { Link } from 'react-router';

interface TableStopsProps {
  readonly visitId: string;
  /** Of the sheet of findings. */
  readonly open: readonly Stop[];
  readonly now: TableNow;
  readonly role: Role;
  readonly onAct: (act: TableAct) => void;
}

/** A stop nobody has named yet. */
export const UNNAMED = 'stopped';

/** What stops the work, each stop by its name: answered by somebody who may, or ended here and referred, which anybody may. */
export function TableStops({ visitId, open, now, role, onAct }: TableStopsProps) {
  if (open.length === 0 && now.stops.length === 0) return null;
  return (
    <div className="table-stop" role="alert">
      {open.map(({ key, stop }) => (
        <p key={key}>
          <strong>Stop: {stop.name}.</strong> {stop.text}{' '}
          <Link to={`/visits/${visitId}/hands`}>Open findings</Link>
        </p>
      ))}
      {now.stops.map(({ id, text }) => (
        <p key={id}>
          <strong>{text === UNNAMED ? 'Stopped.' : `Stopped: ${text}.`}</strong> Nothing goes on until
          somebody has looked.{' '}
          {may(role, 'stop:answer') ? (
            <button
              type="button"
              className="table-key"
              onClick={() => onAct({ kind: 'went-on', stop: id })}
              aria-label={text === UNNAMED ? undefined : `It is all right: go on after ${text}`}
            >
              It is all right: go on
            </button>
          ) : (
            'A groomer or the lead answers it.'
          )}
        </p>
      ))}
      {now.ended === null && (
        <button
          type="button"
          className="table-key"
          onClick={() => onAct({ kind: 'ended', text: 'referred to a vet' })}
        >
          End here, refer to a vet
        </button>
      )}
    </div>
  );
}
