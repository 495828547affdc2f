import type { VisitSheet } from '@kurrel/contract';
import type { ReactNode } from 'react';
import { useAppSelector } from '../app/store.ts';
import { PartTrouble } from './PartTrouble.tsx';
import { SAVE_WORD } from './saveWord.ts';
import { UndoRedo } from './UndoRedo.tsx';
import { VisitPath } from './VisitPath.tsx';

interface WorkBarProps {
  readonly sheet: VisitSheet;
  readonly title: string;
  /** What else this screen does. */
  readonly children?: ReactNode;
}

/** The bar of a screen of the work: where in the visit it is, whether it is kept, undo and redo. */
export function WorkBar({ sheet, title, children }: WorkBarProps) {
  const { state } = useAppSelector((root) => root.visit.sync.work);
  return (
    <header className="draft-bar">
      <VisitPath sheet={sheet} />
      <h1>{title}</h1>
      <span className="ms-auto d-flex align-items-center gap-2">
        <span className="muted" role="status">
          {SAVE_WORD[state]}
        </span>
        <UndoRedo part="work" />
        {children}
      </span>
      <div className="w-100 part-trouble">
        <PartTrouble part="work" />
      </div>
    </header>
  );
}
