import type { Feature, RuleCheck } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { look } from './draftView.ts';

const FEATURE = {
  lengthToHeight: 'length : height',
  legToDepth: 'leg : depth',
  topline: 'top line',
  underline: 'underline',
} as const;

/** A proportion by name; touched, it shows on the dog what is measured for it. */
function Measured({ feature }: { readonly feature: Feature }) {
  const dispatch = useAppDispatch();
  const shown = useAppSelector((state) => state.draftView.feature) === feature;
  return (
    <button
      type="button"
      className="chip"
      aria-pressed={shown}
      onClick={() => dispatch(look({ feature: shown ? null : feature, view: 'side' }))}
    >
      {FEATURE[feature]}
    </button>
  );
}

/** The breed's rules, before and after. */
export function Standard({ checks }: { readonly checks: readonly RuleCheck[] }) {
  const unit = useAppSelector((state) => state.preferences.unit);
  if (checks.length === 0) return null;
  const figure = (check: RuleCheck, value: number | null) => {
    if (value === null) return '';
    if (check.rule.kind === 'ratio') return value.toFixed(2);
    if (check.rule.kind === 'slope' || check.rule.kind === 'tuckUp') return `${value.toFixed(1)}°`;
    return formatLength(value, unit);
  };
  return (
    <section>
      <h2>Against the standard</h2>
      <ul className="rows checks">
        {checks.map((check, index) => (
          <li key={index} className={check.kept ? 'kept' : 'broken'}>
            <span title={check.rule.text}>
              {check.rule.kind === 'ratio' || check.rule.kind === 'slope' ? (
                <Measured feature={check.rule.feature} />
              ) : (
                check.rule.text
              )}
              {!check.kept && <span className="advice">{check.rule.whenBroken}</span>}
            </span>
            <span className="figure">
              {check.after !== null && `${figure(check, check.before)} → `}
              <strong>
                {check.after !== null ? figure(check, check.after) : check.kept ? 'kept' : 'broken'}
              </strong>
              <span className="visually-hidden">
                {check.kept ? ', within the standard' : ', outside the standard'}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
