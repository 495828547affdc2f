import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { problemOf } from '../../app/api/problem.ts';
import {
  useChangePasswordMutation,
  useEndSessionMutation,
  useEndSessionsMutation,
  useSessionQuery,
  useSessionsQuery,
} from '../../app/api/session.ts';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useTimes } from '../../parts/times.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { PasswordField } from './PasswordField.tsx';
import { Title } from '../../parts/Title.tsx';

/** Where one is signed in, and one's own password. */
export function Me() {
  const dispatch = useAppDispatch();
  const { data: session } = useSessionQuery();
  const { data: open = [], error } = useSessionsQuery();
  const [end] = useEndSessionMutation();
  const [endAll] = useEndSessionsMutation();
  const [change, changed] = useChangePasswordMutation();
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const { dayTime } = useTimes();
  const save = async () => {
    const answer = await change({ old, password });
    if (answer.error !== undefined) return;
    setOld('');
    setPassword('');
    dispatch(notify({ text: 'Your password is changed; your other sessions are ended.' }));
  };
  return (
    <main id="content" className="page people">
      <Title of={[session?.person.name]} />
      <div className="page-head">
        <h1>{session?.person.name}</h1>
      </div>
      <h2>Where you are signed in</h2>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      <ul className="member-list">
        {open.map(({ id, startedAt, seenAt, agent, here }) => (
          <li key={id}>
            <span>
              <strong>{here ? 'Here' : deviceOf(agent)}</strong>
              <span className="muted">
                {' '}
                since {dayTime(startedAt)}, last used {dayTime(seenAt)}
              </span>
            </span>
            {!here && (
              <Button variant="outline-danger" onClick={() => void end(id)}>
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
      {open.length > 1 && (
        <Button variant="outline-danger" onClick={() => void endAll()}>
          End all others
        </Button>
      )}
      <form
        className="dog-form mt-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <fieldset>
          <legend>Your password</legend>
          {changed.error !== undefined && <ProblemNote problem={problemOf(changed.error)} />}
          <div className="grid">
            <PasswordField id="old-password" label="Current password" value={old} old onChange={setOld} />
            <PasswordField id="new-password" label="A new one" value={password} onChange={setPassword} />
          </div>
          <Button type="submit">Change it</Button>
        </fieldset>
      </form>
    </main>
  );
}

/** A browser's own words, short. */
function deviceOf(agent: string): string {
  const system = /Android|iPhone|iPad|Windows|Mac OS|Linux/.exec(agent)?.[0] ?? 'some device';
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0] ?? 'a browser';
  return `${browser === 'Edg' ? 'Edge' : browser} on ${system}`;
}
