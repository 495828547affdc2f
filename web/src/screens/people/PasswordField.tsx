import { LEAST_PASSWORD } from '@kurrel/contract';
import Form from 'react-bootstrap/Form';

interface PasswordFieldProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly old?: boolean;
  readonly onChange: (password: string) => void;
}

/** A password, one's own old one or a new one. */
export const PasswordField = ({ id, label, value, old = false, onChange }: PasswordFieldProps) => (
  <Form.Group controlId={id}>
    <Form.Label>{label}</Form.Label>
    <Form.Control
      type="password"
      autoComplete={old ? 'current-password' : 'new-password'}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    />
    {!old && <Form.Text>At least {LEAST_PASSWORD} characters: a few words do well.</Form.Text>}
  </Form.Group>
);
