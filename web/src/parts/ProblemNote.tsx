import type { Problem } from '@kurrel/contract';
import Alert from 'react-bootstrap/Alert';
import Button from 'react-bootstrap/Button';
import { useEffect, useRef } from 'react';

/** A refusal in the salon's words: what, where, what to do. It comes into view, wherever the button was. */
export function ProblemNote({
  problem,
  onRetry,
}: {
  readonly problem: Problem;
  readonly onRetry?: () => void;
}) {
  const note = useRef<HTMLDivElement>(null);
  useEffect(() => {
    note.current?.scrollIntoView({ block: 'nearest' });
  }, [problem]);
  return (
    <Alert ref={note} variant="danger" className="problem">
      <strong>{problem.title}.</strong> {problem.detail}
      {problem.fields && problem.fields.length > 0 && (
        <ul className="mb-0">
          {problem.fields.map((field) => (
            <li key={field.path}>{field.message}</li>
          ))}
        </ul>
      )}
      {onRetry && (
        <Button variant="outline-danger" size="sm" className="ms-3" onClick={onRetry}>
          Try again
        </Button>
      )}
    </Alert>
  );
}
