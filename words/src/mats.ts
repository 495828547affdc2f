import type { RoughClip } from '@kurrel/core';

/** Why most of the length comes off before the bath; null where it does not. */
export function roughClipSentence({ wanted, forMats, because }: RoughClip): string | null {
  if (!wanted) return null;
  const why = [...(forMats ? ['mats to be clipped'] : []), ...because];
  return why.length > 0
    ? `Rough clip before the bath: ${why.join(', ')}.`
    : 'Rough clip before the bath: house rule.';
}
