import { describe, expect, it } from 'vitest';
import { breeds, caseFor, fullDrawer, hairEverywhere, tool } from '../../testing/packs.ts';
import { planGroom } from './planGroom.ts';

/** What a groomer goes over in one run when a wire or spaniel jacket is clipped. */
const JACKET = ['nape', 'shoulder.left', 'shoulder.right', 'back', 'rib.left', 'rib.right', 'loin', 'croup'];
const TERRIERS = [
  ...JACKET.map((place) => place.replace('shoulder', 'shoulder#jacket')),
  ...['thigh#jacket.left', 'thigh#jacket.right', 'breech.left', 'tail-root', 'tail'],
];
const jacketOf = (breedId: string) =>
  breedId.includes('spaniel') ? [...JACKET, 'thigh.left', 'tail-root'] : TERRIERS;

const clipped = breeds.flatMap(({ id, trims }) =>
  trims
    .filter(({ areas: { back } }) => back?.techniques[0] === 'clip' && back.mm < 8)
    .map((trim) => [`${id}, ${trim.name}`, id, trim.id] as const),
);
const planned = (breedId: string, trimId: string, drawer = fullDrawer) => {
  const { zones } = planGroom(caseFor(breedId, { trimId, drawer, hairMm: hairEverywhere(60) }));
  return new Map(zones.map((zone) => [zone.zone as string, zone]));
};

describe('a clipped jacket', () => {
  it('is that of ten trims', () => {
    expect(clipped).toHaveLength(10);
  });

  it.each(clipped)('%s: one 7F with the lay from the neck to the tail', (_name, breedId, trimId) => {
    const zones = planned(breedId, trimId);
    for (const place of breedId === 'generic-wire' || breedId === 'border-terrier'
      ? JACKET
      : jacketOf(breedId)) {
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

  const kinds = (...ids: readonly string[]) => ids.map((id) => tool(id));
  const DRAWERS = {
    'without a 6F': fullDrawer.filter(({ kindId }) => kindId !== 'blade-6f'),
    'of a beginner': kinds('blade-30', 'blade-10', 'blade-7f', 'comb-13', 'straight-shears', 'thinners'),
    'without a 7F': fullDrawer.filter(({ kindId }) => kindId !== 'blade-7f'),
    'with a 10 and a 5F': kinds('blade-30', 'blade-10', 'blade-5f', 'straight-shears', 'thinners'),
  };
  it.each(
    Object.entries(DRAWERS).flatMap(([of, drawer]) =>
      clipped.map(([name, breedId, trimId]) => [name, of, breedId, trimId, drawer] as const),
    ),
  )('%s, a drawer %s: one blade, never turned', (_name, _of, breedId, trimId, drawer) => {
    const zones = planned(breedId, trimId, drawer);
    const places = breedId === 'generic-wire' || breedId === 'border-terrier' ? JACKET : jacketOf(breedId);
    const tools = places.map((place) => zones.get(place)?.tool);
    expect(new Set(tools.map((one) => `${one?.toolId} ${one?.direction}`)).size).toBe(1);
    expect(tools[0]).toMatchObject({ technique: 'clip', direction: 'with' });
  });
});
