import type { Signature, VisitSheet } from '@kurrel/contract';
import type { Proposal } from '@kurrel/core';
import { consentStatements } from '@kurrel/core';
import { consentSentence } from '@kurrel/words';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { problemOf } from '../../app/api/problem.ts';
import { useSignConsentMutation } from '../../app/api/visit.ts';
import { useAppSelector } from '../../app/store.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { zoneWord } from '../../parts/words.ts';
import { SignaturePad } from './SignaturePad.tsx';

/** Who cannot draw signs with their typed name and a tick: no strokes, and the consent says so. */
const TYPED: Signature = { width: 1, height: 1, strokes: [] };

interface ConsentFormProps {
  readonly sheet: VisitSheet;
  readonly look: Proposal;
  readonly mayTake: boolean;
  readonly signedBy: string;
  readonly onName: (name: string) => void;
  readonly onSigned: () => void;
}

/** What the owner agrees to in this look, and the pad to sign on. */
export function ConsentForm({ sheet, look, mayTake, signedBy, onName, onSigned }: ConsentFormProps) {
  const navigate = useNavigate();
  const unit = useAppSelector((state) => state.preferences.unit);
  const [sign, { error, isLoading }] = useSignConsentMutation();
  const [signature, setSignature] = useState<Signature | null>(null);
  const [typed, setTyped] = useState(false);
  const [missing, setMissing] = useState<'name' | 'signature' | null>(null);
  const top = useRef<HTMLElement>(null);
  useEffect(() => {
    void top.current?.scrollIntoView({ block: 'start' });
  }, []);
  const { plan, visit, estimate, fit, kind } = look;
  const statements = consentStatements(visit, plan, estimate, fit).map((said) =>
    consentSentence(said, zoneWord, unit),
  );
  const problem = error === undefined ? null : problemOf(error);

  const send = async () => {
    if (signedBy.trim() === '') return setMissing('name');
    if (!signature && !typed) return setMissing('signature');
    setMissing(null);
    const { schools, sides, overrides, ...rest } = look.choices;
    const choices = {
      ...rest,
      schools: { ...schools },
      sides: { ...sides },
      overrides: overrides.map((o) => ({ ...o })),
    };
    const answer = await sign({
      visitId: sheet.visit.id,
      version: sheet.saved?.version ?? 0,
      body: { kind, choices, unit, signedBy, signature: signature ?? TYPED },
    });
    if (!('data' in answer) || !answer.data) return;
    onSigned();
    void navigate(`/visits/${sheet.visit.id}/consents/${answer.data.consent.id}`);
  };
  return (
    <section className="consent" ref={top} aria-label="Consent">
      <div>
        <h2>What you agree to</h2>
        <ul>
          {statements.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </div>
      <div>
        <Form.Group controlId="signed-by">
          <Form.Label>Name of who signs</Form.Label>
          <Form.Control
            value={signedBy}
            isInvalid={missing === 'name'}
            onChange={(event) => onName(event.target.value)}
          />
          <Form.Control.Feedback type="invalid">Type the name of who signs.</Form.Control.Feedback>
        </Form.Group>
        <SignaturePad onSignature={setSignature} />
        <Form.Check
          id="typed-signature"
          checked={typed}
          label="Cannot sign on the pad: my typed name is my signature"
          onChange={(event) => setTyped(event.target.checked)}
        />
        {missing === 'signature' && (
          <p className="text-danger" role="alert">
            The owner signs on the pad first, or ticks that the typed name is the signature.
          </p>
        )}
        {problem && <ProblemNote problem={problem} />}
        {mayTake ? (
          <Button disabled={isLoading} onClick={() => void send()}>
            {isLoading ? 'Keeping …' : 'Sign and keep'}
          </Button>
        ) : (
          <p className="conflict">A groomer or the lead takes the consent: ask one to sign in here.</p>
        )}
      </div>
    </section>
  );
}
