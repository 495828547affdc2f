import type { LogState } from '../../visit/acts.ts';

/** Whether what was done has reached the server. */
export function SendState({ state, waiting }: Pick<LogState, 'state' | 'waiting'>) {
  const says =
    state === 'signed-out'
      ? 'sign in to send'
      : waiting === 0
        ? 'all sent'
        : state === 'retrying'
          ? `${waiting} kept here, sent when the server is back`
          : `sending ${waiting}`;
  return (
    <span className="send-state muted" role="status" data-testid="send-state">
      {says}
    </span>
  );
}
