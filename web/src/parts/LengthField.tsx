import type { LengthUnit } from '@kurrel/core';
import { lengthNumber, parseLength } from '@kurrel/core';
import type { RefObject } from 'react';
import { useEffect, useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import InputGroup from 'react-bootstrap/InputGroup';
import { lengthProblemWord } from '@kurrel/words';

interface LengthFieldProps {
  readonly label: string;
  readonly mm: number | null;
  readonly unit: LengthUnit;
  readonly onLength: (mm: number) => void;
  /** Called instead with null when the field is emptied; without it an empty field is refused. */
  readonly onEmpty?: () => void;
  readonly inputRef?: RefObject<HTMLInputElement | null>;
  /** Why this length cannot be, beyond being one. */
  readonly refuse?: (mm: number) => string | null;
  readonly placeholder?: string;
}

/** A length typed as people type it: 13, 13mm, 1/2, ½. What cannot be one is refused in place and kept to mend. */
export function LengthField({
  label,
  mm,
  unit,
  onLength,
  onEmpty,
  inputRef,
  refuse,
  placeholder,
}: LengthFieldProps) {
  const id = useId();
  const shown = mm === null ? '' : lengthNumber(mm, unit);
  const [text, setText] = useState(shown);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    setText(shown);
    setMessage(null);
  }, [shown]);

  const commit = () => {
    if (text === shown) {
      setMessage(null);
      return;
    }
    if (text.trim() === '' && onEmpty) {
      setMessage(null);
      onEmpty();
      return;
    }
    const parsed = parseLength(text, unit);
    const problem = parsed.ok ? (refuse?.(parsed.mm) ?? null) : lengthProblemWord(parsed.reason, unit);
    setMessage(problem);
    if (parsed.ok && problem === null) onLength(parsed.mm);
  };

  return (
    <Form.Group controlId={id} className="length-field">
      <Form.Label>{label}</Form.Label>
      <InputGroup hasValidation>
        <Form.Control
          ref={inputRef}
          value={text}
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          isInvalid={message !== null}
          aria-describedby={message === null ? undefined : `${id}-problem`}
          onChange={(event) => setText(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              event.preventDefault();
              commit();
            }
            if (event.key === 'Escape') {
              setText(shown);
              setMessage(null);
            }
          }}
        />
        <InputGroup.Text>{unit}</InputGroup.Text>
        <Form.Control.Feedback type="invalid" id={`${id}-problem`}>
          {message}
        </Form.Control.Feedback>
      </InputGroup>
    </Form.Group>
  );
}
