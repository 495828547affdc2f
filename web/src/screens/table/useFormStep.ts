import type { Task, TaskStep } from '@kurrel/core';
import { useCallback, useMemo, useState } from 'react';

/** Which step of a form is in hand, the first one when a new card comes up; `inHand`: the card with that step's places. */
export function useFormStep(task: Task | null) {
  const [on, setOn] = useState<{ readonly task: string; readonly at: number } | null>(null);
  const id = task?.id ?? '';
  const at = on?.task === id && task && on.at < task.steps.length ? on.at : 0;
  const step = task?.steps[at];
  const inHand = useMemo(() => (task && step ? narrowed(task, step) : task), [task, step]);
  const goTo = useCallback((next: number) => setOn({ task: id, at: next }), [id]);
  return { at, inHand, goTo };
}

/** A card with the places, lengths and tool of one of its steps. */
function narrowed(task: Task, { zones, tool, toolId }: TaskStep): Task {
  const lengths = zones.map((zone) => task.lengths[task.zones.indexOf(zone)] ?? null);
  return {
    ...task,
    steps: [],
    tool,
    toolId,
    zone: zones[0] ?? task.zone,
    zones,
    lengths,
    leavesMm: lengths[0] ?? null,
  };
}
