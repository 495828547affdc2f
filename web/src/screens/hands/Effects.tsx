import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Hands, JudgedMat, LengthUnit, Plan } from '@kurrel/core';
import {
  byId,
  estimateContextOf,
  estimateVisit,
  factsWith,
  fitVisit,
  formatLength,
  freshHands,
  planGroom,
  planInputOf,
  restrictionsOf,
} from '@kurrel/core';
import { useDeferredValue, useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { minutesWord, moneyWord, zoneWord } from '../../parts/words.ts';
import { conflictSentence, matReasonWord } from '../draft/reasonWords.ts';
import { firstChoices } from '../draft/useDraft.ts';
import { TIGHTNESS } from './findWords.ts';

interface EffectsProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly hands: Hands;
  readonly unit: LengthUnit;
}

/** What the findings change, as they are made: mats, the plan, time and price. */
export function Effects({ sheet, breed, hands: latest, unit }: EffectsProps) {
  const hands = useDeferredValue(latest);
  const { plan, estimate, fit, changed } = useMemo(() => {
    const choices = firstChoices(sheet, breed);
    const input = planInputOf(packs, breed, factsWith(sheet, hands), choices);
    const plan = planGroom(input);
    const blank = freshHands({ ...sheet.dog, findings: [], signs: [], coatModifiers: [] }, hands.temper);
    const before = planGroom(
      planInputOf(packs, breed, factsWith({ ...sheet, dog: { signs: [] } }, blank), choices),
    );
    const estimate = estimateVisit(input, estimateContextOf(sheet));
    const fit = fitVisit(estimate, sheet.visit.minutes, packs.times);
    return { plan, estimate, fit, changed: differences(before, plan, unit) };
  }, [sheet, breed, hands, unit]);
  const restrictions = restrictionsOf(factsWith(sheet, hands).dog.signs, packs);
  const { currency } = estimate.price;
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
          {[...new Map(restrictions.map((seen) => [seen.restriction, seen])).values()].map(
            ({ restriction }) => {
              const kind = byId('restriction', packs.safety.restrictions, restriction);
              return (
                <li key={restriction}>
                  <strong>{kind.name}</strong>: {kind.text}
                </li>
              );
            },
          )}
          {plan.coat.changedBy.map(({ name, effect }) => (
            <li key={name}>
              <strong>{name}</strong>: {effect}
            </li>
          ))}
          {[...new Set(plan.conflicts.map((conflict) => conflictSentence(conflict, unit)))]
            .slice(0, 4)
            .map((text) => (
              <li key={text} className="warned">
                {text}
              </li>
            ))}
          {plan.roughClip.wanted && <li>Rough clip before the bath: {plan.roughClip.because.join(', ')}.</li>}
          {changed.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </div>
      <div data-testid="estimate">
        <h2>Time and price</h2>
        <p className="figure-line">
          <strong>{minutesWord(estimate.minutes)}</strong> · {moneyWord(estimate.price.total.lo, currency)}–
          {moneyWord(estimate.price.total.hi, currency)}
        </p>
        <ul>
          {estimate.mats.mid > 0 && (
            <li>
              mats {minutesWord(estimate.mats)}, {moneyWord(estimate.price.mats.mid, currency)} of it
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
              : 'trade priors, nothing logged yet'}
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
                    ({part.because.map(({ text, factor }) => `${text} ×${factor.toFixed(2)}`).join('; ')})
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
  const under = blade
    ? `${blade.label} passes, leaves ${formatLength(blade.leavesMm, unit)}`
    : 'no blade passes';
  const what = decision === 'part' ? `save ${Math.round(100 * one.savedShare)} %, clip the rest` : 'clip';
  return `${where}: ${what}, ${matReasonWord[one.reason]}; ${under}${steps.length > 1 ? ` (try ${tried})` : ''}`;
}

/** Lengths that come out otherwise than without the findings, the largest changes first. */
function differences(before: Plan, after: Plan, unit: LengthUnit): readonly string[] {
  const was = new Map(before.zones.map((zone) => [zone.zone, zone]));
  return after.zones
    .flatMap((zone) => {
      const old = was.get(zone.zone);
      if (!old) return [];
      const by = Math.abs(zone.leftMm - old.leftMm);
      const words =
        by > 0.5
          ? `${zoneWord(zone.zone)} ${formatLength(old.leftMm, unit)} → ${formatLength(zone.leftMm, unit)}`
          : zone.tool?.label !== old.tool?.label && zone.tool && old.tool
            ? `${zoneWord(zone.zone)}: ${zone.tool.label} in place of ${old.tool.label}`
            : null;
      return words ? [{ by, words }] : [];
    })
    .sort((a, b) => b.by - a.by)
    .slice(0, 5)
    .map(({ words }) => words);
}
