import type { Problem } from '@kurrel/contract';
import Alert from 'react-bootstrap/Alert';
import Button from 'react-bootstrap/Button';

/** A refusal in the salon's words: what, where, what to do. */
export function ProblemNote({
  problem,
  onRetry,
}: {
  readonly problem: Problem;
  readonly onRetry?: () => void;
}) {
  return (
    <Alert variant="danger" className="problem">
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
