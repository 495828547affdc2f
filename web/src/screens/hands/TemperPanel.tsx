import type { Hands } from '@kurrel/core';
import { standingOf } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { putFinds, setStanding } from '../../visit/handsSlice.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { SignChips } from './SignChips.tsx';

/** Temperament: how hard to handle, what sets it off, how long it stands. */
export function TemperPanel({ hands, ageMonths }: { readonly hands: Hands; readonly ageMonths: number }) {
  const dispatch = useAppDispatch();
  const { temper } = hands;
  const standing = standingOf(packs, { temper, ageMonths });
  return (
    <div className="place">
      <h2>Handling</h2>
      <div className="sides" role="group" aria-label="Handling">
        {packs.signs.temper.handling.map(({ id, name, factor }) => (
          <button
            key={id}
            type="button"
            className="chip"
            aria-pressed={temper.handling === id}
            title={`minutes × ${factor}`}
            onClick={() => dispatch(putFinds({ finds: [{ kind: 'handling', handling: id }] }))}
          >
            {name}
          </button>
        ))}
      </div>
      <h2>Stands before a break</h2>
      <NumberField
        label="Minutes"
        unit="min"
        value={temper.standingMinutes}
        placeholder={`${standing.minutes}, usual at this age`}
        lo={1}
        hi={240}
        refusal="A dog stands between 1 and 240 minutes."
        onNumber={(minutes) => dispatch(setStanding(minutes))}
        onEmpty={() => dispatch(setStanding(null))}
      />
      <SignChips hands={hands} zone={null} groups={['temper']} />
    </div>
  );
}
