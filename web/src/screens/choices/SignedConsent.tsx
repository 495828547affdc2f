import type { Signature } from '@kurrel/contract';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { problemOf } from '../../app/api/problem.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { useConsentQuery } from '../../app/api/visit.ts';
import { Loading } from '../../parts/Loading.tsx';
import { useTimes } from '../../parts/times.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { KIND_WORD } from './LookCard.tsx';
import { Title } from '../../parts/Title.tsx';

/** A consent as it was signed, to read and to print. */
export function SignedConsent() {
  const { id = '', consentId = '' } = useParams();
  const session = useSessionQuery();
  const times = useTimes();
  const { data: consent, error, refetch } = useConsentQuery({ visitId: id, id: consentId });
  if (error !== undefined) {
    return (
      <main id="content" className="page">
        <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />
      </main>
    );
  }
  if (!consent) return <Loading what="the consent" />;
  return (
    <main id="content" className="page signed">
      <Title of={['Consent', consent.dog]} />
      <div className="no-print sides">
        <Button onClick={() => window.print()}>Print</Button>
        <Link className="btn btn-outline-secondary" to={`/visits/${id}/draft`}>
          To the draft
        </Link>
      </div>
      <article>
        <p className="muted mb-1">{session.data?.salon.name}</p>
        <h1>Consent for {consent.dog}</h1>
        <p>
          {consent.breed} · {KIND_WORD[consent.kind]}: {consent.trimName} · plan version {consent.planVersion}
        </p>
        <ul>
          {consent.statements.map(({ text }) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        {consent.signature.strokes.length > 0 ? (
          <Drawn signature={consent.signature} />
        ) : (
          <p>Signed with the typed name.</p>
        )}
        <p>
          Signed by <strong>{consent.signedBy || 'the owner'}</strong> on {times.day(consent.signedAt)},{' '}
          {times.time(consent.signedAt)}, before {consent.witness}.
        </p>
        {consent.changedLater && (
          <p className="conflict">
            The plan was changed after this was signed: version {consent.changedLater.version}, saved by{' '}
            {consent.changedLater.by} on {times.day(consent.changedLater.at)},{' '}
            {times.time(consent.changedLater.at)}. Signed for is version {consent.planVersion}.
          </p>
        )}
        <p className={`fingerprint ${consent.unchanged === false ? 'problem' : 'muted'}`}>
          {CHECKED[`${consent.unchanged}`]} Fingerprint {consent.fingerprint}
        </p>
      </article>
    </main>
  );
}

const CHECKED: Readonly<Record<'true' | 'false' | 'null', string>> = {
  true: 'Unchanged since signing.',
  false: 'This is not what was signed: somebody changed it afterwards. Tell the lead.',
  null: 'The owner’s name was erased on request; what was agreed to is as it was.',
};

function Drawn({ signature }: { readonly signature: Signature }) {
  const { width, height, strokes } = signature;
  return (
    <svg className="signature" viewBox={`0 0 ${width} ${height}`} role="img" aria-label="Signature">
      {strokes.map((points, index) => (
        <polyline
          key={index}
          points={points.reduce((text, n, i) => `${text}${i % 2 === 0 ? ' ' : ','}${n}`, '')}
        />
      ))}
    </svg>
  );
}
