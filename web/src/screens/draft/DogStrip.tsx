import type { Choices, VisitSheet } from '@kurrel/contract';
import type { Body, BreedPack, Case, Plan, Schools } from '@kurrel/core';
import { byId, schoolsOf } from '@kurrel/core';
import { memo } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { shrinksWord } from '@kurrel/words';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Asked } from '../../parts/Asked.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { ageOf, zoneWord } from '../../parts/words.ts';
import { Stops } from '../../parts/Stops.tsx';
import { setChoices, setPurpose, setWish } from '../../visit/choicesSlice.ts';
import { Found, NotBetter } from './Found.tsx';
import { Standard } from './Standard.tsx';
import type { Held } from './useDraft.ts';

interface DogStripProps extends Pick<Choices, 'trimId' | 'purpose' | 'wish' | 'schools' | 'scope'> {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly visit: Case;
  readonly plan: Plan;
  /** By finding: the plan without it. */
  readonly others: readonly Plan[];
  readonly held: Held;
  readonly body: Body;
}

/** Who the dog is, what it is drafted for, what the hands found, what to remember, how it holds against the standard. */
export const DogStrip = memo(function DogStrip({
  sheet,
  breed,
  trimId,
  purpose,
  wish,
  schools,
  scope,
  visit,
  plan,
  others,
  held,
  body,
}: DogStripProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const { dog } = sheet;
  const { weightKg, heightMm } = body.measures;
  const { hands } = sheet;
  const {
    derived: { restrictions },
  } = visit;
  return (
    <aside className="dog-strip" aria-label="Dog">
      <div className="strip-top">
        <h1>{dog.name}</h1>
        <p>
          {dog.breedCalled || breed.name} · {ageOf(dog.bornOn, new Date())} · {weightKg.predicted && 'about '}
          {Math.round(weightKg.kg)} kg
          <br />
          {heightMm.predicted && 'about '}
          {Math.round(heightMm.mm / 10)} cm at the withers
        </p>
        <Stops sheet={sheet} hands={hands} />
        {breed.generic && (
          <p className="stand-in">
            No pack for this breed yet: drawn and planned as “{breed.name.replace(' (generic)', '')}”, a
            stand-in.
          </p>
        )}
        {restrictions.length > 0 && (
          <section aria-label="Restrictions">
            <ul className="restrictions">
              {restrictions.map(({ kind, zone }) => (
                <li key={kind.id + (zone ?? '')} title={kind.text}>
                  {kind.name}
                  {zone && <span className="muted"> {zoneWord(zone)}</span>}
                </li>
              ))}
            </ul>
            {plan.standingMinutes !== null && (
              <p className="muted">Stands {plan.standingMinutes} min before a break.</p>
            )}
          </section>
        )}
        {dog.remember.length > 0 && (
          <section aria-label="Remember">
            <ul className="remember">
              {dog.remember.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </section>
        )}
      </div>
      <div className="strip-rest">
        {plan.cautions.length > 0 && (
          <section aria-label="Mind today">
            <ul className="cautions">
              {plan.cautions.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </section>
        )}
        <PurposeMenu breed={breed} trimId={trimId} purpose={purpose} wish={wish} />
        <details className="own-asked" open={scope.length > 0 || wish.places.length > 0}>
          <summary>Asked by place, or part of a groom</summary>
          <Asked wish={wish} scope={scope} purpose={purpose} />
        </details>
        <OwnSchools salon={sheet.salon.schools} own={schools} />
        <Found findings={hands.findings} others={others} plan={plan} unit={unit} />
        <section>
          <h2>Coat</h2>
          <p>
            {plan.coat.name}
            {hands.dense && ', dense'}
            {plan.coat.curl < 1 && <span className="muted"> · {shrinksWord(plan.coat.curl)}</span>}
            {sheet.lastVisit === null && <span className="muted"> · first visit, hair not measured yet</span>}
          </p>
        </section>
        <Standard held={held} day={sheet.visit.startsAt} />
        <NotBetter plan={plan} unit={unit} />
        <p className="mt-auto pt-3 mb-0">
          <Link to={`/dogs/${dog.id}`}>Open the dog’s card</Link>
        </p>
      </div>
    </aside>
  );
});

const PurposeMenu = memo(function For({
  breed,
  trimId,
  purpose,
  wish,
}: { readonly breed: BreedPack } & Pick<Choices, 'trimId' | 'purpose' | 'wish'>) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const trim = byId('trim', breed.trims, trimId);
  return (
    <section className="for" aria-label="What it is drafted for">
      <div className="sides" role="group" aria-label="Purpose">
        {(['pet', 'show'] as const).map((one) => (
          <button
            key={one}
            type="button"
            className="chip"
            aria-pressed={purpose === one}
            onClick={() => dispatch(setPurpose(one))}
          >
            {one}
          </button>
        ))}
      </div>
      <Form.Group controlId="trim">
        <Form.Label>Trim</Form.Label>
        <Form.Select value={trimId} onChange={(e) => dispatch(setChoices({ trimId: e.target.value }))}>
          {breed.trims.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <p className="muted summary">{trim.summary}</p>
      {purpose === 'show' && !trim.purposes.includes('show') && (
        <p className="conflict">This is a pet trim: the ring wants another.</p>
      )}
      <Form.Group controlId="lean">
        <Form.Label>{purpose === 'show' ? 'Handler wants' : 'Owner wishes'}</Form.Label>
        <Form.Select
          value={wish.allOverMm === null ? wish.lean : 'all-over'}
          onChange={(e) => {
            const { value } = e.target;
            if (value === 'all-over') dispatch(setWish({ allOverMm: 6.3 }));
            else
              dispatch(setWish({ allOverMm: null, vetAsks: false, lean: value as Choices['wish']['lean'] }));
          }}
        >
          <option value="as-drawn">the trim as drawn</option>
          <option value="shorter">shorter</option>
          <option value="longer">longer</option>
          <option value="all-over">one length all over</option>
        </Form.Select>
      </Form.Group>
      {wish.allOverMm !== null && (
        <LengthField
          label="All over"
          mm={wish.allOverMm}
          unit={unit}
          onLength={(mm) => dispatch(setWish({ allOverMm: mm }))}
        />
      )}
      {wish.allOverMm !== null && (
        <Form.Check
          id="vet-asks"
          className="mb-2"
          label="A vet asks for it"
          checked={wish.vetAsks}
          onChange={(event) => dispatch(setWish({ vetAsks: event.target.checked }))}
        />
      )}
      <Form.Group controlId="weeks">
        <Form.Label>Weeks between visits</Form.Label>
        <Form.Select
          value={wish.weeksBetween}
          onChange={(e) => dispatch(setWish({ weeksBetween: Number(e.target.value) }))}
        >
          {weekChoices(wish.weeksBetween).map((weeks) => (
            <option key={weeks} value={weeks}>
              {weeks}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
    </section>
  );
});

/** Where good groomers disagree: the salon's answer, or this dog's own. */
const OwnSchools = memo(function OwnSchools({
  salon,
  own,
}: {
  readonly salon: Schools;
  readonly own: Choices['schools'];
}) {
  const dispatch = useAppDispatch();
  const usual = schoolsOf(packs.schools, salon);
  const differing = Object.keys(own).length;
  const answer = (question: string, id: string) => {
    const { [question]: _before, ...others } = own;
    dispatch(setChoices({ schools: id === '' ? others : { ...others, [question]: id } }));
  };
  return (
    <details className="own-schools">
      <summary>House rules{differing > 0 && <strong> · {differing} of its own</strong>}</summary>
      {packs.schools.schools
        .filter(({ id, answers }) => !answers.some((one) => one.binds && one.id === usual[id]))
        .map(({ id, question, answers }) => (
          <Form.Group key={id} controlId={`school-${id}`}>
            <Form.Label>{question}</Form.Label>
            <Form.Select size="sm" value={own[id] ?? ''} onChange={(event) => answer(id, event.target.value)}>
              <option value="">as the salon: {answers.find((one) => one.id === usual[id])?.name}</option>
              {answers
                .filter((one) => one.id !== usual[id])
                .map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
            </Form.Select>
          </Form.Group>
        ))}
    </details>
  );
});

const weekChoices = (now: number) =>
  [...new Set([3, 4, 5, 6, 7, 8, 9, 10, 12, 16, 20, 26, now])].sort((a, b) => a - b);
