import type { Plan, ViewId } from '@kurrel/core';
import { VIEW_IDS, zoneKindId } from '@kurrel/core';
import { useEffect, useRef } from 'react';

import { useAppDispatch } from '../../app/store.ts';
import { choicesHistory } from '../../visit/choicesSlice.ts';

interface DraftKeys {
  readonly plan: Plan;
  readonly selected: string;
  readonly onSelect: (zoneKind: string) => void;
  readonly onTick: (longer: boolean) => void;
  readonly onTurn: () => void;
  readonly onCompare: (on: boolean) => void;
  readonly onView: (view: ViewId) => void;
  readonly onType: (digit: string) => void;
  readonly onOverride: () => void;
  readonly onWhy: () => void;
  readonly onHelp: () => void;
  readonly onSave: () => void;
}

/** The draft's keys; they rest while something is typed into a field. */
export function useDraftKeys(keys: DraftKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  const dispatch = useAppDispatch();
  useEffect(() => {
    const typing = (event: KeyboardEvent) =>
      event.target instanceof HTMLElement &&
      event.target.closest('input, textarea, select, [contenteditable], dialog, .modal');
    const down = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 's') {
        event.preventDefault();
        latest.current.onSave();
        return;
      }
      if (typing(event)) return;
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        dispatch(event.shiftKey ? choicesHistory.redo() : choicesHistory.undo());
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const handled = press(event.key, event.repeat, latest.current);
      if (handled) event.preventDefault();
    };
    const up = (event: KeyboardEvent) => {
      if (event.key === 'c' && !typing(event)) latest.current.onCompare(false);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [dispatch]);
}

function press(key: string, repeat: boolean, keys: DraftKeys): boolean {
  const view = VIEW_IDS[Number(key) - 1];
  // On a bead or in its panel a figure is a length; elsewhere 1 to 6 turn the dog.
  if (view && !document.activeElement?.closest('.coat-rule, .zone-panel')) {
    keys.onView(view);
    return true;
  }
  if (/^[0-9½¼¾]$/.test(key)) {
    keys.onType(key);
    return true;
  }
  switch (key) {
    case '[':
    case ']': {
      const kinds = [...new Set(keys.plan.zones.map((zone) => zoneKindId(zone.zone)))];
      const step = key === ']' ? 1 : kinds.length - 1;
      keys.onSelect(kinds[(kinds.indexOf(keys.selected) + step) % kinds.length] ?? keys.selected);
      return true;
    }
    case ',':
      keys.onTick(false);
      return true;
    case '.':
      keys.onTick(true);
      return true;
    case 'g':
      keys.onTurn();
      return true;
    case 'c':
      if (!repeat) keys.onCompare(true);
      return true;
    case 'o':
      keys.onOverride();
      return true;
    case 'w':
      keys.onWhy();
      return true;
    case '?':
      keys.onHelp();
      return true;
    default:
      return false;
  }
}
