import type { Choices, SavedPlan, VisitSheet } from '@kurrel/contract';
import { format } from 'date-fns';
import isEqual from 'fast-deep-equal';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { ActionCreators } from 'redux-undo';
import { api, problemOf, useSavePlanMutation } from '../../app/api.ts';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { VisitPath } from '../../parts/VisitPath.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { take } from './draftSlice.ts';

interface DraftBarProps {
  readonly sheet: VisitSheet;
  readonly choices: Choices;
  readonly dirty: boolean;
  readonly onHelp: () => void;
}

/** Where this draft stands: what visit it is for, undo and redo, saving, and what to do when somebody else saved too. */
export function DraftBar({ sheet, choices, dirty, onHelp }: DraftBarProps) {
  const dispatch = useAppDispatch();
  const { past, future } = useAppSelector((state) => state.draft.choices);
  const [savePlan, { isLoading, error }] = useSavePlanMutation();
  const [theirs, setTheirs] = useState<SavedPlan | null>(null);
  const { visit, saved } = sheet;

  const save = async (version: number) => {
    const answer = await savePlan({ visitId: visit.id, version, choices });
    if (answer.data) {
      setTheirs(null);
      dispatch(notify({ text: `Plan saved as version ${answer.data.version}.` }));
      return;
    }
    const problem = problemOf(answer.error);
    if (problem.type === 'urn:kurrel:problem:changed-meanwhile') setTheirs(problem.current as SavedPlan);
  };
  const problem = error === undefined ? null : problemOf(error);
  const takeTheirs = (plan: SavedPlan) => {
    dispatch(take(plan.choices));
    dispatch(
      api.util.updateQueryData('visit', visit.id, (cached) => {
        Object.assign(cached, { saved: plan });
      }),
    );
    setTheirs(null);
    dispatch(notify({ text: 'Their plan is on the board. Undo brings yours back.' }));
  };

  return (
    <header className="draft-bar">
      <VisitPath sheet={sheet} />
      <span>
        <strong>{visit.what}</strong>
        <span className="muted">
          {' '}
          {format(new Date(visit.startsAt), 'EEE H:mm')} · {visit.minutes} min · {visit.groomer}
        </span>
      </span>
      <span className="ms-auto d-flex align-items-center gap-2">
        <span className="muted save-state" data-testid="save-state">
          {saved ? `v${saved.version} by ${saved.savedBy}${dirty ? ', changed since' : ''}` : 'not saved yet'}
        </span>
        <Button
          variant="outline-secondary"
          size="sm"
          disabled={past.length === 0}
          onClick={() => dispatch(ActionCreators.undo())}
        >
          Undo
        </Button>
        <Button
          variant="outline-secondary"
          size="sm"
          disabled={future.length === 0}
          onClick={() => dispatch(ActionCreators.redo())}
        >
          Redo
        </Button>
        <Button variant="outline-secondary" size="sm" onClick={onHelp} aria-label="Keys">
          ?
        </Button>
        <Button size="sm" disabled={isLoading || !dirty} onClick={() => void save(saved?.version ?? 0)}>
          {isLoading ? 'Saving …' : 'Save plan'}
        </Button>
      </span>
      {problem && problem.type !== 'urn:kurrel:problem:changed-meanwhile' && (
        <div className="w-100">
          <ProblemNote problem={problem} />
        </div>
      )}
      <Modal show={theirs !== null} onHide={() => setTheirs(null)} centered aria-labelledby="conflict-title">
        <Modal.Header closeButton>
          <Modal.Title id="conflict-title">{theirs?.savedBy} saved this plan while you worked</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>Yours is still on the board; nothing is lost. Where the two differ:</p>
          {theirs && <Differences mine={choices} theirs={theirs} />}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={() => theirs && takeTheirs(theirs)}>
            Take theirs
          </Button>
          <Button onClick={() => theirs && void save(theirs.version)}>Save mine over it</Button>
        </Modal.Footer>
      </Modal>
    </header>
  );
}

function Differences({ mine, theirs }: { readonly mine: Choices; readonly theirs: SavedPlan }) {
  const rows: (readonly [string, string, string])[] = [];
  const their = theirs.choices;
  if (mine.trimId !== their.trimId) rows.push(['trim', mine.trimId, their.trimId]);
  if (mine.purpose !== their.purpose) rows.push(['purpose', mine.purpose, their.purpose]);
  if (!isEqual(mine.schools, their.schools)) {
    rows.push(['schools', schoolWords(mine), schoolWords(their)]);
  }
  if (!isEqual(mine.wish, their.wish)) rows.push(['wish', wishWords(mine), wishWords(their)]);
  const zones = new Set([...mine.overrides, ...their.overrides].map((o) => o.zone));
  for (const zone of zones) {
    const [a, b] = [mine, their].map((c) => c.overrides.find((o) => o.zone === zone));
    if (!isEqual(a, b)) rows.push([zone.replace('.', ', '), overrideWords(a), overrideWords(b)]);
  }
  if (rows.length === 0) return <p>They are the same.</p>;
  return (
    <table className="table table-sm">
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col">Yours</th>
          <th scope="col">{theirs.savedBy}’s</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([what, a, b]) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td>{a}</td>
            <td>{b}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const schoolWords = ({ schools }: Choices) => Object.values(schools).join(', ') || 'as the salon';
const wishWords = ({ wish }: Choices) =>
  `${wish.allOverMm === null ? wish.lean : `${wish.allOverMm} mm all over`}, ${wish.weeksBetween} weeks`;
const overrideWords = (o: Choices['overrides'][number] | undefined) =>
  o
    ? `${o.targetMm === null ? 'own tool' : `${o.targetMm} mm`}${o.reason ? `, ${o.reason}` : ''}`
    : 'as planned';
