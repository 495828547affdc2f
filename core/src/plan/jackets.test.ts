import { describe, expect, it } from 'vitest';
import { breeds, caseFor, hairEverywhere } from '../../testing/packs.ts';
import { planGroom } from './planGroom.ts';

/** What a groomer goes over in one run when a wire or spaniel jacket is clipped. */
const JACKET = ['nape', 'shoulder.left', 'shoulder.right', 'back', 'rib.left', 'rib.right', 'loin', 'croup'];
const TERRIERS = [...JACKET, 'thigh.left', 'thigh.right', 'breech.left', 'tail-root', 'tail'];

const clipped = breeds.flatMap(({ id, trims }) =>
  trims
    .filter(({ areas: { back } }) => back?.techniques[0] === 'clip' && back.mm < 8)
    .map((trim) => [`${id}, ${trim.name}`, id, trim.id] as const),
);
const planned = (breedId: string, trimId: string) => {
  const { zones } = planGroom(caseFor(breedId, { trimId, hairMm: hairEverywhere(60) }));
  return new Map(zones.map((zone) => [zone.zone as string, zone]));
};

describe('a clipped jacket', () => {
  it('is that of nine trims', () => {
    expect(clipped).toHaveLength(9);
  });

  it.each(clipped)('%s: one 7F with the lay from the neck to the tail', (_name, breedId, trimId) => {
    const zones = planned(breedId, trimId);
    const places = breedId.includes('spaniel') ? [...JACKET, 'thigh.left', 'tail-root'] : TERRIERS;
    for (const place of places) {
      const { tool } = zones.get(place) ?? {};
      expect([place, tool?.toolId, tool?.direction]).toEqual([place, 'blade-7f', 'with']);
    }
  });

  it.each(clipped)(
    '%s: its throat and front are closer, by the same blade or a shorter one',
    (_n, breedId, trimId) => {
      const zones = planned(breedId, trimId);
      const back = zones.get('back')?.leftMm ?? 0;
      expect(zones.get('throat')?.leftMm).toBeLessThan(back);
      expect(['blade-7f', 'blade-8h', 'blade-9', 'blade-10']).toContain(zones.get('throat')?.tool?.toolId);
    },
  );
});
