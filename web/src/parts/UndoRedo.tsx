import Button from 'react-bootstrap/Button';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { choicesHistory } from '../visit/choicesSlice.ts';
import { handsHistory } from '../visit/handsSlice.ts';
import type { Part } from '../visit/part.ts';
import { workHistory } from '../visit/workSlice.ts';

const HISTORIES = { hands: handsHistory, choices: choicesHistory, work: workHistory } as const;

/** Undo and redo in one part of the visit. */
export function UndoRedo({ part }: { readonly part: Part }) {
  const dispatch = useAppDispatch();
  const past = useAppSelector((state) => state.visit[part].past.length > 0);
  const future = useAppSelector((state) => state.visit[part].future.length > 0);
  const { undo, redo } = HISTORIES[part];
  return (
    <>
      <Button variant="outline-secondary" size="sm" disabled={!past} onClick={() => dispatch(undo())}>
        Undo
      </Button>
      <Button variant="outline-secondary" size="sm" disabled={!future} onClick={() => dispatch(redo())}>
        Redo
      </Button>
    </>
  );
}
