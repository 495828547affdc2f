import type { VisitSheet } from '@kurrel/contract';

/** What is said of a plan that was saved again after its owner had signed; null where none was. */
export function changedSinceSigned({
  consents,
  saved,
}: Pick<VisitSheet, 'consents' | 'saved'>): string | null {
  const [signed] = consents;
  if (!signed || !saved || saved.version <= signed.planVersion) return null;
  return `${signed.signedBy || 'The owner'} signed version ${signed.planVersion} (${signed.trimName}); version ${saved.version} is not signed.`;
}
