import type { Consent } from '@kurrel/contract';
import canonicalize from 'canonicalize';
import { createHmac, timingSafeEqual } from 'node:crypto';

type Signed = Omit<Consent, 'id' | 'fingerprint' | 'erased'>;

/**
 * HMAC-SHA-256, hex, under the installation's secret, over the canonical JSON (RFC 8785) of what was signed: the same
 * whichever way the database orders its keys, and not to be made again by whoever can write a row but has no secret.
 */
export function fingerprintOf(secret: string, { visitId, planVersion, ...signed }: Signed): string {
  const text = canonicalize({ visitId, planVersion, signed }) ?? '';
  return createHmac('sha256', secret).update(text).digest('hex');
}

/** Whether a consent is still what was signed; null when a name was erased from it, so that it cannot be told. */
export function unchangedSince(secret: string, consent: Consent): boolean | null {
  const { id: _id, fingerprint, erased, ...signed } = consent;
  if (erased) return null;
  const [is, was] = [Buffer.from(fingerprintOf(secret, signed)), Buffer.from(fingerprint)];
  return is.length === was.length && timingSafeEqual(is, was);
}
