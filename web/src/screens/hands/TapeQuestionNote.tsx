import type { TapeQuestion } from '@kurrel/core';
import Button from 'react-bootstrap/Button';
import { tapeWord } from '../../parts/words.ts';

/** A reading unusual for the breed: measured twice, or taken back. */
export function TapeQuestionNote({
  question,
  breed,
  onConfirm,
  onDrop,
}: {
  readonly question: TapeQuestion;
  readonly breed: string;
  readonly onConfirm: () => void;
  readonly onDrop: () => void;
}) {
  const { key, value, usual, impossible } = question;
  const unit = key === 'weightKg' ? 'kg' : 'mm';
  const [lo, hi] = usual.map((n) => Math.round(n));
  return (
    <div className="conflict question" role="alert">
      <span>
        <strong>
          {tapeWord[key]} {value} {unit}?
        </strong>{' '}
        {impossible
          ? 'No dog measures that: check the tape and the unit.'
          : `A ${breed} usually has ${lo} to ${hi} ${unit}.`}
      </span>
      {!impossible && (
        <Button size="sm" variant="outline-primary" onClick={onConfirm}>
          Measured twice: it is {value} {unit}
        </Button>
      )}
      <Button size="sm" onClick={onDrop}>
        Take it back
      </Button>
    </div>
  );
}
