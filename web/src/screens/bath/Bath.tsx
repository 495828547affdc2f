import type { Choices, VisitSheet, Work } from '@kurrel/contract';
import type { BathPlan, BathStep, BreedPack } from '@kurrel/core';
import { byRole } from '@kurrel/core';
import { lazy, Suspense } from 'react';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';
import { importWhenOnline } from '../../app/importWhenOnline.ts';
import { useAppDispatch } from '../../app/store.ts';
import { ContactTimer } from '../../parts/ContactTimer.tsx';
import { Loading } from '../../parts/Loading.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { Stops } from '../../parts/Stops.tsx';
import { minutesWhole } from '../../parts/taskWords.ts';
import { Title } from '../../parts/Title.tsx';
import { takenBefore, useBath } from '../../parts/useWork.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { WorkBar } from '../../parts/WorkBar.tsx';
import { setBath } from '../../visit/workSlice.ts';
import { scopeWord } from '@kurrel/words';
import { Link } from 'react-router';
import { Amount, mlWord } from './Amount.tsx';
import { TakeFromBottles } from './TakeFromBottles.tsx';

const DryingCurve = lazy(async () => ({
  default: (await importWhenOnline(() => import('./DryingCurve.tsx'))).DryingCurve,
}));

/** The bath of this dog: what goes on and why, how much from which bottle, how it is dried, what sets it. */
export const Bath = () => (
  <WithVisit what="the bath">
    {(sheet, breed, choices, work) => <Board sheet={sheet} breed={breed} choices={choices} work={work} />}
  </WithVisit>
);

interface BoardProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly choices: Choices;
  readonly work: Work;
}

function Board({ sheet, breed, choices, work }: BoardProps) {
  const { bath, visit, estimate } = useBath(sheet, breed, choices, work.bath);
  if (!visit.derived.scope.washes)
    return (
      <main id="content" className="bath">
        <Title of={['Bath', sheet.dog.name]} />
        <WorkBar sheet={sheet} title={`${sheet.dog.name}’s bath`} />
        <p className="bath-none">
          No bath is asked for this time: only {scopeWord(packs.wishes, choices.scope)}. Change it in{' '}
          <Link to={`/visits/${sheet.visit.id}/choices`}>Choices</Link>.
        </p>
      </main>
    );
  const wash = estimate.parts.find(({ id }) => id === WASH.id);
  const dry = estimate.parts.find(({ id }) => id === DRY.id);
  return (
    <main id="content" className="bath">
      <Title of={['Bath', sheet.dog.name]} />
      <WorkBar sheet={sheet} title={`${sheet.dog.name}’s bath`} />
      <aside className="bath-say" aria-label="This bath">
        <Stops sheet={sheet} hands={sheet.hands} />
        <p className="muted">
          {visit.derived.coat.name}, {bath.surfaceM2.toFixed(2)} m² of skin; holds {mlWord(bath.heldMl)} when
          soaked.
        </p>
        <Say sheet={sheet} bath={bath} work={work} />
      </aside>
      <section className="bath-steps" aria-label="Programme">
        <h2>
          Wash and condition <span className="muted">{minutesWhole(wash?.minutes.mid ?? 0)}</span>
        </h2>
        {bath.twice && (
          <p className="caution">
            Two baths: the first takes the dirt off, then the rough clip, then the second.
          </p>
        )}
        <Steps bath={bath} sheet={sheet} which={(step) => step.phase !== 'dry'} />
        {bath.notUsed.length > 0 && (
          <details className="not-used">
            <summary>Not on this dog, and why ({bath.notUsed.length})</summary>
            <dl>
              {bath.notUsed.map(({ id, name, why }) => (
                <div key={id}>
                  <dt>{name}</dt>
                  <dd>{why}</dd>
                </div>
              ))}
            </dl>
          </details>
        )}
      </section>
      <section className="bath-dry" aria-label="Drying">
        <h2>
          Dry <strong>{minutesWhole(bath.drying.minutes)}</strong>
          {dry && (
            <span className="muted">
              {' '}
              of {minutesWhole(dry.minutes.mid)} with towels and setting up (8 in 10:{' '}
              {Math.round(dry.minutes.lo)} to {Math.round(dry.minutes.hi)})
            </span>
          )}
        </h2>
        <p className="bath-method">
          <strong>{bath.drying.name}</strong> with {bath.drying.dryers.map(({ name }) => name).join(' and ')}
          {bath.drying.noHeat && ', no heat on this dog'}. {bath.drying.how}{' '}
          <span className="why">{bath.drying.why}</span>
        </p>
        <Suspense fallback={<Loading what="the drying curve" />}>
          <DryingCurve
            drying={bath.drying}
            past={sheet.history.dog.flatMap(({ part, minutes }) =>
              part === DRY.id ? [Math.max(0, minutes - DRY.fixed)] : [],
            )}
          />
        </Suspense>
        <ul className="saves">
          <li>
            another towel saves <strong>{minutesWhole(bath.drying.anotherTowelSaves)}</strong>
          </li>
          <li>
            a second dryer saves <strong>{minutesWhole(bath.drying.anotherDryerSaves)}</strong>
          </li>
        </ul>
        {dry?.because.some(({ of }) => of === 'logged') && (
          <p className="muted">
            Learned: dryings of this dog and this groomer are in it (
            {dry.because.flatMap((one) =>
              one.of === 'logged' ? [`${one.n} logged, ×${one.factor.toFixed(2)}`] : [],
            )}
            ).
          </p>
        )}
        <Steps bath={bath} sheet={sheet} which={(step) => step.phase === 'dry'} />
      </section>
      <section className="bath-set" aria-label="Setting">
        {bath.finishing.length > 0 && (
          <>
            <h2>Set it{visit.choices.purpose === 'show' && ' for the ring'}</h2>
            <ol>
              {bath.finishing.map(({ id, name, where, how, why, ringRules, product }) => (
                <li key={id}>
                  <strong>{name}</strong> <span className="muted">{where.join(', ')}</span>
                  {product && <Amount used={product} />}
                  <p>
                    {how} <span className="why">{why}</span>
                  </p>
                  {ringRules && <p className="caution">{packs.treatments.ringNote}</p>}
                </li>
              ))}
            </ol>
            {bath.finishing.some(({ comesOut }) => comesOut !== null) && (
              <p>
                <strong>Out before judging:</strong>{' '}
                {bath.finishing.flatMap(({ comesOut }) => comesOut ?? []).join(', ')}.
              </p>
            )}
          </>
        )}
        <TakeFromBottles visitId={sheet.visit.id} bath={bath} sheet={sheet} />
      </section>
    </main>
  );
}

