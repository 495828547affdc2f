import type { VisitSheet } from '@kurrel/contract';
import { describe, expect, it } from 'vitest';
import { changedSinceSigned } from './signedThen.ts';

const sheet = (signedVersion: number | null, savedVersion: number | null) => {
  const consents =
    signedVersion === null
      ? []
      : [{ id: 'c', planVersion: signedVersion, trimName: 'lamb', signedBy: 'Nell Ashby-Corr' }];
  const saved = savedVersion === null ? null : { version: savedVersion };
  return { consents, saved } as unknown as Pick<VisitSheet, 'consents' | 'saved'>;
};

describe('a plan that was signed', () => {
  it('says when it was saved again afterwards, and nothing else', () => {
    expect(changedSinceSigned(sheet(2, 3))).toBe(
      'Nell Ashby-Corr signed version 2 (lamb); version 3 is not signed.',
    );
    expect(changedSinceSigned(sheet(2, 2))).toBeNull();
    expect(changedSinceSigned(sheet(null, 3))).toBeNull();
    expect(changedSinceSigned(sheet(2, null))).toBeNull();
  });
});
