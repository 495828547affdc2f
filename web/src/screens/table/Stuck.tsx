import { byId, formatLength, otherSide, stepDown } from '@kurrel/core';
import { useState } from 'react';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import type { AskingProps, Saying } from './Asking.tsx';
import { taskWord } from '../../parts/taskWords.ts';
import { takeTool } from './takeTool.ts';

/** What is tried where a blade or comb does not pass: one step shorter, on both sides, or left. */
export function Stuck({
  visit,
  plan,
  task,
  place: zone,
  whyNot,
  onSay,
}: AskingProps & Saying & { readonly place: string | null }) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [both, setBoth] = useState(true);
  const [refused, setRefused] = useState<string | null>(null);
  const floor = formatLength(visit.derived.matPolicy.bladeFloorMm, unit);
  if (task.technique === null || byId('technique', packs.tools.techniques, task.technique).byHand) {
    return (
      <p className="table-how">No blade is in hand at this step. Where a mat stops the comb: Mat found.</p>
    );
  }
  if (zone === null) {
    return (
      <p className="table-how">
        Where it stops, a shorter blade, with the lay, none shorter than {floor}; then this one again. Where
        it stops on a mat: Mat found.
      </p>
    );
  }
  const steps = stepDown(visit, plan, zone);
  const isRun = task.zones.length > 1;
  const pair = isRun || otherSide(zone) === zone ? null : otherSide(zone);
  const take = (toolId: string) => {
    // A run stays one tool.
    const zones = isRun ? task.zones : pair && both ? [zone, pair] : [zone];
    const why = whyNot({ zones, toolId, direction: 'with' });
    setRefused(why);
    if (why !== null) return;
    onSay({ kind: 'would-not-pass', zone, toolId: task.toolId, takenId: toolId });
    void dispatch(takeTool(zones, toolId, 'with', 'the longer one would not pass'));
  };
  return (
    <>
      {steps.length === 0 ? (
        <p className="table-caution">
          Nothing shorter is allowed on this skin. Skip it, cut it by hand, or stop and ask a vet.
        </p>
      ) : (
        <p className="table-how">One step shorter at a time, with the lay:</p>
      )}
      {refused !== null && (
        <p className="table-caution" role="alert">
          {refused}
        </p>
      )}
      <div className="answers">
        {steps.slice(0, 4).map(({ toolId, label, leavesMm }) => (
          <button key={toolId} type="button" className="table-key" onClick={() => take(toolId)}>
            {label}: {formatLength(leavesMm, unit)}
          </button>
        ))}
        <button
          type="button"
          className="table-key"
          onClick={() =>
            onSay({
              kind: 'skipped',
              task: task.id,
              reason: 'would not pass: left',
              ...(isRun ? { name: taskWord(task) } : {}),
            })
          }
        >
          {isRun ? 'Skip this step' : 'Skip this place'}
        </button>
      </div>
      {pair && steps.length > 0 && (
        <label className="both">
          <input type="checkbox" checked={both} onChange={(event) => setBoth(event.target.checked)} /> the
          other side the same, so that they match
        </label>
      )}
    </>
  );
}
