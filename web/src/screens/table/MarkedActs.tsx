import type { ActMark, TableEvent } from '@kurrel/core';

interface MarkedActsProps {
  readonly events: readonly TableEvent[];
  /** The name of who is signed in. */
  readonly me: string;
  readonly onConfirm: () => void;
}

const WORD: Readonly<Record<ActMark, string>> = {
  'not-started': 'before the start',
  'while-stopped': 'while it was stopped',
  'after-finish': 'after the end',
  'unknown-step': 'a step this plan does not have',
  'unknown-tool': 'with a tool that is not in the drawer',
  clock: 'by a clock that is off: its order may be wrong',
  harms: 'against what this dog’s skin allows',
  'sent-by-another': 'sent by somebody else, not confirmed yet',
};

/** Acts that the server has marked: they happened and are kept; what is one's own to confirm is confirmed here. */
export function MarkedActs({ events, me, onConfirm }: MarkedActsProps) {
  const counts = new Map<ActMark, number>();
  for (const { marks = [] } of events)
    for (const mark of marks) counts.set(mark, (counts.get(mark) ?? 0) + 1);
  if (counts.size === 0) return null;
  const mine = events.filter(({ by, marks = [] }) => by === me && marks.includes('sent-by-another'));
  return (
    <details className="table-marks">
      <summary>
        {marksWord([...counts.values()].reduce((sum, count) => sum + count, 0))} on what was done
      </summary>
      <ul>
        {[...counts].map(([mark, count]) => (
          <li key={mark}>
            {count}: {WORD[mark]}
          </li>
        ))}
      </ul>
      {mine.length > 0 && (
        <button type="button" className="table-key" onClick={onConfirm}>
          {mine.length === 1 ? 'That one was me' : `Those ${mine.length} were me`}
        </button>
      )}
    </details>
  );
}

const marksWord = (count: number): string => (count === 1 ? '1 mark' : `${count} marks`);
