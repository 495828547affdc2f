import { useEffect, useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import InputGroup from 'react-bootstrap/InputGroup';

interface NumberFieldProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number | null;
  readonly placeholder?: string;
  readonly lo: number;
  readonly hi: number;
  /** What is said of a number that cannot be. */
  readonly refusal: string;
  readonly onNumber: (value: number) => void;
  readonly onEmpty?: () => void;
}

/** A plain number; what cannot be one is refused in place and kept to mend. */
export function NumberField(props: NumberFieldProps) {
  const { label, unit, value, placeholder, lo, hi, refusal, onNumber, onEmpty } = props;
  const id = useId();
  const shown = value === null ? '' : String(value);
  const [text, setText] = useState(shown);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setText(shown);
    setWrong(false);
  }, [shown]);
  const commit = () => {
    if (text === shown) return setWrong(false);
    if (text.trim() === '' && onEmpty) {
      setWrong(false);
      return onEmpty();
    }
    const number = Number(text.replace(',', '.'));
    const fine = text.trim() !== '' && Number.isFinite(number) && number >= lo && number <= hi;
    setWrong(!fine);
    if (fine) onNumber(number);
  };
  return (
    <Form.Group controlId={id} className="number-field">
      <Form.Label>{label}</Form.Label>
      <InputGroup hasValidation>
        <Form.Control
          value={text}
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          isInvalid={wrong}
          aria-describedby={wrong ? `${id}-problem` : undefined}
          onChange={(event) => setText(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            commit();
          }}
        />
        <InputGroup.Text>{unit}</InputGroup.Text>
        <Form.Control.Feedback type="invalid" id={`${id}-problem`}>
          {refusal}
        </Form.Control.Feedback>
      </InputGroup>
    </Form.Group>
  );
}
