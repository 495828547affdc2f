import type { VisitSheet } from '@kurrel/contract';
import { useState } from 'react';
import { problemOf } from '../../app/api/problem.ts';
import { useStartVisitMutation } from '../../app/api/visit.ts';
import { useAppDispatch } from '../../app/store.ts';
import { changedSinceSigned } from '../../parts/signedThen.ts';
import { savePart } from '../../visit/visit.ts';

interface NotStartedProps {
  readonly sheet: VisitSheet;
  /** Goes on without: the server marks what is done. */
  readonly onWithout: () => void;
}

/** A visit that nobody has saved or started: both in one touch, before the first step. */
export function NotStarted({ sheet, onWithout }: NotStartedProps) {
  const dispatch = useAppDispatch();
  const [start, { error, isLoading }] = useStartVisitMutation();
  const [saving, setSaving] = useState(false);
  const begin = async () => {
    setSaving(true);
    if (sheet.saved === null) await dispatch(savePart('choices'));
    await start({ visitId: sheet.visit.id, started: true });
    setSaving(false);
  };
  const changed = changedSinceSigned(sheet);
  const problem = error === undefined ? null : problemOf(error);
  return (
    <div className="table-alert" role="group" aria-label="Not started yet">
      <strong>{sheet.saved === null ? 'Not saved and not started yet.' : 'Not started yet.'}</strong>{' '}
      {changed !== null && <span>{changed} </span>}
      {problem && <span role="alert">{problem.detail} </span>}
      <button type="button" className="table-key" disabled={saving || isLoading} onClick={() => void begin()}>
        {sheet.saved === null ? 'Save and start' : changed === null ? 'Start' : 'Start the unsigned change'}
      </button>
      {problem?.status === 0 && (
        <button type="button" className="table-key quiet" onClick={onWithout}>
          Go on without: what is done is kept and marked
        </button>
      )}
    </div>
  );
}
