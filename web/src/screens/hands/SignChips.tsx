import type { Hands, SeenSign, Sign } from '@kurrel/core';
import { signsFor } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { dropFind, putFinds } from '../../visit/handsSlice.ts';
import { NumberField } from '../../parts/NumberField.tsx';

/** The signs that may be in a place, each a touch: once is there, again is marked, again takes it off. */
export function SignChips({
  hands,
  zone,
  groups,
}: {
  readonly hands: Hands;
  readonly zone: string | null;
  readonly groups?: readonly string[];
}) {
  const dispatch = useAppDispatch();
  const possible = signsFor(packs.signs, zone);
  const shown = packs.signs.groups.filter(
    ({ id }) => (groups?.includes(id) ?? true) && possible.some((sign) => sign.group === id),
  );
  const seenOf = (sign: Sign) => hands.signs.find((seen) => seen.sign === sign.id && seen.zone === zone);
  const put = (seen: SeenSign) => dispatch(putFinds({ finds: [{ kind: 'sign', sign: seen }] }));
  const touch = (sign: Sign) => {
    const seen = seenOf(sign);
    if (!seen) {
      put({ sign: sign.id, zone, level: sign.levels ? 'mild' : null, sizeMm: null, note: '' });
    } else if (seen.level === 'mild') put({ ...seen, level: 'marked' });
    else dispatch(dropFind({ kind: 'sign', sign: sign.id, zone }));
  };
  return shown.map((group) => (
    <section key={group.id}>
      <h2>{group.name}</h2>
      <div className="sides" role="group" aria-label={group.name}>
        {possible
          .filter((sign) => sign.group === group.id)
          .map((sign) => {
            const seen = seenOf(sign);
            return (
              <button
                key={sign.id}
                type="button"
                className={sign.stop ? 'chip stops' : 'chip'}
                aria-pressed={seen !== undefined}
                onClick={() => touch(sign)}
              >
                {sign.name}
                {seen?.level && <span className="level"> {seen.level}</span>}
              </button>
            );
          })}
      </div>
      {possible
        .filter((sign) => sign.group === group.id && sign.sized)
        .map((sign) => {
          const seen = seenOf(sign);
          return (
            seen && (
              <NumberField
                key={sign.id}
                label={`Size of the ${sign.name}`}
                unit="mm"
                value={seen.sizeMm}
                lo={0}
                hi={300}
                refusal="A size is 0 to 300 mm."
                onNumber={(sizeMm) => put({ ...seen, sizeMm })}
                onEmpty={() => put({ ...seen, sizeMm: null })}
              />
            )
          );
        })}
    </section>
  ));
}
