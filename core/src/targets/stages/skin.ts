import { conflict } from '../../terms/conflict.ts';
import type { Stage } from '../place.ts';

/** Never under what skin, a signed shave or a mat allow. */
export const skin: Stage = ({ zone }, draft) => {
  const { mm, floorMm, floorBy } = draft;
  if (mm >= floorMm) return draft;
  const over = conflict('welfare-over-wish', zone.id, floorMm, mm, floorBy ?? zone.kind.name);
  return { ...draft, mm: floorMm, conflicts: [...draft.conflicts, over] };
};
