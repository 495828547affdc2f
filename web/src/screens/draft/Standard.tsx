import type { Mend, RuleCheck } from '@kurrel/core';
import { formatLength, zoneKind, zoneKindId } from '@kurrel/core';
import { allowedWord, listWord, measuredWord, ruleFigure, ruleSourceWord } from '@kurrel/words';
import { addDays } from 'date-fns';
import { memo, useEffect, useState } from 'react';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTimes } from '../../parts/times.ts';
import { setLength } from '../../visit/choicesSlice.ts';
import { look } from './draftView.ts';
import type { Held } from './useDraft.ts';

interface StandardProps {
  readonly held: Held;
  /** When the dog comes, ISO. */
  readonly day: string;
}

/** The breed's rules under the coat, in the coat now, and as planned; what is broken with what would mend it. */
export const Standard = memo(function Standard({ held, day }: StandardProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const times = useTimes();
  const { checks } = held;
  const mends = useMends(held);
  if (checks.length === 0) return null;
  return (
    <section>
      <h2>Against the standard</h2>
      <ul className="rows checks">
        {checks.map((check) => {
          const { rule, skin, before, after, kept, daysToGrow } = check;
          const figure = (value: number) => ruleFigure(rule, value, unit);
          return (
            <li key={rule.id} className={kept ? 'kept' : 'broken'}>
              <span title={`${rule.text} ${ruleSourceWord(rule)}`}>
                {check.view !== null ? <Measured check={check} /> : rule.text}
                <span className="source"> {ruleSourceWord(rule)}</span>
                {skin !== null && <span className="advice">under the coat {figure(skin)}</span>}
                {!kept && (
                  <span className="advice">
                    {after !== null && `Allowed: ${allowedWord(check, unit)}. `}
                    {rule.whenBroken}
                    {daysToGrow !== null &&
                      `; the hair is there on ${times.day(addDays(new Date(day), Math.ceil(daysToGrow)).toISOString())}`}
                  </span>
                )}
                {!kept && <MendIt check={check} mend={mends?.get(rule.id)} />}
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

/** A plan has to rest this long before its broken rules are mended, ms. */
const REST_MS = 350;

/** What would mend each broken rule, by its id, found one after the other once the plan rests; those not yet found are missing. */
function useMends(held: Held): ReadonlyMap<string, Mend | null> | null {
  const [found, setFound] = useState<{
    readonly of: Held;
    readonly mends: ReadonlyMap<string, Mend | null>;
  }>();
  useEffect(() => {
    const broken = held.checks.filter(({ kept }) => kept === false);
    const mends = new Map<string, Mend | null>();
    let waiting: ReturnType<typeof setTimeout>;
    const next = (index: number) => {
      const check = broken[index];
      if (!check) return;
      mends.set(check.rule.id, held.mend(check));
      setFound({ of: held, mends: new Map(mends) });
      waiting = setTimeout(() => next(index + 1));
    };
    waiting = setTimeout(() => next(0), REST_MS);
    return () => clearTimeout(waiting);
  }, [held]);
  return found?.of === held ? found.mends : null;
}

/** What is measured, by name; touched, it shows on the dog along which lines. */
function Measured({ check }: { readonly check: RuleCheck }) {
  const dispatch = useAppDispatch();
  const { rule, view } = check;
  const { id } = rule;
  const shown = useAppSelector((state) => state.draftView.rule) === id;
  return (
    <button
      type="button"
      className="chip"
      aria-pressed={shown}
      onClick={() => dispatch(look(shown ? { rule: null } : { rule: id, ...(view ? { view } : {}) }))}
    >
      {measuredWord(rule)}
    </button>
  );
}

/** The smallest change of one place that would keep the rule, done at a touch; said where there is none. */
function MendIt({ check, mend }: { readonly check: RuleCheck; readonly mend: Mend | null | undefined }) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const { after, daysToGrow } = check;
  if (mend === undefined) return null;
  if (!mend) {
    if (after === null || daysToGrow !== null) return null;
    return <span className="advice">No change in one place mends it within what skin and hair allow.</span>;
  }
  const { name } = zoneKind(packs.zones, mend.zone);
  const kinds = [...new Set(mend.lengths.map(({ zone }) => zoneKindId(zone)))];
  const others = kinds.filter((kind) => kind !== mend.zone).map((kind) => zoneKind(packs.zones, kind).name);
  const change = `${name} ${formatLength(Math.abs(mend.byMm), unit)} ${mend.byMm > 0 ? 'longer' : 'shorter'}`;
  const word = others.length > 0 ? `${change}, ${listWord(others)} too` : change;
  return (
    <button
      type="button"
      className="chip mend"
      onClick={() => {
        for (const { zone, mm } of mend.lengths) {
          dispatch(setLength({ zones: [zone], mm, gesture: `mend-${check.rule.id}` }));
        }
      }}
    >
      {word}
    </button>
  );
}
