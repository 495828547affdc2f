import { WithVisit } from '../../parts/WithVisit.tsx';
import { DraftBoard } from './DraftBoard.tsx';

/** What to leave where: the visit's draft, once its dog and breed are here. */
export const Draft = () => (
  <WithVisit what="the dog">
    {(sheet, breed, choices) => (
      <DraftBoard key={sheet.visit.id} sheet={sheet} breed={breed} choices={choices} />
    )}
  </WithVisit>
);
