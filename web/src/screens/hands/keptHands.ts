import type { Hands } from '@kurrel/contract';
import { handsSchema } from '@kurrel/contract';

const key = (visitId: string) => `kurrel.hands.${visitId}`;

/** Findings not yet on the server outlive a reload or a closed browser. */
export const keptHands = {
  read(visitId: string): Hands | null {
    const text = localStorage.getItem(key(visitId));
    if (text === null) return null;
    try {
      return handsSchema.validateSync(JSON.parse(text));
    } catch {
      localStorage.removeItem(key(visitId));
      return null;
    }
  },
  write(visitId: string, hands: Hands): void {
    localStorage.setItem(key(visitId), JSON.stringify(hands));
  },
  forget(visitId: string): void {
    localStorage.removeItem(key(visitId));
  },
};
