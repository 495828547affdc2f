import type { ViewId } from '@kurrel/core';
import { VIEW_IDS } from '@kurrel/core';
import { memo } from 'react';
import { Link } from 'react-router';
import { useAppDispatch } from '../../app/store.ts';
import { Chips } from '../../parts/Chips.tsx';
import { look } from './draftView.ts';
import { Legend } from './Legend.tsx';

interface UnderDogProps {
  readonly visitId: string;
  readonly view: ViewId;
  readonly curlBack: boolean;
  readonly compare: boolean;
  /** The finding that is left out of the line laid over the dog. */
  readonly without: string | null;
}

/** The side the dog is seen from, its pattern sheet, and what the lines mean. */
export const UnderDog = memo(function UnderDog({ visitId, view, curlBack, compare, without }: UnderDogProps) {
  const dispatch = useAppDispatch();
  return (
    <>
      <div className="under-dog">
        <Chips
          label="Seen from"
          className="view-switch"
          options={VIEWS}
          chosen={view}
          onChoose={(id) => dispatch(look({ view: id }))}
        />
        <Link className="chip" to={`/visits/${visitId}/sheet`}>
          pattern sheet
        </Link>
      </div>
      <Legend
        curlBack={curlBack}
        compare={compare}
        without={without}
        onCurl={() => dispatch(look({ curlBack: !curlBack }))}
        onCompare={(on) => dispatch(look({ compare: on }))}
      />
    </>
  );
});

export const VIEW_WORD: Readonly<Record<ViewId, string>> = {
  side: 'side',
  front: 'front',
  rear: 'rear',
  top: 'top',
  headFront: 'face',
  headSide: 'head',
};
const VIEWS = VIEW_IDS.map((id) => [id, VIEW_WORD[id]] as const);
