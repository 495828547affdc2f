import { yupResolver } from '@hookform/resolvers/yup';
import type { SignIn as SignInFacts } from '@kurrel/contract';
import { signInSchema } from '@kurrel/contract';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { useLocation, useNavigate } from 'react-router';
import { api } from '../../app/api/ask.ts';
import { problemOf } from '../../app/api/problem.ts';
import { sessionApi, useDemoSignInsQuery, useSignInMutation } from '../../app/api/session.ts';
import { useAppDispatch } from '../../app/store.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Title } from '../../parts/Title.tsx';

export function SignIn() {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const { data: demo = [] } = useDemoSignInsQuery();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const from = (useLocation().state as { from?: string } | null)?.from ?? '/';
  const { register, handleSubmit, setValue, formState } = useForm<SignInFacts>({
    resolver: yupResolver(signInSchema),
  });
  const { errors } = formState;

  const submit = handleSubmit(async (facts) => {
    const answer = await signIn(facts);
    if (answer.error) return;
    // Nothing of whoever was here before is shown to who is here now.
    dispatch(api.util.resetApiState());
    await dispatch(sessionApi.endpoints.session.initiate());
    await navigate(from, { replace: true });
  });

  return (
    <main className="sign-in">
      <Title of={['Sign in']} />
      <section>
        <h1 className="wordmark">Kurrel</h1>
        <p className="muted">What to leave where, with which blade or comb, and why.</p>
        <Form noValidate onSubmit={(event) => void submit(event)}>
          {error !== undefined && <ProblemNote problem={problemOf(error)} />}
          <Form.Group className="mb-3" controlId="login">
            <Form.Label>Sign-in name</Form.Label>
            <Form.Control
              autoComplete="username"
              autoFocus
              isInvalid={!!errors.login}
              {...register('login')}
            />
            <Form.Control.Feedback type="invalid">{errors.login?.message}</Form.Control.Feedback>
          </Form.Group>
          <Form.Group className="mb-4" controlId="password">
            <Form.Label>Password</Form.Label>
            <Form.Control
              type="password"
              autoComplete="current-password"
              isInvalid={!!errors.password}
              {...register('password')}
            />
            <Form.Control.Feedback type="invalid">{errors.password?.message}</Form.Control.Feedback>
          </Form.Group>
          <Button type="submit" size="lg" className="w-100" disabled={isLoading}>
            {isLoading ? 'Signing in …' : 'Sign in'}
          </Button>
        </Form>
      </section>
      {demo.length > 0 && (
        <aside aria-label="Demo sign-ins">
          <h2>Fennel Row, the demo salon</h2>
          <p className="muted">Everybody here is invented. Choose who you are:</p>
          {demo.map((person) => (
            <Button
              key={person.login}
              variant="outline-primary"
              className="demo-person"
              onClick={() => {
                setValue('login', person.login);
                setValue('password', person.password);
                void submit();
              }}
            >
              <strong>{person.name}</strong>
              <span>{person.role}</span>
            </Button>
          ))}
        </aside>
      )}
    </main>
  );
}
