import type { Direction } from '@kurrel/core';
import { byId, coatOf, DIRECTIONS, expectedReading, formatLength, parseLength } from '@kurrel/core';
import { directionWord, lengthProblemWord } from '@kurrel/words';
import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import {
  useDrawerQuery,
  useDropMeasureMutation,
  useMeasureToolMutation,
  useToolMeasuresQuery,
} from '../app/api/drawer.ts';
import { problemOf } from '../app/api/problem.ts';
import { packs } from '../app/packs.ts';
import { useAppSelector } from '../app/store.ts';
import { Chips } from './Chips.tsx';
import { ProblemNote } from './ProblemNote.tsx';
import { useTimes } from './times.ts';

interface AfterMeasureProps {
  readonly toolId: string;
  readonly coatType: string;
  readonly direction?: Direction;
  readonly dense?: boolean;
}

/** What a tool left on a dog, measured, for the drawer to learn from. */
export function AfterMeasure(props: AfterMeasureProps) {
  const { toolId, coatType } = props;
  const unit = useAppSelector((state) => state.preferences.unit);
  const [direction, setDirection] = useState<Direction>(props.direction ?? 'with');
  const [dense, setDense] = useState(props.dense ?? false);
  const [measureTool, { error, data }] = useMeasureToolMutation();
  const tool = useDrawerQuery().data?.find((one) => one.id === toolId);
  const id = useId();
  const [text, setText] = useState('');
  const [told, setTold] = useState<{ readonly text: string; readonly odd: boolean } | null>(null);
  const coat = byId('coat type', packs.coats.types, coatType);
  const keep = (confirmed: boolean) => {
    const read = parseLength(text, unit);
    if (!read.ok) return setTold({ text: lengthProblemWord(read.reason, unit), odd: false });
    const expected =
      tool && expectedReading(tool, packs.tools, coatOf(packs.coats, coatType, [], dense), direction);
    const [lo, hi] = expected?.range ?? [0, Infinity];
    if (!confirmed && (read.mm < lo || read.mm > hi)) {
      const range = `${formatLength(lo, unit)} to ${formatLength(hi, unit)}`;
      return setTold({ text: `This tool is expected to leave ${range} here. Measure again?`, odd: true });
    }
    const measure = { coatType, dense, direction, measuredMm: read.mm, confirmed };
    void measureTool({ id: toolId, measure })
      .unwrap()
      .then(() => setText(''))
      .catch(() => undefined);
    return setTold(null);
  };
  return (
    <section className="after-measure">
      <h2>Measured on a dog with {coat.name}</h2>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      <Chips
        label="Direction"
        options={DIRECTIONS.map((d) => [d, directionWord[d]])}
        chosen={direction}
        onChoose={setDirection}
      />
      <Form.Check
        id="dense"
        label="a dense coat"
        checked={dense}
        onChange={(event) => setDense(event.target.checked)}
      />
      <div className="reading">
        <Form.Group controlId={`${id}-left`}>
          <Form.Label>It left, {unit}</Form.Label>
          <Form.Control
            value={text}
            inputMode="decimal"
            autoComplete="off"
            isInvalid={told !== null}
            aria-describedby={told === null ? undefined : `${id}-told`}
            onChange={(event) => {
              setText(event.target.value);
              setTold(null);
            }}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              // Not of the form around it.
              event.preventDefault();
              keep(false);
            }}
          />
        </Form.Group>
        <button type="button" className="chip" disabled={text.trim() === ''} onClick={() => keep(false)}>
          Keep this reading
        </button>
        {told !== null && (
          <p className="told" role="alert" id={`${id}-told`}>
            {told.text}{' '}
            {told.odd && (
              <button type="button" className="chip" onClick={() => keep(true)}>
                It is so: keep it
              </button>
            )}
          </p>
        )}
      </div>
      {data && (
        <p role="status" className="muted">
          Logged; {data.measures.length} measures of this tool.
        </p>
      )}
      <Readings toolId={toolId} />
    </section>
  );
}

/** The readings of a tool, each to be taken out again: then it has never been. */
function Readings({ toolId }: { readonly toolId: string }) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const times = useTimes();
  const [open, setOpen] = useState(false);
  const { data: taken = [] } = useToolMeasuresQuery(toolId, { skip: !open });
  const [drop, { error }] = useDropMeasureMutation();
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Its readings</summary>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      {taken.length === 0 && <p className="muted">None yet.</p>}
      <ul className="readings-list">
        {taken.map(({ id: measureId, takenAt, coatClass, direction, measuredMm, expectedMm }) => (
          <li key={measureId}>
            {formatLength(measuredMm, unit)} where {formatLength(expectedMm, unit)} is usual, {coatClass},{' '}
            {directionWord[direction]} <span className="muted">{times.day(takenAt)}</span>{' '}
            <button
              type="button"
              className="chip"
              aria-label={`Take out the reading of ${formatLength(measuredMm, unit)}, ${times.day(takenAt)}`}
              onClick={() => void drop({ id: toolId, measureId })}
            >
              take it out
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
