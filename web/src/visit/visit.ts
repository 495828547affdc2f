import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Hands } from '@kurrel/core';
import type { Choices, Work } from '@kurrel/contract';
import type { AppThunk, RootState } from '../app/store.ts';
import { personOf, sessionApi } from '../app/api/session.ts';
import { notify } from '../app/noticeSlice.ts';
import { openChoices, takeChoices } from './choicesSlice.ts';
import { openHands, takeHands } from './handsSlice.ts';
import { firstChoices } from '../parts/visitCase.ts';
import { openWork, takeWork, USUAL_WORK } from './workSlice.ts';
import type { Base, Part } from './part.ts';
import type { PartSync } from './syncSlice.ts';
import { opened } from './syncSlice.ts';

/** Who saved it, where nobody says. */
const SOMEBODY = 'Somebody else';
const PARTS: readonly Part[] = ['hands', 'choices', 'work'];

/** The newest of a part that the sheet knows. */
function newestOf(part: Part, sheet: VisitSheet, breed: BreedPack): Base {
  if (part === 'hands') {
    const { handsVersion: version, hands: value, dog } = sheet;
    return { version, dogVersion: dog.version, value, by: SOMEBODY };
  }
  if (part === 'work') {
    return {
      version: sheet.workVersion,
      dogVersion: 0,
      value: sheet.work ?? USUAL_WORK,
      by: SOMEBODY,
    };
  }
  const value = firstChoices(sheet, breed);
  return { version: sheet.saved?.version ?? 0, dogVersion: 0, value, by: sheet.saved?.savedBy ?? SOMEBODY };
}

/**
 * Opens the visit's parts on what the sheet says is newest; a part that knows as much already stays as it is. What a colleague saved
 * is told, but for parts of which the screen tells itself.
 */
export const openVisit =
  (sheet: VisitSheet, breed: BreedPack, toldThere: readonly Part[]): AppThunk<Promise<void>> =>
  async (dispatch, getState, { sync }) => {
    const personId = personOf(getState());
    const visitId = sheet.visit.id;
    const other = getState().visit.sync.visitId !== visitId;
    const stale = PARTS.filter(
      (part) => other || !sync.knows(personId, visitId, part, newestOf(part, sheet, breed).version),
    );
    if (stale.length === 0) return;
    if (other) dispatch(opened(visitId));
    for (const part of stale) {
      const newest = newestOf(part, sheet, breed);
      const theirs = newest.by !== sessionApi.endpoints.session.select()(getState()).data?.person.name;
      if (!other && theirs && sync.isEdited(personId, visitId, part)) {
        dispatch(notify({ text: `${newest.by} ${MEANWHILE[part]} Saving yours puts both together.` }));
        continue;
      }
      const { first, then } = await sync.open(personId, visitId, part, newest);
      if (getState().visit.sync.visitId !== visitId) return;
      if (part === 'work') {
        dispatch(openWork({ visitId, work: first as Work }));
        if (then) dispatch(takeWork(then as Work));
      } else if (part === 'hands') {
        dispatch(openHands({ visitId, hands: first as Hands }));
        if (then) dispatch(takeHands(then as Hands));
      } else {
        dispatch(openChoices({ visitId, choices: first as Choices }));
        if (then) dispatch(takeChoices(then as Choices));
      }
      if (then) dispatch(notify({ text: SAVED_WORDS[part] }));
      else if (!other && theirs && !toldThere.includes(part))
        dispatch(notify({ text: `${newest.by} ${MEANWHILE[part]} It is on the screen.` }));
    }
  };

const SAVED_WORDS: Readonly<Record<Part, string>> = {
  hands: 'Findings that had not reached the server were kept.',
  choices: 'Your unsaved changes to this draft were kept. Undo in the draft takes them back.',
  work: 'Changes of bath or order that had not reached the server were kept.',
};

/** What a colleague saved while the visit was open here. */
const MEANWHILE: Readonly<Record<Part, string>> = {
  hands: 'changed what was found on this dog.',
  choices: 'saved this plan.',
  work: 'changed the bath or the order.',
};

export const savePart =
  (part: Part): AppThunk<Promise<void>> =>
  (_dispatch, getState, { sync }) => {
    const { visitId } = getState().visit.sync;
    return visitId === null ? Promise.resolve() : sync.save(personOf(getState()), visitId, part);
  };

/** Takes my side of these entries and theirs of the others. */
export const decideClash =
  (part: Part, clash: NonNullable<PartSync['clash']>, mine: readonly string[]): AppThunk<Promise<void>> =>
  (_dispatch, getState, { sync }) => {
    const { visitId } = getState().visit.sync;
    return visitId === null
      ? Promise.resolve()
      : sync.decide(personOf(getState()), visitId, part, clash, mine);
  };

export const answerOffer =
  (part: Part, offer: NonNullable<PartSync['offer']>, putIn: boolean): AppThunk<Promise<void>> =>
  (_dispatch, getState, { sync }) => {
    const { visitId } = getState().visit.sync;
    return visitId === null
      ? Promise.resolve()
      : sync.answerOffer(personOf(getState()), visitId, part, offer, putIn);
  };

/** What is on the screen of the visit that is open; null while its parts are being opened. */
export function openParts(
  { visit }: RootState,
  visitId: string,
): { hands: Hands; choices: Choices; work: Work } | null {
  const [hands, choices, work] = [visit.hands.present, visit.choices.present, visit.work.present];
  if ([hands, choices, work].some((part) => part.visitId !== visitId)) return null;
  if (!hands.hands || !choices.choices || !work.work) return null;
  return { hands: hands.hands, choices: choices.choices, work: work.work };
}
