import type { Choices, VisitSheet } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { LengthUnit, Plan, PlannedTool, Reason, ZonePlan } from '@kurrel/core';
import { DIRECTIONS, formatLength, lengthNumber, MAY_DECIDE } from '@kurrel/core';
import { conflictSentence, directionWord, reasonFigure, reasonSentence, sourceWord } from '@kurrel/words';
import type { RefObject } from 'react';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useSessionQuery } from '../../app/api.ts';
import { useAppDispatch } from '../../app/store.ts';
import { AfterMeasure } from '../../parts/AfterMeasure.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { setLength, setOverride, setSide } from '../../visit/choicesSlice.ts';
import type { SideMode } from './draftView.ts';
import { look } from './draftView.ts';

interface ZonePanelProps {
  readonly zone: ZonePlan;
  readonly zones: readonly string[];
  readonly plan: Plan;
  readonly sheet: VisitSheet;
  readonly choices: Choices;
  readonly side: SideMode;
  readonly unit: LengthUnit;
  readonly lengthInput: RefObject<HTMLInputElement | null>;
  readonly reasonInput: RefObject<HTMLInputElement | null>;
  readonly onClear: () => void;
}

/** One zone: its length, its tool, what is next best, why, what to mind, and the groomer's own word. */
export function ZonePanel(props: ZonePanelProps) {
  const { zone, zones, plan, side, unit, onClear } = props;
  const dispatch = useAppDispatch();
  const conflicts = plan.conflicts.filter((conflict) => conflict.zone === zone.zone);
  const override = props.choices.overrides.find((o) => o.zone === zone.zone);
  const unsafe = conflicts.find((conflict) => conflict.kind === 'override-unsafe');
  const lostSide = conflicts.find((conflict) => conflict.kind === 'one-side-lost');
  const role = useSessionQuery().data?.person.role ?? 'trainee';
  return (
    <>
      <p className="zone-name">
        {zone.name}
        {zone.side && <span className="muted"> {side === 'both' ? 'left and right' : side}</span>}
      </p>
      <p className="big-length" data-testid="zone-length">
        {lengthNumber(zone.leftMm, unit)} <span>{unit}</span>
      </p>
      <p className="shows">
        {Math.abs(zone.visibleMm - zone.leftMm) > 0.05
          ? `shows ${formatLength(zone.visibleMm, unit)} when the curl is back`
          : 'stretched, skin to tip'}
      </p>
      {zone.profile.length > 1 && (
        <ul className="profile" aria-label="Along the place">
          {zone.profile.map(({ place, mm }) => (
            <li key={place}>
              <span>{place}</span>
              <span className="figure">{formatLength(mm, unit)}</span>
            </li>
          ))}
        </ul>
      )}
      {zone.side && (
        <div className="sides" role="group" aria-label="Which side">
          {(['both', 'left', 'right'] as const).map((mode) => (
            <button
              key={mode}
              type="button"
              className="chip"
              aria-pressed={side === mode}
              onClick={() => dispatch(look({ side: mode }))}
            >
              {mode}
            </button>
          ))}
        </div>
      )}
      {conflicts.map((conflict) => (
        <p key={conflict.kind} className="conflict" role="note">
          {conflictSentence(conflict, unit)}
        </p>
      ))}
      {lostSide && (
        <div className="sides mb-3" role="group" aria-label="The other side">
          {SIDE_ANSWERS.map(([answer, words]) => (
            <button
              key={answer}
              type="button"
              className="chip"
              onClick={() => dispatch(setSide({ zone: lostSide.zone, answer }))}
            >
              {words}
            </button>
          ))}
        </div>
      )}
      {props.choices.sides[zone.zone] !== undefined && (
        <p className="row-figure">
          <span>
            {props.choices.sides[zone.zone] === 'match'
              ? 'The other side is matched.'
              : 'The other side stays as planned.'}
          </span>
          <button
            type="button"
            className="chip"
            onClick={() => dispatch(setSide({ zone: zone.zone, answer: null }))}
          >
            ask again
          </button>
        </p>
      )}
      {unsafe && override && !MAY_DECIDE.includes(role) && (
        <p className="conflict">A groomer or the lead decides that: ask one to sign in here.</p>
      )}
      {unsafe && override && MAY_DECIDE.includes(role) && (
        <Button
          variant="danger"
          className="mb-3"
          onClick={() => dispatch(setOverride({ zones, patch: { acknowledged: true } }))}
        >
          I have read this: do it
        </Button>
      )}
      <With zone={zone} zones={zones} unit={unit} hands={props.sheet.hands} />
      {zone.cautions.length > 0 && (
        <section className="care">
          <h3>Care</h3>
          {zone.cautions.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </section>
      )}
      <Why reasons={zone.reasons} unit={unit} />
      <OwnWord {...props} override={override} onClear={onClear} />
    </>
  );
}

const SIDE_ANSWERS = [
  ['match', 'match the other side'],
  ['leave', 'leave it as planned'],
] as const;

interface WithProps {
  readonly zone: ZonePlan;
  readonly zones: readonly string[];
  readonly unit: LengthUnit;
  readonly hands: VisitSheet['hands'];
}

function With({ zone, zones, unit, hands }: WithProps) {
  const dispatch = useAppDispatch();
  const { tool, runnerUp } = zone;
  if (!tool) {
    return (
      <section>
        <h3>With</h3>
        <p data-testid="zone-tool">
          {zone.leftAlone ? 'Leave it as it is.' : 'Nothing in your drawer may do this.'}
        </p>
      </section>
    );
  }
  return (
    <section>
      <h3>With</h3>
      <p data-testid="zone-tool" className="mb-1">
        <strong>{toolName(tool)}</strong>
        {tool.carrierLabel && ` on a ${tool.carrierLabel}`}, {directionWord[tool.direction]}
      </p>
      <p className="leaves">{leavesWords(tool, unit)}</p>
      {(tool.technique === 'clip' || tool.technique === 'comb') && (
        <CalibrateHere key={`${tool.toolId} ${tool.direction}`} tool={tool} hands={hands} />
      )}
      {tool.dull && <p className="conflict">Dull: nothing sharp at hand does this. Sharpen it first.</p>}
      {tool.wrongHand && <p className="conflict">Made for the other hand: it folds the hair.</p>}
      {runnerUp && (
        <>
          <h3>Next best</h3>
          <p className="row-figure">
            <button
              type="button"
              className="chip"
              onClick={() => {
                const { toolId, direction } = runnerUp;
                dispatch(setOverride({ zones, patch: { toolId, direction, targetMm: null } }));
              }}
            >
              take {toolName(runnerUp)}, {directionWord[runnerUp.direction]}
            </button>
            <span className="figure">
              {formatLength(runnerUp.leavesMm, unit)}
              {runnerUp.toolsDelta < 0 && ' · one tool fewer'}
              {runnerUp.toolsDelta > 0 && ' · one more tool'}
            </span>
          </p>
        </>
      )}
    </section>
  );
}

interface CalibrateHereProps {
  readonly tool: PlannedTool;
  readonly hands: VisitSheet['hands'];
}

/** The tool measured where it was just used, on this dog's coat. */
function CalibrateHere({ tool, hands }: CalibrateHereProps) {
  const [open, setOpen] = useState(false);
  const role = useSessionQuery().data?.person.role ?? 'trainee';
  if (!may(role, 'drawer:edit')) return null;
  return (
    <>
      <button type="button" className="chip mb-2" aria-expanded={open} onClick={() => setOpen(!open)}>
        measure what it left
      </button>
      {open && (
        <AfterMeasure
          toolId={tool.toolId}
          coatType={hands.coatType}
          dense={hands.dense}
          direction={tool.direction}
        />
      )}
    </>
  );
}

const toolName = (tool: PlannedTool) => (tool.technique === 'comb' ? `${tool.label} comb` : tool.label);

function leavesWords(tool: PlannedTool, unit: LengthUnit): string {
  if (tool.technique !== 'clip' && tool.technique !== 'comb') return 'by hand to this length';
  const measured =
    tool.measurements > 0 ? `${tool.measurements} measured` : 'usual figure, not measured here';
  return `leaves ${formatLength(tool.leavesMm, unit)} ± ${lengthNumber(tool.sdMm, unit)} on this coat (${measured})`;
}

function Why({ reasons, unit }: { readonly reasons: readonly Reason[]; readonly unit: LengthUnit }) {
  return (
    <section id="why">
      <h3>Why</h3>
      <ol className="why">
        {reasons.map((reason, index) => (
          <li key={index}>
            <span className={reason.overruled ? 'overruled' : ''}>
              {reason.overruled ? <s>{reasonSentence(reason)}</s> : reasonSentence(reason)}
              <span className="source"> {sourceWord[reason.source]}</span>
            </span>
            <span className="figure">{reasonFigure(reason, unit)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function OwnWord({
  zone,
  zones,
  sheet,
  override,
  unit,
  lengthInput,
  reasonInput,
  onClear,
}: ZonePanelProps & { readonly override: Choices['overrides'][number] | undefined }) {
  const dispatch = useAppDispatch();
  const set = (patch: Partial<Choices['overrides'][number]>) => {
    const own = override === undefined && patch.targetMm === undefined ? { targetMm: zone.leftMm } : {};
    dispatch(setOverride({ zones, patch: { ...own, ...patch } }));
  };
  return (
    <section className="own-word">
      <h3>Your own word</h3>
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
          <option value="">the nearest tool</option>
          {sheet.drawer
            .filter((tool) => tool.atHand)
            .map((tool) => (
              <option key={tool.id} value={tool.id}>
                {tool.label}
              </option>
            ))}
        </Form.Select>
      </Form.Group>
      {override?.toolId != null && (
        <div className="sides mt-2" role="group" aria-label="Direction">
          {DIRECTIONS.map((direction) => (
            <button
              key={direction}
              type="button"
              className="chip"
              aria-pressed={override.direction === direction}
              onClick={() => set({ direction: override.direction === direction ? null : direction })}
            >
              {direction}
            </button>
          ))}
        </div>
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
            Take my word back
          </Button>
        </>
      )}
    </section>
  );
}
