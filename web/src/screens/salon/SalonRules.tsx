import type { Clock, Policy, Salon, SalonSettings } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import { schoolsOf } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { problemOf } from '../../app/api/problem.ts';
import { useSalonQuery, useSaveSalonMutation } from '../../app/api/salon.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { notify } from '../../app/noticeSlice.ts';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { LeaveGuard } from '../../parts/LeaveGuard.tsx';
import { Loading } from '../../parts/Loading.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Title } from '../../parts/Title.tsx';

/** How this salon answers where good groomers disagree, how far it goes with mats and tempers, what it charges. */
export function SalonScreen() {
  const { data: salon, error, refetch } = useSalonQuery();
  if (error !== undefined) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!salon) return <Loading what="the salon" />;
  return <Rules key={salon.version} salon={salon} />;
}

function Rules({ salon }: { readonly salon: Salon }) {
  const dispatch = useAppDispatch();
  const session = useSessionQuery();
  const [save, { error, isLoading }] = useSaveSalonMutation();
  const before: SalonSettings = { schools: salon.schools, policy: salon.policy, clock: salon.clock };
  const [rules, setRules] = useState(before);
  /** What the server has, as far as this page heard. */
  const [kept, setKept] = useState(before);
  const { policy, clock } = rules;
  const setClock = (change: Partial<Clock>) => setRules({ ...rules, clock: { ...clock, ...change } });
  const schools = schoolsOf(packs.schools, rules.schools);
  const lead = may(session.data?.person.role ?? 'trainee', 'salon:edit');
  const setPolicy = (change: Partial<Policy>) => setRules({ ...rules, policy: { ...policy, ...change } });
  const send = async () => {
    const answer = await save({ version: salon.version, rules });
    if ('error' in answer) return;
    setKept(rules);
    dispatch(notify({ text: 'The salon’s rules are saved; new plans follow them.' }));
  };
  return (
    <main id="content" className="page salon">
      <Title of={['Salon']} />
      <div className="page-head">
        <h1>{salon.name}</h1>
        {lead ? (
          <span className="ms-auto d-flex gap-2">
            <Button
              variant="outline-secondary"
              disabled={isEqual(rules, before)}
              onClick={() => setRules(before)}
            >
              Take back
            </Button>
            <Button disabled={isLoading || isEqual(rules, before)} onClick={() => void send()}>
              Save the rules
            </Button>
          </span>
        ) : (
          <p className="muted mb-0 ms-auto">Only the lead changes these.</p>
        )}
      </div>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      <LeaveGuard edits={!isEqual(rules, kept) && !isLoading} />
      <p className="sides">
        {lead && (
          <Link className="btn btn-outline-secondary" to="/people">
            People: who works here, and who signed in
          </Link>
        )}
        <Link className="btn btn-outline-secondary" to="/me">
          Your sign-ins and password
        </Link>
      </p>
      <fieldset disabled={!lead}>
        <legend>Clock and hours</legend>
        <div className="grid">
          <Form.Group controlId="zone">
            <Form.Label>Time zone</Form.Label>
            <Form.Select value={clock.zone} onChange={(event) => setClock({ zone: event.target.value })}>
              {[...new Set([clock.zone, ...Intl.supportedValuesOf('timeZone')])].map((zone) => (
                <option key={zone}>{zone}</option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="clock-hours">
            <Form.Label>Times are written</Form.Label>
            <Form.Select
              value={clock.hours}
              onChange={(event) => setClock({ hours: event.target.value === '12' ? 12 : 24 })}
            >
              <option value={24}>16:30</option>
              <option value={12}>4:30 pm</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="opens">
            <Form.Label>Opens</Form.Label>
            <Form.Control
              type="time"
              value={clock.opens}
              onChange={(event) => setClock({ opens: event.target.value })}
            />
          </Form.Group>
          <Form.Group controlId="closes">
            <Form.Label>Closes</Form.Label>
            <Form.Control
              type="time"
              value={clock.closes}
              onChange={(event) => setClock({ closes: event.target.value })}
            />
          </Form.Group>
        </div>
      </fieldset>
      <fieldset disabled={!lead}>
        <legend>House rules: where good groomers disagree</legend>
        <div className="schools">
          {packs.schools.schools.map((question) => (
            <section key={question.id} aria-label={question.question}>
              <h2>{question.question}</h2>
              {question.answers.map((answer) => (
                <Form.Check
                  key={answer.id}
                  type="radio"
                  id={`${question.id}-${answer.id}`}
                  name={question.id}
                  checked={schools[question.id] === answer.id}
                  onChange={() =>
                    setRules({ ...rules, schools: { ...rules.schools, [question.id]: answer.id } })
                  }
                  label={
                    <>
                      {answer.name}
                      {question.default === answer.id && <span className="tag"> Kurrel’s default</span>}
                      <span className="muted d-block">{answer.text}</span>
                    </>
                  }
                />
              ))}
              <p className="muted why-default">{question.why}</p>
            </section>
          ))}
        </div>
      </fieldset>
      <fieldset disabled={!lead}>
        <legend>Room for dogs</legend>
        <div className="grid">
          {(['table', 'tub', 'dryer'] as const).map((place) => (
            <NumberField
              key={place}
              label={PLACE_WORD[place]}
              unit="at once"
              value={policy.places[place]}
              lo={1}
              hi={40}
              refusal="1 to 40."
              onNumber={(n) => setPolicy({ places: { ...policy.places, [place]: Math.round(n) } })}
            />
          ))}
        </div>
      </fieldset>
      <fieldset disabled={!lead}>
        <legend>Mats and handling</legend>
        <div className="grid">
          <NumberField
            label="Brushing out mats, at most a visit"
            unit="min"
            value={policy.mats.limitMinutes}
            lo={0}
            hi={240}
            refusal="0 to 240 minutes."
            onNumber={(limitMinutes) => setPolicy({ mats: { ...policy.mats, limitMinutes } })}
          />
          <NumberField
            label="Shortest blade under a mat leaves"
            unit="mm"
            value={policy.mats.bladeFloorMm}
            lo={0.25}
            hi={13}
            refusal="0.25 to 13 mm."
            onNumber={(bladeFloorMm) => setPolicy({ mats: { ...policy.mats, bladeFloorMm } })}
          />
          <NumberField
            label="Fee for work on mats"
            unit={`${policy.rates.currency} / h`}
            value={policy.mats.feePerHour}
            lo={0}
            hi={1000}
            refusal="0 to 1000."
            onNumber={(feePerHour) => setPolicy({ mats: { ...policy.mats, feePerHour } })}
          />
          <Form.Group controlId="handling-limit">
            <Form.Label>Hardest handling taken on</Form.Label>
            <Form.Select
              value={policy.handlingLimit}
              onChange={(event) => {
                const level = packs.signs.temper.handling.find(({ id }) => id === event.target.value);
                if (level) setPolicy({ handlingLimit: level.id });
              }}
            >
              {packs.signs.temper.handling.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
        </div>
      </fieldset>
      <fieldset disabled={!lead}>
        <legend>Prices</legend>
        <div className="grid">
          <NumberField
            label="An hour of work"
            unit={policy.rates.currency}
            value={policy.rates.perHour}
            lo={0}
            hi={1000}
            refusal="0 to 1000."
            onNumber={(perHour) => setPolicy({ rates: { ...policy.rates, perHour } })}
          />
          <NumberField
            label="Minimum price"
            unit={policy.rates.currency}
            value={policy.rates.least}
            lo={0}
            hi={1000}
            refusal="0 to 1000."
            onNumber={(least) => setPolicy({ rates: { ...policy.rates, least } })}
          />
        </div>
      </fieldset>
    </main>
  );
}

const PLACE_WORD = { table: 'Tables', tub: 'Tubs', dryer: 'Dryers' } as const;
