import type { StopAnswer, VisitSheet } from '@kurrel/contract';
import { may, stopAnswerSchema } from '@kurrel/contract';
import type { Hands, Stop } from '@kurrel/core';
import { openStops, stopsOf } from '@kurrel/core';
import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useForm } from 'react-hook-form';
import { problemOf } from '../app/api/problem.ts';
import { useSessionQuery } from '../app/api/session.ts';
import { useAnswerStopMutation } from '../app/api/visit.ts';
import { packs } from '../app/packs.ts';
import { ProblemNote } from './ProblemNote.tsx';
import { useTimes } from './times.ts';
import { zoneWord } from './words.ts';

/** What keeps the work from starting, with clearing or referring it, and who did. */
export function Stops({ sheet, hands }: { readonly sheet: VisitSheet; readonly hands: Hands }) {
  const session = useSessionQuery();
  const times = useTimes();
  const [asked, setAsked] = useState<{ readonly stop: Stop; readonly action: StopAnswer['action'] } | null>(
    null,
  );
  const stops = stopsOf(hands, packs, sheet.salon.policy.handlingLimit);
  const open = openStops(stops, sheet.stopLog, packs.safety);
  const mayAnswer = may(session.data?.person.role ?? 'trainee', 'stop:answer');
  if (stops.length === 0 && sheet.stopLog.length === 0) return null;
  return (
    <section className="stops" aria-label="Stops">
      {open.map((stop) => (
        <div key={stop.key} className="stop" role="alert">
          <strong>
            Stop: {stop.stop.name}
            {stop.zone !== null && `, ${zoneWord(stop.zone)}`}
          </strong>
          <p>{stop.stop.text}</p>
          {mayAnswer ? (
            <div className="sides">
              <Button size="sm" variant="danger" onClick={() => setAsked({ stop, action: 'referred' })}>
                Refer
              </Button>
              <Button
                size="sm"
                variant="outline-danger"
                onClick={() => setAsked({ stop, action: 'cleared' })}
              >
                Clear
              </Button>
            </div>
          ) : (
            <p className="mb-0">Ask a groomer or the lead: a trainee cannot clear a stop.</p>
          )}
        </div>
      ))}
      {sheet.stopLog.length > 0 && (
        <ul className="stop-log">
          {sheet.stopLog.map((line) => (
            <li key={line.at + line.key}>
              {stopName(line.key)} {line.action} by {line.by}, {times.dayTime(line.at)}: {line.note}
            </li>
          ))}
        </ul>
      )}
      {asked && <Answer sheet={sheet} {...asked} onDone={() => setAsked(null)} />}
    </section>
  );
}

const READY = {
  refer: [
    'Owner calls their vet today',
    'Vet looks at it before anything else',
    'Behaviour plan first, owner told',
  ],
  clear: ['Vet says it may be groomed', 'Looked again: old and healed', 'Two people, calm now'],
} as const;

function stopName(key: string): string {
  const [id = '', zone] = key.split('@');
  const name = packs.safety.stops.find((stop) => stop.id === id)?.name ?? id;
  return zone === undefined ? name : `${name}, ${zoneWord(zone)},`;
}

function Answer({
  sheet,
  stop,
  action,
  onDone,
}: {
  readonly sheet: VisitSheet;
  readonly stop: Stop;
  readonly action: StopAnswer['action'];
  readonly onDone: () => void;
}) {
  const [answer, { error, isLoading }] = useAnswerStopMutation();
  const form = useForm<StopAnswer>({
    resolver: yupResolver(stopAnswerSchema),
    defaultValues: { key: stop.key, action, note: '' },
  });
  const { errors } = form.formState;
  const send = form.handleSubmit(async (body) => {
    const sent = await answer({ visitId: sheet.visit.id, answer: body });
    if (!('error' in sent)) onDone();
  });
  const refer = action === 'referred';
  return (
    <Modal show onHide={onDone} centered aria-labelledby="stop-title">
      <Form noValidate onSubmit={(event) => void send(event)}>
        <Modal.Header closeButton>
          <Modal.Title id="stop-title">
            {refer ? 'Refer' : 'Clear'}: {stop.stop.name}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>{stop.stop.text}</p>
          <Form.Group controlId="stop-note">
            <Form.Label>
              {refer
                ? `To whom (${stop.stop.refer === 'vet' ? 'a vet' : 'a behaviour plan'}), and what was said`
                : 'Why it is safe to go on'}
            </Form.Label>
            <Form.Control
              as="textarea"
              rows={2}
              autoFocus
              isInvalid={!!errors.note}
              {...form.register('note')}
            />
            <Form.Control.Feedback type="invalid">{errors.note?.message}</Form.Control.Feedback>
          </Form.Group>
          <div className="sides mt-2" role="group" aria-label="Ready words">
            {(refer ? READY.refer : READY.clear).map((words) => (
              <button key={words} type="button" className="chip" onClick={() => form.setValue('note', words)}>
                {words}
              </button>
            ))}
          </div>
          <p className="muted mt-2 mb-0">Your name and the time are kept with it.</p>
          {error !== undefined && <ProblemNote problem={problemOf(error)} />}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onDone}>
            Back
          </Button>
          <Button type="submit" variant="danger" disabled={isLoading}>
            {refer ? 'Refer and log' : 'Clear and log'}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
