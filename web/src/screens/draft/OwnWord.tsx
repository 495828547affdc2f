import type { Choices, VisitSheet } from '@kurrel/contract';
import type { LengthUnit, ZonePlan } from '@kurrel/core';
import { DIRECTIONS, formatLength, lengthNumber } from '@kurrel/core';
import type { RefObject } from 'react';
import { memo } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useAppDispatch } from '../../app/store.ts';
import { Chips } from '../../parts/Chips.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { setLength, setOverride } from '../../visit/choicesSlice.ts';

interface OwnWordProps {
  readonly zone: ZonePlan;
  readonly zones: readonly string[];
  readonly unit: LengthUnit;
  readonly drawer: VisitSheet['drawer'];
  readonly override: Choices['overrides'][number] | undefined;
  readonly lengthInput: RefObject<HTMLInputElement | null>;
  readonly reasonInput: RefObject<HTMLInputElement | null>;
  readonly onClear: () => void;
}

/** The groomer's own length, tool and why: what is typed here is there at once. */
export function OwnWord({
  zone,
  zones,
  drawer,
  override,
  unit,
  lengthInput,
  reasonInput,
  onClear,
}: OwnWordProps) {
  const dispatch = useAppDispatch();
  const set = (patch: Partial<Choices['overrides'][number]>) => {
    const own = override === undefined && patch.targetMm === undefined ? { targetMm: zone.leftMm } : {};
    dispatch(setOverride({ zones, patch: { ...own, ...patch } }));
  };
  return (
    <section className="own-word">
      <h3>Set it yourself</h3>
      <LengthField
        label="Leave"
        mm={override?.targetMm ?? null}
        unit={unit}
        inputRef={lengthInput}
        placeholder={lengthNumber(zone.targetMm, unit)}
        refuse={(mm) =>
          zone.hairMm !== null && mm > zone.hairMm + 0.01
            ? `Only ${formatLength(zone.hairMm, unit)} of hair is there: type that or less.`
            : null
        }
        onLength={(mm) => dispatch(setLength({ zones, mm }))}
        onEmpty={onClear}
      />
      <Form.Group controlId="own-tool" className="mt-2">
        <Form.Label>With</Form.Label>
        <Form.Select
          value={override?.toolId ?? ''}
          onChange={(e) => set({ toolId: e.target.value === '' ? null : e.target.value })}
        >
          <ToolOptions drawer={drawer} />
        </Form.Select>
      </Form.Group>
      {override?.toolId != null && (
        <Chips
          label="Direction"
          className="sides mt-2"
          options={DIRECTIONS.map((direction) => [direction, direction])}
          chosen={override.direction}
          onChoose={(direction) => set({ direction: override.direction === direction ? null : direction })}
        />
      )}
      {override && (
        <>
          <Form.Group controlId="own-reason" className="mt-2">
            <Form.Label>Because</Form.Label>
            <Form.Control
              ref={reasonInput}
              maxLength={200}
              placeholder="why you chose this"
              value={override.reason}
              onChange={(e) =>
                dispatch(
                  setOverride({ zones, patch: { reason: e.target.value }, gesture: `reason-${zone.zone}` }),
                )
              }
            />
          </Form.Group>
          <Button variant="outline-secondary" size="sm" className="mt-2" onClick={onClear}>
            Remove my setting
          </Button>
        </>
      )}
    </section>
  );
}

const ToolOptions = memo(function ToolOptions({ drawer }: Pick<OwnWordProps, 'drawer'>) {
  return (
    <>
      <option value="">the nearest tool</option>
      {drawer
        .filter((tool) => tool.atHand)
        .map((tool) => (
          <option key={tool.id} value={tool.id}>
            {tool.label}
          </option>
        ))}
    </>
  );
});
