import { describe, expect, it } from 'vitest';
import { breeds, packs, planFor } from '../../testing/packs.ts';
import { techniqueKind } from '../tools/drawer.ts';

const byHand = ({ tool }: ReturnType<typeof planFor>['zones'][number]) =>
  tool !== null && techniqueKind(packs.tools, tool.technique).byHand;

describe('what a hand is asked for', () => {
  it('is a length that a hand can keep, in every trim of every breed', () => {
    let asked = 0;
    for (const { id, trims } of breeds)
      for (const { id: trimId } of trims) {
        const hands = planFor(id, { trimId }).zones.filter(byHand);
        asked += hands.length;
        for (const { zone, leftMm } of hands) {
          const said = `${id} ${trimId} ${zone}: ${leftMm} mm`;
          expect((2 * leftMm) % 1, said).toBe(0);
          if (leftMm > 6) expect(leftMm % 1, said).toBe(0);
        }
      }
    expect(asked).toBeGreaterThan(300);
  });

  it('is the groomer’s own length to the tenth', () => {
    const overrides = [
      {
        zone: 'topknot',
        targetMm: 41.3,
        toolId: null,
        direction: null,
        reason: 'the ring',
        acknowledged: true,
      },
    ];
    const topknot = planFor('standard-poodle', { overrides }).zones.find(({ zone }) => zone === 'topknot');
    expect(topknot && byHand(topknot)).toBe(true);
    expect(topknot?.leftMm).toBe(41.3);
  });
});
