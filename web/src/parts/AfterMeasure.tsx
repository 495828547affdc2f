import type { Direction } from '@kurrel/core';
import { byId, DIRECTIONS } from '@kurrel/core';
import { directionWord } from '@kurrel/words';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useMeasureToolMutation } from '../app/api/drawer.ts';
import { problemOf } from '../app/api/problem.ts';
import { packs } from '../app/packs.ts';
import { useAppSelector } from '../app/store.ts';
import { Chips } from './Chips.tsx';
import { LengthField } from './LengthField.tsx';
import { ProblemNote } from './ProblemNote.tsx';

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
  const coat = byId('coat type', packs.coats.types, coatType);
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
      <LengthField
        key={data?.measures.length ?? 0}
        label="It left"
        mm={null}
        unit={unit}
        onLength={(measuredMm) =>
          void measureTool({ id: toolId, measure: { coatType, dense, direction, measuredMm } })
        }
      />
      {data && (
        <p role="status" className="muted">
          Logged; {data.measures.length} measures of this tool.
        </p>
      )}
    </section>
  );
}
