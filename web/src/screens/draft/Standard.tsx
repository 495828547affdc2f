import { byId, formatLength } from '@kurrel/core';
import { allowedWord, measuredWord, ruleFigure } from '@kurrel/words';
import { addDays } from 'date-fns';
import { memo } from 'react';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTimes } from '../../parts/times.ts';
import { setLength } from '../../visit/choicesSlice.ts';
import { look } from './draftView.ts';
import type { Check } from './useDraft.ts';

interface StandardProps {
  readonly checks: readonly Check[];
  /** When the dog comes, ISO. */
  readonly day: string;
}

/** The breed's rules under the coat, in the coat now, and as planned; what is broken with what would mend it. */
export const Standard = memo(function Standard({ checks, day }: StandardProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const times = useTimes();
  if (checks.length === 0) return null;
  return (
    <section>
      <h2>Against the standard</h2>
      <ul className="rows checks">
        {checks.map((check) => {
          const { rule, skin, before, after, kept, daysToGrow } = check;
          const figure = (value: number) => ruleFigure(rule, value, unit);
          return (
            <li key={rule.text} className={kept ? 'kept' : 'broken'}>
              <span title={rule.text}>
                {check.view !== null ? <Measured check={check} /> : rule.text}
                {skin !== null && <span className="advice">under the coat {figure(skin)}</span>}
                {!kept && (
                  <span className="advice">
                    {after !== null && `Allowed: ${allowedWord(check, unit)}. `}
                    {rule.whenBroken}
                    {daysToGrow !== null &&
                      `; the hair is there on ${times.day(addDays(new Date(day), Math.ceil(daysToGrow)).toISOString())}`}
                  </span>
                )}
                {!kept && <MendIt check={check} />}
              </span>
              <span className="figure">
                {before !== null && after !== null && `${figure(before)} → `}
                <strong>{after !== null ? figure(after) : kept ? 'kept' : 'broken'}</strong>
                <span className="visually-hidden">
                  {kept ? ', within the standard' : ', outside the standard'}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
});

/** What is measured, by name; touched, it shows on the dog along which lines. */
function Measured({ check }: { readonly check: Check }) {
  const dispatch = useAppDispatch();
  const { rule, view } = check;
  const { text } = rule;
  const shown = useAppSelector((state) => state.draftView.rule) === text;
  return (
    <button
      type="button"
      className="chip"
      aria-pressed={shown}
      onClick={() => dispatch(look(shown ? { rule: null } : { rule: text, ...(view ? { view } : {}) }))}
    >
      {measuredWord(rule)}
    </button>
  );
}

/** The smallest change of one place that would keep the rule, done at a touch; said where there is none. */
function MendIt({ check }: { readonly check: Check }) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const { mend, after, daysToGrow } = check;
  if (!mend) {
    if (after === null || daysToGrow !== null) return null;
    return <span className="advice">No change in one place mends it within what skin and hair allow.</span>;
  }
  const { name } = byId('zone', packs.zones.zones, mend.zone);
  const word = `${name} ${formatLength(Math.abs(mend.byMm), unit)} ${mend.byMm > 0 ? 'longer' : 'shorter'}`;
  return (
    <button
      type="button"
      className="chip mend"
      onClick={() => {
        for (const { zone, mm } of mend.lengths) {
          dispatch(setLength({ zones: [zone], mm, gesture: `mend-${check.rule.text}` }));
        }
      }}
    >
      {word}
    </button>
  );
}
