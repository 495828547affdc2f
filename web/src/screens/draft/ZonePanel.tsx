import type { Choices, VisitSheet } from '@kurrel/contract';
import type { LengthUnit, OwnCost, Plan, Reason, ZonePlan } from '@kurrel/core';
import { conflictsAt, formatLength, leftNumber, MAY_DECIDE, zoneKindId } from '@kurrel/core';
import {
  conflictSentence,
  formStepWord,
  handWord,
  joinSentence,
  passSentence,
  pathSentence,
  reasonFigure,
  reasonSentence,
  sourceWord,
} from '@kurrel/words';
import { memo } from 'react';
import Button from 'react-bootstrap/Button';
import { useSessionQuery } from '../../app/api/session.ts';
import { useAppDispatch } from '../../app/store.ts';
import { Chips } from '../../parts/Chips.tsx';
import { setOverride, setSide } from '../../visit/choicesSlice.ts';
import type { SideMode } from './draftView.ts';
import { look } from './draftView.ts';
import { ToolPicker } from './ToolPicker.tsx';

interface ZonePanelProps {
  readonly zone: ZonePlan;
  readonly zones: readonly string[];
  readonly plan: Plan;
  readonly sheet: VisitSheet;
  readonly choices: Choices;
  readonly side: SideMode;
  readonly unit: LengthUnit;
  /** What the groomer's own length costs here. */
  readonly cost: OwnCost | null;
  /** Where the line runs that the place ends at; null where none divides it. */
  readonly line: string | null;
}

/** A zone's name and its length, as it is at this moment. */
export function ZoneHead({ zone, side, unit }: Pick<ZonePanelProps, 'zone' | 'side' | 'unit'>) {
  return (
    <>
      <p className="zone-name">
        {zone.name}
        {zone.side && <span className="muted"> {side === 'both' ? 'left and right' : side}</span>}
      </p>
      <p className="big-length" data-testid="zone-length">
        {leftNumber(zone.leftMm, unit)} <span>{unit}</span>
      </p>
      <p className="shows">
        {Math.abs(zone.visibleMm - zone.leftMm) > 0.05
          ? `shows ${formatLength(zone.visibleMm, unit)} when the curl is back`
          : 'stretched, skin to tip'}
      </p>
    </>
  );
}

/** One zone: its profile, its tool, what is next best, why, what to mind. */
export const ZonePanel = memo(function ZonePanel(props: ZonePanelProps) {
  const { zone, zones, plan, side, unit } = props;
  const dispatch = useAppDispatch();
  const conflicts = conflictsAt(plan, zone.zone);
  const override = props.choices.overrides.find((o) => o.zone === zone.zone);
  const unsafe = conflicts.find((conflict) => conflict.kind === 'override-unsafe');
  const lostSide = conflicts.find((conflict) => conflict.kind === 'one-side-lost');
  const role = useSessionQuery().data?.person.role ?? 'trainee';
  return (
    <>
      {zone.profile.length > 1 && (
        <ul className="profile" aria-label="Along the place">
          {alike(zone.profile).map(({ places, mm }) => (
            <li key={places.join()}>
              <span>{places.join(', ')}</span>
              <span className="figure">{formatLength(mm, unit)}</span>
            </li>
          ))}
        </ul>
      )}
      {props.line && <p className="row-figure muted">Ends at its line. {props.line}</p>}
      <BlockIn passes={zone.passes} unit={unit} />
      <Joins joins={zone.joins} unit={unit} />
      {zone.side && (
        <Chips
          label="Which side"
          options={SIDE_MODES.map((mode) => [mode, mode])}
          chosen={side}
          onChoose={(mode) => dispatch(look({ side: mode }))}
        />
      )}
      {props.cost && <Cost cost={props.cost} unit={unit} />}
      {conflicts.map((conflict) => (
        <p key={conflict.kind} className="conflict" role="note">
          {conflictSentence(conflict, unit)}
        </p>
      ))}
      {lostSide && (
        <Chips
          label="The other side"
          className="sides mb-3"
          options={SIDE_ANSWERS}
          onChoose={(answer) => dispatch(setSide({ zone: lostSide.zone, answer }))}
        />
      )}
      {props.choices.sides[zone.zone] !== undefined && (
        <p className="row-figure">
          <span>
            {props.choices.sides[zone.zone] === 'match'
              ? 'The other side is matched.'
              : 'The other side stays as planned.'}
          </span>
          <button
            type="button"
            className="chip"
            onClick={() => dispatch(setSide({ zone: zone.zone, answer: null }))}
          >
            ask again
          </button>
        </p>
      )}
      {unsafe && override && !MAY_DECIDE.includes(role) && (
        <p className="conflict">A groomer or the lead decides that: ask one to sign in here.</p>
      )}
      {unsafe && override && MAY_DECIDE.includes(role) && (
        <Button
          variant="danger"
          className="mb-3"
          onClick={() => dispatch(setOverride({ zones, patch: { acknowledged: true } }))}
        >
          I understand, use it
        </Button>
      )}
      <ToolPicker zone={zone} zones={zones} unit={unit} hands={props.sheet.hands} />
      <InRun run={plan.runs.find(({ id }) => id === zone.run) ?? null} />
      <InForm forms={plan.forms} zone={zone.zone} />
      {zone.cautions.length > 0 && (
        <section className="care">
          <h3>Care</h3>
          {zone.cautions.map((text) => (
            <p key={text}>{text}</p>
          ))}
        </section>
      )}
      <Why reasons={zone.reasons} unit={unit} />
    </>
  );
});

