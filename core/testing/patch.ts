import { expect } from 'vitest';
import { zoneKindId } from '../src/index.ts';
import { hairEverywhere, packs, planFor, sign, zoneOf } from './packs.ts';

/** No finer does a hand keep a length of a head, mm. */
const HAND_MM = 0.3;

/** A healing patch makes none of its neighbours shorter than they are without it. */
export function patch(breedId: string, at: string): void {
  const hairMm = hairEverywhere(60);
  const plain = planFor(breedId, { hairMm });
  const covered = planFor(breedId, { hairMm, signs: [sign('healing-patch', at)] });
  const near = packs.zones.zones.find(({ id }) => id === zoneKindId(at))?.near ?? [];
  for (const { zone, side } of plain.zones) {
    if (!near.includes(zoneKindId(zone)) || side === 'right') continue;
    expect(zoneOf(covered, zone).leftMm, `${breedId} ${at} ${zone}`).toBeGreaterThanOrEqual(
      zoneOf(plain, zone).leftMm - HAND_MM,
    );
  }
}
