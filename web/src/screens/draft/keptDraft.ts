import type { Choices } from '@kurrel/contract';
import { choicesSchema } from '@kurrel/contract';

const key = (visitId: string) => `kurrel.draft.${visitId}`;

/** Unsaved changes of a draft outlive a reload or a closed browser. */
export const keptDraft = {
  read(visitId: string): Choices | null {
    const text = localStorage.getItem(key(visitId));
    if (text === null) return null;
    try {
      return choicesSchema.validateSync(JSON.parse(text), { stripUnknown: true });
    } catch {
      localStorage.removeItem(key(visitId));
      return null;
    }
  },
  write(visitId: string, choices: Choices): void {
    localStorage.setItem(key(visitId), JSON.stringify(choices));
  },
  forget(visitId: string): void {
    localStorage.removeItem(key(visitId));
  },
};