const partOf = (role: 'wash' | 'dry') => byRole('part', packs.times.parts, role);
const DRY = partOf('dry');
const WASH = partOf('wash');

interface StepsProps {
  readonly bath: BathPlan;
  readonly sheet: VisitSheet;
  readonly which: (step: BathStep) => boolean;
}

function Steps({ bath, sheet, which }: StepsProps) {
  return (
    <ol className="programme">
      {bath.steps.filter(which).map((step) => {
        const learned = step.product ? takenBefore(sheet, step.product.kindId) : null;
        return (
          <li key={step.id}>
            <div className="programme-head">
              <strong>{step.name}</strong>
              <span className="muted">{step.where}</span>
              {bath.twice && <span className="tag">bath {step.bath}</span>}
            </div>
            {step.product && <Amount used={step.product} />}
            {learned && learned.n > 0 && (
              <p className="muted">
                {sheet.dog.name} took ×{learned.factor.toFixed(2)} of it before ({learned.n} baths).
              </p>
            )}
            <p>
              {step.how} <span className="why">{step.why}</span>
            </p>
            {step.contactMinutes > 0 && (
              <ContactTimer
                id={`${sheet.visit.id}:bath:${step.id}`}
                dog={sheet.dog.name}
                minutes={step.contactMinutes}
                what={step.product?.name ?? step.name}
              />
            )}
          </li>
        );
      })}
    </ol>
  );
}

interface SayProps {
  readonly sheet: VisitSheet;
  readonly bath: BathPlan;
  readonly work: Work;
}

/** What the groomer says of this bath. */
function Say({ sheet, bath, work }: SayProps) {
  const dispatch = useAppDispatch();
  const say = (change: Partial<Work['bath']>) => dispatch(setBath(change));
  const { bath: said } = work;
  const kinds = [...new Set(bath.takes.map(({ kindId }) => kindId))];
  const several = kinds.filter((kind) => sheet.shelf.filter(({ kindId }) => kindId === kind).length > 1);
  return (
    <>
      <Form.Check
        id="coat-wet"
        label="coat is soaked already"
        checked={said.coatWet}
        onChange={(event) => say({ coatWet: event.target.checked })}
      />
      <Form.Check
        id="white"
        label="white or silver parts"
        checked={said.white ?? packs.treatments.usuallyWhite.includes(sheet.dog.breedId)}
        onChange={(event) => say({ white: event.target.checked })}
      />
      <Form.Check
        id="vet"
        label="the vet’s shampoo instead"
        checked={said.vet !== null}
        onChange={(event) => say({ vet: event.target.checked ? { contactMinutes: 10 } : null })}
      />
      {said.vet && (
        <NumberField
          label="Minutes on its label"
          unit="min"
          value={said.vet.contactMinutes}
          lo={0}
          hi={60}
          refusal="0 to 60 minutes: read the label again."
          onNumber={(contactMinutes) => say({ vet: { contactMinutes } })}
        />
      )}
      <NumberField
        label="Rounds of towels"
        unit="towels"
        value={said.towels}
        lo={0}
        hi={8}
        refusal="0 to 8 rounds."
        onNumber={(towels) => say({ towels: Math.round(towels) })}
      />
      <fieldset>
        <legend>Dryers at once</legend>
        {packs.treatments.dryers.map(({ id, name, heat }) => {
          const chosen = said.dryers.length > 0 ? said.dryers : bath.drying.dryers.map((one) => one.id);
          const barred = heat && bath.drying.noHeat;
          return (
            <Form.Check
              key={id}
              id={`dryer-${id}`}
              label={barred ? `${name} (heat: not on this dog)` : name}
              checked={chosen.includes(id) && !barred}
              disabled={barred}
              onChange={(event) => {
                const next = event.target.checked ? [...chosen, id] : chosen.filter((one) => one !== id);
                say({ dryers: next });
              }}
            />
          );
        })}
      </fieldset>
      {several.map((kind) => (
        <Form.Group key={kind} controlId={`bottle-${kind}`}>
          <Form.Label>{packs.treatments.products.find(({ id }) => id === kind)?.name}</Form.Label>
          <Form.Select
            value={said.bottles[kind] ?? ''}
            onChange={(event) => say({ bottles: { ...said.bottles, [kind]: event.target.value } })}
          >
            {sheet.shelf
              .filter(({ kindId }) => kindId === kind)
              .map(({ id, label }) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
          </Form.Select>
        </Form.Group>
      ))}
    </>
  );
}
