import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack } from '@kurrel/core';
import { byId } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useEffect } from 'react';
import { notify } from '../../app/noticeSlice.ts';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { Loading } from '../../parts/Loading.tsx';
import { DraftBoard } from './DraftBoard.tsx';
import { look, openDraft, take } from './draftSlice.ts';
import { keptDraft } from './keptDraft.ts';
import { firstChoices } from '../../parts/visitCase.ts';

/** What to leave where: the visit's draft, once its dog and breed are here. */
export const Draft = () => (
  <WithVisit what="the dog">{(sheet, breed) => <OpenDraft sheet={sheet} breed={breed} />}</WithVisit>
);

function OpenDraft({ sheet, breed }: { readonly sheet: VisitSheet; readonly breed: BreedPack }) {
  const dispatch = useAppDispatch();
  const { visitId, choices } = useAppSelector((state) => state.draft.choices.present);
  const id = sheet.visit.id;
  useEffect(() => {
    if (visitId === id) return;
    const first = firstChoices(sheet, breed);
    dispatch(openDraft({ visitId: id, choices: first }));
    const coat = byId('coat type', packs.coats.types, sheet.dog.coatType);
    const curlBack = coat.shown === 'reverted' && coat.curl < 1;
    dispatch(
      look({ selected: 'back', side: 'both', compare: false, panel: 'zone', gesture: false, curlBack }),
    );
    const kept = keptDraft.read(id);
    if (kept && breed.trims.some((trim) => trim.id === kept.trimId) && !isEqual(kept, first)) {
      dispatch(take(kept));
      dispatch(notify({ text: 'Your unsaved changes to this draft were kept. Undo takes them back.' }));
    }
  }, [dispatch, visitId, id, sheet, breed]);
  if (visitId !== id || !choices) return <Loading what="the draft" />;
  return <DraftBoard sheet={sheet} breed={breed} choices={choices} />;
}