/** The lengths along a place, neighbours that are alike said once. */
function alike(profile: ZonePlan['profile']) {
  const said: { places: string[]; mm: number }[] = [];
  for (const { place, mm } of profile) {
    const last = said.at(-1);
    if (last?.mm === mm) last.places.push(place);
    else said.push({ places: [place], mm });
  }
  return said;
}

/** What the groomer's own length here costs: off the outline, and rules it breaks. */
function Cost({ cost, unit }: { readonly cost: OwnCost; readonly unit: LengthUnit }) {
  const { offMm, broken } = cost;
  return (
    <p className="own-cost" role="note">
      {offMm !== 0 &&
        `${formatLength(Math.abs(offMm), unit)} ${offMm > 0 ? 'longer' : 'shorter'} than this dog’s outline asks here. `}
      {broken.length > 0 && `Breaks: ${broken.map(({ rule }) => rule.text).join(' ')}`}
    </p>
  );
}

/** The run that makes the place, with its way; nothing where it is a run by itself. */
function InRun({ run }: { readonly run: Plan['runs'][number] | null }) {
  const others = new Set(run?.zones.map(zoneKindId)).size - 1;
  if (!run || others < 1) return null;
  return (
    <section aria-label="Run">
      <h3>In one run: {run.stretch ?? run.name}</h3>
      <p>
        {others === 1 ? 'One other place' : `${others} other places`} in the same stroke. {pathSentence(run)}
      </p>
      <p className="muted">A length or a tool of its own takes this place out of it.</p>
    </section>
  );
}

/** The steps in which a hand shapes the place, each with its tool, and what it is softened with at the end. */
function InForm({ forms, zone }: { readonly forms: Plan['forms']; readonly zone: string }) {
  const here = forms.flatMap(({ name, steps }) =>
    steps.flatMap((step) => (step.zones.includes(zone) ? [{ name, step }] : [])),
  );
  const [first] = here;
  if (!first) return null;
  return (
    <section aria-label="By hand">
      <h3>{first.name}</h3>
      <ol className="passes">
        {here.map(({ name, step }, i) => (
          <li key={i}>
            {formStepWord({ do: step.do, name: null })}
            {name !== first.name && `, ${name}`}: {step.tool.label}
            {step.how !== null && ` · ${step.how}`}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** The runs of combs before the hand shapes the place. */
function BlockIn({ passes, unit }: { readonly passes: ZonePlan['passes']; readonly unit: LengthUnit }) {
  if (passes.length === 0) return null;
  return (
    <section aria-label="Block in first">
      <h3>Block in first</h3>
      <ol className="passes">
        {passes.map((pass) => (
          <li key={pass.along.from}>
            {passSentence(pass, unit)}
            {pass.blendMm !== null && (
              <span className="muted"> · blend into the next over {handWord(pass.blendMm, unit)}</span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** How the place goes over into its neighbours. */
function Joins({
  joins = [],
  unit,
}: {
  readonly joins: ZonePlan['joins'] | undefined;
  readonly unit: LengthUnit;
}) {
  if (joins.length === 0) return null;
  return (
    <section aria-label="Joins">
      <h3>Joins</h3>
      <ul className="passes">
        {joins.map((join) => (
          <li key={join.into}>{joinSentence(join, unit)}</li>
        ))}
      </ul>
    </section>
  );
}

const SIDE_MODES: readonly SideMode[] = ['both', 'left', 'right'];
const SIDE_ANSWERS = [
  ['match', 'match the other side'],
  ['leave', 'leave it as planned'],
] as const;

function Why({ reasons, unit }: { readonly reasons: readonly Reason[]; readonly unit: LengthUnit }) {
  return (
    <section id="why">
      <h3>Why</h3>
      <ol className="why">
        {reasons.map((reason, index) => (
          <li key={index}>
            <span className={reason.overruled ? 'overruled' : ''}>
              {reason.overruled ? <s>{reasonSentence(reason)}</s> : reasonSentence(reason)}
              <span className="source"> {sourceWord[reason.source]}</span>
            </span>
            <span className="figure">{reasonFigure(reason, unit)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
