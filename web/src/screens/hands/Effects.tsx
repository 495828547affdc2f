import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Conflict, Hands, JudgedMat, LengthUnit, Plan } from '@kurrel/core';
import {
  estimateContextOf,
  estimateVisit,
  factsWith,
  fitVisit,
  formatLength,
  freshHands,
  planChanges,
  planGroom,
  resolveCase,
  zoneKind,
} from '@kurrel/core';
import {
  becauseWord,
  conflictSentence,
  matReasonWord,
  planChangeSentence,
  roughClipSentence,
} from '@kurrel/words';
import { useDeferredValue, useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { minutesRange, moneyWord, zoneWord } from '../../parts/words.ts';
import { firstChoices } from '../../parts/visitCase.ts';
import { TIGHTNESS } from './findWords.ts';

/** Changes told at once. */
const TOLD = 6;

interface EffectsProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly hands: Hands;
  readonly unit: LengthUnit;
}

/** What the findings change, as they are made: mats, the plan, time and price. */
export function Effects({ sheet, breed, hands: latest, unit }: EffectsProps) {
  const hands = useDeferredValue(latest);
  const { visit, plan, estimate, fit, changes } = useMemo(() => {
    const choices = firstChoices(sheet, breed);
    const visit = resolveCase(packs, breed, factsWith(sheet, hands), choices);
    const plan = planGroom(visit);
    const blank = freshHands({ ...sheet.dog, findings: [], signs: [], coatModifiers: [] }, hands.temper);
    const bare = factsWith({ ...sheet, dog: { signs: [] } }, blank);
    const before = planGroom(resolveCase(packs, breed, { ...bare, firstVisit: false }, choices));
    const estimate = estimateVisit(visit, plan, estimateContextOf(sheet));
    const fit = fitVisit(estimate, sheet.visit.minutes, packs.times);
    return { visit, plan, estimate, fit, changes: planChanges(before, plan) };
  }, [sheet, breed, hands]);
  const kinds = [...new Map(visit.derived.restrictions.map(({ kind }) => [kind.id, kind])).values()];
  const rough = roughClipSentence(plan.roughClip);
  const { currency } = estimate.price;
  const warnings = warningsOf(plan, unit);
  return (
    <section className="effects" aria-label="What it changes">
      <div>
        <h2>Mats</h2>
        {plan.mats ? (
          <ul>
            {plan.mats.mats.map((one) => (
              <li key={one.mat.id}>{matSentence(one, unit)}</li>
            ))}
            <li className="muted">
              {Math.round(plan.mats.brushMinutes)} of {Math.round(plan.mats.budgetMinutes)} min of brushing
              out that salon and dog allow
            </li>
          </ul>
        ) : (
          <p className="muted">None found.</p>
        )}
      </div>
      <div>
        <h2>The plan</h2>
        <ul>
          {kinds.map(({ id, name, text }) => (
            <li key={id}>
              <strong>{name}</strong>: {text}
            </li>
          ))}
          {plan.coat.changedBy.map(({ name, effect }) => (
            <li key={name}>
              <strong>{name}</strong>: {effect}
            </li>
          ))}
          {warnings.slice(0, TOLD).map(({ text, where }) => (
            <li key={text} className="warned">
              {where}: {text}
            </li>
          ))}
          {warnings.length > TOLD && (
            <li className="muted">and {warnings.length - TOLD} more warnings on the draft</li>
          )}
          {rough !== null && <li>{rough}</li>}
          {changes.slice(0, TOLD).map((change) => (
            <li key={change.zone}>{planChangeSentence(change, packs.zones, unit)}</li>
          ))}
          {changes.length > TOLD && <li className="muted">and {changes.length - TOLD} more on the draft</li>}
        </ul>
      </div>
      <div data-testid="estimate">
        <h2>Time and price</h2>
        <p className="figure-line">
          <strong>{minutesRange(estimate.minutes)}</strong> · {moneyWord(estimate.price.total.lo, currency)}–
          {moneyWord(estimate.price.total.hi, currency)}
        </p>
        <ul>
          {estimate.mats.mid > 0 && (
            <li>
              mats {minutesRange(estimate.mats)}, {moneyWord(estimate.price.mats.mid, currency)} of it
            </li>
          )}
          {fit.sittings > 1 && (
            <li>
              stands {estimate.standingMinutes} min: {fit.sittings} sittings, {fit.pauseMinutes} min of rest
            </li>
          )}
          {fit.overMinutes > 0 && (
            <li className="warned">
              {Math.round(fit.overMinutes)} min over the {sheet.visit.minutes} booked
              {fit.drop.length > 0 && `: drop first ${fit.drop.map(({ name }) => name).join(', ')}`}
              {fit.visits > 1 && `, or come ${fit.visits} times`}
            </li>
          )}
          <li className="muted">
            {estimate.logsBehind > 0
              ? `${estimate.logsBehind} logged parts behind it`
              : 'usual figures, nothing logged here yet'}
          </li>
        </ul>
        <details>
          <summary>part by part</summary>
          <ul>
            {estimate.parts.map((part) => (
              <li key={part.id}>
                {part.name} {Math.round(part.minutes.mid)} min
                {part.because.length > 0 && (
                  <span className="muted">
                    {' '}
                    ({part.because.map((one) => `${becauseWord(one)} ×${one.factor.toFixed(2)}`).join('; ')})
                  </span>
                )}
              </li>
            ))}
          </ul>
        </details>
      </div>
    </section>
  );
}

function matSentence(one: JudgedMat, unit: LengthUnit): string {
  const { mat, decision, blade, steps } = one;
  const where = `${zoneWord(mat.zone)}, ${TIGHTNESS[mat.tightness]}`;
  if (decision === 'save') return `${where}: save, ${Math.round(one.brushMinutes)} min`;
  const tried = steps.map(({ label }) => label).join(' → ');
  if (one.beyondFloor && decision === 'clip')
    return `${where}: ${matReasonWord[one.reason]}; no blade we use passes: for a vet`;
  const under = blade
    ? `${blade.label} passes, leaves ${formatLength(blade.leavesMm, unit)}`
    : 'no blade passes';
  const what = decision === 'part' ? `save ${Math.round(100 * one.savedShare)} %, clip the rest` : 'clip';
  return `${where}: ${what}, ${matReasonWord[one.reason]}; ${under}${steps.length > 1 ? ` (try ${tried})` : ''}`;
}

/** What could not be kept, each once with the places it is said of; what only the outline lacks comes last. */
function warningsOf({ conflicts }: Plan, unit: LengthUnit) {
  const places = new Map<string, Set<string>>();
  const outline = ({ kind }: Conflict) => kind.startsWith('outline-');
  const ordered = [...conflicts].sort((a, b) => Number(outline(a)) - Number(outline(b)));
  for (const conflict of ordered) {
    const text = conflictSentence(conflict, unit);
    const { name } = zoneKind(packs.zones, conflict.zone);
    places.set(text, (places.get(text) ?? new Set<string>()).add(name));
  }
  return [...places].map(([text, where]) => ({ text, where: [...where].join(', ') }));
}
