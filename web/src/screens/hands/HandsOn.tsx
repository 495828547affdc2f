import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useEffect } from 'react';
import { notify } from '../../app/noticeSlice.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { Loading } from '../../parts/Loading.tsx';
import { HandsBoard } from './HandsBoard.tsx';
import { lookAt, openHands, takeHands } from './handsSlice.ts';
import { keptHands } from './keptHands.ts';

/** What the hands find: the visit's sheet of findings, once its dog and breed are here. */
export const HandsOn = () => (
  <WithVisit what="the dog">
    {(sheet, breed) => <OpenSheet key={sheet.visit.id} sheet={sheet} breed={breed} />}
  </WithVisit>
);

function OpenSheet({ sheet, breed }: { readonly sheet: VisitSheet; readonly breed: BreedPack }) {
  const dispatch = useAppDispatch();
  const { visitId, hands } = useAppSelector((state) => state.hands.sheet.present);
  const id = sheet.visit.id;
  useEffect(() => {
    dispatch(openHands({ visitId: id, hands: sheet.hands }));
    dispatch(lookAt({ view: 'left', zone: 'back', tab: 'place' }));
    const kept = keptHands.read(id);
    if (kept && !isEqual(kept, sheet.hands)) {
      dispatch(takeHands(kept));
      dispatch(notify({ text: 'Findings that had not reached the server were kept.' }));
    }
    // Only when the screen opens: what arrives later is the echo of what is on it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dispatch, id]);
  if (visitId !== id || !hands) return <Loading what="the findings" />;
  return <HandsBoard sheet={sheet} breed={breed} hands={hands} />;
}
