import type { VisitSheet } from '@kurrel/contract';
import type { Hands } from '@kurrel/core';
import Button from 'react-bootstrap/Button';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import type { Autosave } from './useAutosave.ts';

/** The findings are not on the server: why, and what can be done; nothing is lost meanwhile. */
export function SaveTrouble({
  autosave,
  onTheirs,
}: {
  readonly autosave: Autosave;
  readonly onTheirs: (hands: Hands) => void;
}) {
  const { problem, save } = autosave;
  if (!problem) return null;
  const theirs =
    problem.type === 'urn:kurrel:problem:changed-meanwhile' ? (problem.current as VisitSheet) : null;
  if (!theirs) return <ProblemNote problem={problem} onRetry={() => save()} />;
  const versions = { version: theirs.handsVersion, dogVersion: theirs.dog.version };
  return (
    <div className="conflict question" role="alert">
      <span>
        <strong>Somebody else wrote on this dog meanwhile.</strong> Yours is still here; nothing is lost.
      </span>
      <Button size="sm" variant="outline-primary" onClick={() => save(versions)}>
        Keep mine
      </Button>
      <Button
        size="sm"
        onClick={() => {
          onTheirs(theirs.hands);
          save(versions);
        }}
      >
        Take theirs
      </Button>
    </div>
  );
}
