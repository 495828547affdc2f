import type { VisitSheet } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { LengthUnit, PlannedTool, ZonePlan } from '@kurrel/core';
import { formatLength, lengthNumber } from '@kurrel/core';
import { directionWord } from '@kurrel/words';
import { useState } from 'react';
import { useSessionQuery } from '../../app/api/session.ts';
import { useAppDispatch } from '../../app/store.ts';
import { AfterMeasure } from '../../parts/AfterMeasure.tsx';
import { setOverride } from '../../visit/choicesSlice.ts';

interface ToolPickerProps {
  readonly zone: ZonePlan;
  readonly zones: readonly string[];
  readonly unit: LengthUnit;
  readonly hands: VisitSheet['hands'];
}

/** What a zone is done with, what that leaves, and what would do nearly as well. */
export function ToolPicker({ zone, zones, unit, hands }: ToolPickerProps) {
  const dispatch = useAppDispatch();
  const { tool, runnerUp } = zone;
  if (!tool) {
    return (
      <section>
        <h3>With</h3>
        <p data-testid="zone-tool">
          {zone.leftAlone ? 'Leave it as it is.' : 'No tool you own is suitable here.'}
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
