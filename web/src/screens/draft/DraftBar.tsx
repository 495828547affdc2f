import type { VisitSheet } from '@kurrel/contract';
import { memo } from 'react';
import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { PartTrouble } from '../../parts/PartTrouble.tsx';
import { SAVE_WORD } from '../../parts/saveWord.ts';
import { useTimes } from '../../parts/times.ts';
import { UndoRedo } from '../../parts/UndoRedo.tsx';
import { VisitPath } from '../../parts/VisitPath.tsx';
import { savePart } from '../../visit/visit.ts';

interface DraftBarProps {
  readonly sheet: VisitSheet;
  readonly dirty: boolean;
  readonly onHelp: () => void;
}

/** Where this draft stands: what visit it is for, undo and redo, saving, and what to do when somebody else saved too. */
export const DraftBar = memo(function DraftBar({ sheet, dirty, onHelp }: DraftBarProps) {
  const dispatch = useAppDispatch();
  const times = useTimes();
  const { state } = useAppSelector((root) => root.visit.sync.choices);
  const { visit, saved } = sheet;
  const busy = state === 'sending';
  const stuck = state === 'retrying' || state === 'signed-out' || state === 'clash';
  return (
    <header className="draft-bar">
      <VisitPath sheet={sheet} />
      <span>
        <strong>{visit.what}</strong>
        <span className="muted booked-for">
          {' '}
          {times.weekday(visit.startsAt)} · {visit.minutes} min · {visit.groomer}
        </span>
      </span>
      <span className="ms-auto d-flex align-items-center gap-2">
        <span className="muted save-state" data-testid="save-state">
          {saved ? `v${saved.version} by ${saved.savedBy}${dirty ? ', changed since' : ''}` : 'not saved yet'}
          {stuck && ` · ${SAVE_WORD[state]}`}
        </span>
        <UndoRedo part="choices" />
        <Button variant="outline-secondary" size="sm" onClick={onHelp} aria-label="Keys">
          ?
        </Button>
        <Button size="sm" disabled={busy || !dirty} onClick={() => void dispatch(savePart('choices'))}>
          {busy ? 'Saving …' : 'Save plan'}
        </Button>
      </span>
      <div className="w-100 part-trouble">
        <PartTrouble part="choices" />
      </div>
    </header>
  );
});
