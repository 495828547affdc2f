import type { VisitSheet } from '@kurrel/contract';
import type { Conflict, LengthUnit, Plan } from '@kurrel/core';
import { byId, formatLength, otherSide, planChanges, zoneKind, zoneKindId } from '@kurrel/core';
import { conflictSentence, whyNothingSentence } from '@kurrel/words';
import { memo, useMemo } from 'react';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { zoneWord } from '../../parts/words.ts';
import { look } from './draftView.ts';

interface FoundProps {
  readonly findings: VisitSheet['hands']['findings'];
  /** The plan there would be without each of them. */
  readonly others: readonly Plan[];
  readonly plan: Plan;
  readonly unit: LengthUnit;
}

/** Changes told of a finding. */
const TOLD = 3;

/** What the hands found, and what each finding changes of the plan; its outline without it can be laid over the dog. */
export const Found = memo(function Found({ findings, others, plan, unit }: FoundProps) {
  const dispatch = useAppDispatch();
  const without = useAppSelector((state) => state.draftView.without);
  const changes = useMemo(() => others.map((other) => changesBy(other, plan, unit)), [others, plan, unit]);
  if (findings.length === 0 && plan.measures.length === 0) return null;
  return (
    <section>
      <h2>Hands and tape found</h2>
      <ul className="rows">
        {findings.map(({ finding, severity }, i) => {
          const kind = byId('finding', packs.findings.findings, finding);
          const told = changes[i] ?? [];
          return (
            <li key={finding} className="found">
              <span>
                {kind.name} <span className="muted">{severity}</span>
                <span className="advice">{kind.advice}</span>
                {told.length > 0 && <span className="advice">Changes {told.join(', ')}.</span>}
                {told.length === 0 && <span className="advice">{answerWord(plan, others[i], finding)}</span>}
              </span>
              {told.length > 0 && (
                <button
                  type="button"
                  className="chip"
                  aria-pressed={without === finding}
                  aria-label={`See it without ${kind.name}`}
                  onClick={() => dispatch(look({ without: without === finding ? null : finding }))}
                >
                  see it without
                </button>
              )}
            </li>
          );
        })}
        {plan.measures.map(({ measure, name, changes: where, shapes, why }) => (
          <li key={measure} className="found">
            <span>
              {name}
              {where.length > 0 && (
                <span className="advice">Changes the length of {placesWord(new Set(where))}.</span>
              )}
              {where.length === 0 && shapes.length > 0 && (
                <span className="advice">Shapes {placesWord(new Set(shapes))}.</span>
              )}
              {why !== null && <span className="advice">{whyNothingSentence[why]}</span>}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
});

/** Where a finding shapes the dog at landmarks only, by the plan there would be without it; or why it does nothing. */
function answerWord(plan: Plan, without: Plan | undefined, finding: string): string {
  const answer = plan.findings.find((one) => one.finding === finding);
  if (!answer || !without) return '';
  const before = new Map(without.zones.map(({ zone, profile }) => [zone, JSON.stringify(profile)]));
  const shaped = plan.zones.filter(({ zone, profile }) => before.get(zone) !== JSON.stringify(profile));
  if (shaped.length > 0) return `Shapes ${placesWord(new Set(shaped.map(({ zone }) => zone)))}.`;
  return whyNothingSentence[answer.why ?? 'unseen'];
}

/** "croup 11 mm shorter": the largest changes first, both sides once. */
function changesBy(before: Plan, after: Plan, unit: LengthUnit): readonly string[] {
  const seen = new Set<string>();
  return planChanges(before, after).flatMap(({ zone, fromMm, toMm }) => {
    const kind = zoneKindId(zone);
    const by = Math.round(toMm - fromMm);
    if (by === 0 || seen.has(kind) || seen.size === TOLD) return [];
    seen.add(kind);
    const { name } = zoneKind(packs.zones, kind);
    return [`${name} ${formatLength(Math.abs(by), unit)} ${by > 0 ? 'longer' : 'shorter'}`];
  });
}

const CANNOT: readonly Conflict['kind'][] = ['outline-hair', 'outline-skin', 'outline-maximum'];

/** What of the outline cannot be had on this dog, and when. */
export const NotBetter = memo(function NotBetter({ plan, unit }: Pick<FoundProps, 'plan' | 'unit'>) {
  const said = new Map<string, Set<string>>();
  for (const conflict of plan.conflicts) {
    if (!CANNOT.includes(conflict.kind)) continue;
    const text = conflictSentence(conflict, unit);
    said.set(text, (said.get(text) ?? new Set()).add(conflict.zone));
  }
  if (said.size === 0) return null;
  return (
    <section>
      <h2>Why it cannot be better</h2>
      <ul className="rows">
        {[...said].map(([text, zones]) => (
          <li key={text}>
            <span>
              {placesWord(zones)}
              <span className="advice">{text}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
});

/** "croup, left thigh": a place of both sides once, of one side with its side. */
const placesWord = (zones: ReadonlySet<string>): string =>
  [
    ...new Set(
      [...zones].map((zone) =>
        zones.has(otherSide(zone)) ? zoneKind(packs.zones, zone).name : zoneWord(zone),
      ),
    ),
  ].join(', ');
