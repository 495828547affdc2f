import type { Direction } from '@kurrel/core';
import type { AppThunk } from '../../app/store.ts';
import { setOverride } from '../../visit/choicesSlice.ts';
import { savePart } from '../../visit/visit.ts';

/** Takes another tool in these places from here on: an override like any other, planned again and saved. */
export const takeTool =
  (zones: readonly string[], toolId: string, direction: Direction, reason: string): AppThunk<Promise<void>> =>
  async (dispatch) => {
    dispatch(
      setOverride({ zones, patch: { toolId, direction, targetMm: null, reason, acknowledged: false } }),
    );
    await dispatch(savePart('choices'));
  };
