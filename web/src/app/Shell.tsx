import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Toast from 'react-bootstrap/Toast';
import ToastContainer from 'react-bootstrap/ToastContainer';
import { NavLink, Navigate, Outlet, useLocation, useMatch, useNavigate } from 'react-router';
import { Loading } from '../parts/Loading.tsx';
import { ProblemNote } from '../parts/ProblemNote.tsx';
import { api } from './api/ask.ts';
import { useRestoreDogMutation } from './api/dogs.ts';
import { useRestoreToolMutation } from './api/drawer.ts';
import { problemOf } from './api/problem.ts';
import { useSessionQuery, useSignOutMutation } from './api/session.ts';
import { dismiss, notify } from './noticeSlice.ts';
import { forgetDay } from './offline.ts';
import { setUnit } from './preferencesSlice.ts';
import { useAppDispatch, useAppSelector } from './store.ts';
import { TimerBell } from './TimerBell.tsx';
import { useDayEvents } from './useDayEvents.ts';
import { useKeptDay } from './useKeptDay.ts';

/** The frame of every signed-in screen: where one can go, who is signed in, the unit of lengths. */
export function Shell() {
  const session = useSessionQuery();
  const location = useLocation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [signOut] = useSignOutMutation();
  const unit = useAppSelector((state) => state.preferences.unit);

  useDayEvents(session.data !== undefined);
  const [leaving, setLeaving] = useState(false);
  useKeptDay(session.data !== undefined && !leaving);
  const shutOut = session.isError && problemOf(session.error).status === 401;
  useEffect(() => {
    if (shutOut) void forgetDay();
  }, [shutOut]);
  useEffect(() => {
    const find = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof Element && event.target.closest('input, textarea, select, .modal');
      if (event.key !== '/' || typing) return;
      event.preventDefault();
      void navigate('/dogs', { state: { find: true } });
    };
    window.addEventListener('keydown', find);
    return () => window.removeEventListener('keydown', find);
  }, [navigate]);

  if (session.isLoading) return <Loading what="Kurrel" />;
  if (session.isError) {
    const problem = problemOf(session.error);
    if (shutOut)
      return <Navigate to="/sign-in" replace state={{ from: location.pathname + location.search }} />;
    return (
      <main className="container py-5">
        <ProblemNote problem={problem} onRetry={() => void session.refetch()} />
      </main>
    );
  }
  const leave = async () => {
    const answer = await signOut();
    if (answer.error !== undefined) {
      const { title } = problemOf(answer.error);
      dispatch(notify({ text: `${title}: you are still signed in. Try again.` }));
      return;
    }
    setLeaving(true);
    await forgetDay();
    void navigate('/sign-in');
    dispatch(api.util.resetApiState());
  };
  return (
    <div className="shell">
      <a className="visually-hidden-focusable skip" href="#content">
        Skip to the content
      </a>
      <TimerBell />
      <header className="topline">
        <NavLink to="/" className="wordmark" end>
          Kurrel
        </NavLink>
        <nav aria-label="Main">
          <NavLink to="/" end>
            Today
          </NavLink>
          <NavLink to="/dogs">Dogs</NavLink>
          <NavLink to="/drawer">Drawer</NavLink>
          <NavLink to="/salon">Salon</NavLink>
        </nav>
        <div className="topline-end">
          <Button
            variant="outline-secondary"
            size="sm"
            aria-label={unit === 'mm' ? 'mm: show lengths in inches' : 'in: show lengths in millimetres'}
            onClick={() => dispatch(setUnit(unit === 'mm' ? 'in' : 'mm'))}
          >
            {unit}
          </Button>
          <NavLink to="/me" className="who">
            {session.data?.person.name}
            <span className="muted"> · {session.data?.person.role}</span>
          </NavLink>
          <Button variant="link" size="sm" onClick={() => void leave()}>
            Sign out
          </Button>
        </div>
      </header>
      <Outlet />
      <Announcer path={location.pathname} />
      <Notices />
    </div>
  );
}

const ANNOUNCE_MS = 400;

/** Says where one is after a change of screen, to whoever does not see it. */
function Announcer({ path }: { readonly path: string }) {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSaid(document.title), ANNOUNCE_MS);
    return () => clearTimeout(timer);
  }, [path]);
  return (
    <div className="visually-hidden" role="status" aria-live="polite">
      {said}
    </div>
  );
}

function Notices() {
  // At the table the keys are at the bottom, and Stop is among them.
  const atTable = useMatch('/visits/:visitId/table') !== null;
  const notice = useAppSelector((state) => state.notice);
  const dispatch = useAppDispatch();
  const [restoreTool] = useRestoreToolMutation();
  const [restoreDog] = useRestoreDogMutation();
  const undo = async () => {
    if (!notice?.undo) return;
    const { kind, id } = notice.undo;
    const answer = await (kind === 'tool' ? restoreTool(id) : restoreDog(id));
    if (answer.error === undefined) dispatch(dismiss());
    else dispatch(notify({ ...notice, text: `Not undone: ${problemOf(answer.error).title}. Try again.` }));
  };
  return (
    <ToastContainer
      position={atTable ? 'top-center' : 'bottom-center'}
      className={`position-fixed ${atTable ? 'at-table' : 'p-3'}`}
    >
      <Toast show={notice !== null} onClose={() => dispatch(dismiss())} delay={8000} autohide role="status">
        <Toast.Body className="d-flex align-items-center gap-3">
          <span className="flex-grow-1">{notice?.text}</span>
          {notice?.undo && (
            <Button size="sm" variant="outline-primary" onClick={() => void undo()}>
              Undo
            </Button>
          )}
        </Toast.Body>
      </Toast>
    </ToastContainer>
  );
}
