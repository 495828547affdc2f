import { WithVisit } from '../../parts/WithVisit.tsx';
import { HandsBoard } from './HandsBoard.tsx';

/** What the hands find: the visit's sheet of findings, once its dog and breed are here. */
export const HandsOn = () => (
  <WithVisit what="the dog">
    {(sheet, breed) => <HandsBoard key={sheet.visit.id} sheet={sheet} breed={breed} />}
  </WithVisit>
);
