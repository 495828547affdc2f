import { yupResolver } from '@hookform/resolvers/yup';
import type { Member, NewPerson, SecurityEvent } from '@kurrel/contract';
import { newPersonSchema, ROLES } from '@kurrel/contract';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { problemOf } from '../../app/api/problem.ts';
import {
  useAddPersonMutation,
  useEnablePersonMutation,
  usePeopleQuery,
  useResetPasswordMutation,
  useSavePersonMutation,
  useSecurityLogQuery,
} from '../../app/api/salon.ts';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useTimes } from '../../parts/times.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { PasswordField } from './PasswordField.tsx';
import { Title } from '../../parts/Title.tsx';

/** Who works in the salon and what they may do; the lead's page. */
export function People() {
  const { data: members, error, refetch } = usePeopleQuery();
  if (error !== undefined) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!members) return <Loading what="the people" />;
  return (
    <main id="content" className="page people">
      <Title of={['People']} />
      <div className="page-head">
        <h1>People</h1>
      </div>
      <ul className="member-list">
        {members.map((member) => (
          <MemberLine key={`${member.id} ${member.version}`} member={member} />
        ))}
      </ul>
      <AddPerson />
      <Log />
    </main>
  );
}

function MemberLine({ member }: { readonly member: Member }) {
  const dispatch = useAppDispatch();
  const [save, saved] = useSavePersonMutation();
  const [enable, enabled] = useEnablePersonMutation();
  const [reset, done] = useResetPasswordMutation();
  const [password, setPassword] = useState<string | null>(null);
  const { id, name, role, hand, login, disabled, version } = member;
  const error = saved.error ?? enabled.error ?? done.error;
  const setNew = async () => {
    if (password === null) return;
    const answer = await reset({ id, password });
    if (answer.error !== undefined) return;
    setPassword(null);
    dispatch(notify({ text: `${name} signs in with the new password from now on.` }));
  };
  return (
    <li className={disabled ? 'disabled' : ''}>
      <span>
        <strong>{name}</strong>
        <span className="muted"> signs in as {login}</span>
        {disabled && <span className="badge-stop"> cannot sign in</span>}
      </span>
      <Form.Select
        aria-label={`What ${name} may do`}
        value={role}
        disabled={disabled}
        onChange={(event) =>
          void save({ id, version, facts: { name, hand, role: event.target.value as Member['role'] } })
        }
      >
        {ROLES.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </Form.Select>
      <Form.Select
        aria-label={`${name} cuts with`}
        value={hand}
        disabled={disabled}
        onChange={(event) =>
          void save({ id, version, facts: { name, role, hand: event.target.value as Member['hand'] } })
        }
      >
        <option value="right">right hand</option>
        <option value="left">left hand</option>
      </Form.Select>
      <Button variant="outline-secondary" onClick={() => setPassword(password === null ? '' : null)}>
        New password
      </Button>
      <Button
        variant={disabled ? 'outline-primary' : 'outline-danger'}
        onClick={() => void enable({ id, on: disabled })}
      >
        {disabled ? 'Allow sign-in' : 'Block sign-in'}
      </Button>
      {password !== null && (
        <form
          className="wide"
          onSubmit={(event) => {
            event.preventDefault();
            void setNew();
          }}
        >
          <PasswordField
            id={`password-${id}`}
            label={`New password for ${name}`}
            value={password}
            onChange={setPassword}
          />
          <Button type="submit">Set it</Button>
        </form>
      )}
      {error !== undefined && (
        <div className="wide">
          <ProblemNote problem={problemOf(error)} />
        </div>
      )}
    </li>
  );
}

const BLANK: NewPerson = { login: '', name: '', role: 'trainee', hand: 'right', password: '' };

function AddPerson() {
  const dispatch = useAppDispatch();
  const [add, { error, isLoading }] = useAddPersonMutation();
  const { register, handleSubmit, reset, formState } = useForm<NewPerson>({
    resolver: yupResolver(newPersonSchema) as never,
    defaultValues: BLANK,
  });
  const { errors } = formState;
  const submit = handleSubmit(async (person) => {
    const answer = await add(person);
    if (answer.error !== undefined) return;
    reset(BLANK);
    dispatch(notify({ text: `${person.name} can sign in as ${answer.data.login}.` }));
  });
  return (
    <Form noValidate className="dog-form" onSubmit={(event) => void submit(event)}>
      <fieldset>
        <legend>Somebody new</legend>
        {error !== undefined && <ProblemNote problem={problemOf(error)} />}
        <div className="grid">
          {(['name', 'login', 'password'] as const).map((field) => (
            <Form.Group key={field} controlId={`new-${field}`}>
              <Form.Label>{FIELD[field]}</Form.Label>
              <Form.Control
                type={field === 'password' ? 'password' : 'text'}
                autoComplete={field === 'password' ? 'new-password' : 'off'}
                isInvalid={!!errors[field]}
                {...register(field)}
              />
              <Form.Control.Feedback type="invalid">{errors[field]?.message}</Form.Control.Feedback>
            </Form.Group>
          ))}
          <Form.Group controlId="new-role">
            <Form.Label>Role</Form.Label>
            <Form.Select {...register('role')}>
              {ROLES.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="new-hand">
            <Form.Label>Cuts with</Form.Label>
            <Form.Select {...register('hand')}>
              <option value="right">right hand</option>
              <option value="left">left hand</option>
            </Form.Select>
          </Form.Group>
        </div>
        <Button type="submit" className="mt-3" disabled={isLoading}>
          Add
        </Button>
      </fieldset>
    </Form>
  );
}

const FIELD = { name: 'Name', login: 'Sign-in name', password: 'First password' } as const;

function Log() {
  const { data: lines } = useSecurityLogQuery();
  const { dayTime } = useTimes();
  if (!lines || lines.length === 0) return null;
  return (
    <section aria-label="Who signed in and what was changed">
      <h2>Who signed in, what was changed</h2>
      <ol className="security-log">
        {lines.slice(0, 40).map(({ at, event, by, about, address }, index) => (
          <li key={`${at} ${index}`}>
            <time dateTime={at}>{dayTime(at)}</time> {EVENT[event](by ?? 'somebody', about ?? '')}
            <span className="muted"> from {address}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const EVENT: Readonly<Record<SecurityEvent, (by: string, about: string) => string>> = {
  'signed-in': (by) => `${by} signed in`,
  'sign-in-failed': (_by, about) => `somebody tried to sign in as ${about} and failed`,
  'signed-out': (by) => `${by} signed out`,
  'sessions-ended': (by) => `${by} ended other sessions of their own`,
  'password-changed': (by) => `${by} changed their password`,
  'password-reset': (by, about) => `${by} set a new password for ${about}`,
  'person-added': (by, about) => `${by} added ${about}`,
  'person-changed': (by, about) => `${by} changed what ${about} may do`,
  'person-disabled': (by, about) => `${by} lets ${about} in no longer`,
  'person-enabled': (by, about) => `${by} lets ${about} in again`,
  'owner-exported': (by) => `${by} copied what is kept of an owner`,
  'owner-erased': (by) => `${by} erased an owner’s name`,
};
