import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import type { Mat } from '../hands/hands.ts';
import { hairEverywhere, mat, sign } from '../../testing/packs.ts';

describe('what a step says', () => {
  const danced = workOf('standard-poodle', {
    signs: [sign('dances'), sign('allergic-skin'), sign('filthy')],
    mats: [mat('thigh.left', { toSkinMm: 6 })],
    hairMm: hairEverywhere(60),
    measurements: { weightKg: 27 },
  });
  const saidAt = (id: string) =>
    danced.tasks.find((task) => task.id === id)?.cautions.join('\n') ?? 'no such step';

  it.each([
    ['never alone in the loop, as it is stood up', 'stand', /Never alone/],
    ['fingers between, at a mat', 'mat:m1', /Fingers between/],
    ['a new product tried first, in the tub', 'bath:second-bland', /small place first/],
    ['nothing of it where nothing is put on', 'bath:rinse', /^$/],
    ['ears held flat, under the dryer', 'dry', /never into ears/],
    ['the same between two baths', 'bath:dry-between', /never into ears/],
    ['no bare blade on a dancer, in the rough clip', 'rough-clip', /no bare blade freehand/],
    ['and a hot one, there too', 'rough-clip', /inside of your wrist/],
  ])('%s', (_what, id, words) => {
    expect(saidAt(id)).toMatch(words);
  });

  it('no bare blade on a dancer, at every zone that is clipped and at no other', () => {
    for (const { zone, technique, cautions } of danced.tasks) {
      if (zone === null || technique === null) continue;
      expect(cautions.join().includes('no bare blade freehand'), zone).toBe(technique === 'clip');
    }
  });

  it('what a technique is like anywhere is told apart from what is done here', () => {
    const thinned = workOf('golden-retriever', { hairMm: hairEverywhere(60) }).tasks.find(
      ({ technique }) => technique === 'thin',
    );
    expect(thinned?.craft.join()).toMatch(/At most two cuts/);
    expect(thinned?.how.join()).not.toMatch(/At most two cuts in a place, comb out, look/);
  });

  it('from 25 kg two people lift, as the caution of the visit says', () => {
    const lifted = danced.tasks.filter(({ secondHands }) => secondHands !== null).map(({ id }) => id);
    expect(lifted).toEqual(expect.arrayContaining(['bath:slip-before', 'dry']));
    expect(danced.plan.cautions.join()).toMatch(/Two people lift/);
    const light = workOf('standard-poodle', { measurements: { weightKg: 20 } });
    expect(light.tasks.filter(({ secondHands }) => secondHands !== null)).toEqual([]);
  });

  it('a dancer under a bare blade wants a second pair of hands wherever it is clipped, and no comb does', () => {
    for (const { id, zone, technique, secondHands } of danced.tasks) {
      if (zone !== null && technique !== null && !id.startsWith('mat:'))
        expect(secondHands?.text.includes('dancer') ?? false, id).toBe(technique === 'clip');
    }
  });

  it('much dematting is for two, a small mat is not', () => {
    const helped = (mats: readonly Mat[]) =>
      workOf('golden-retriever', { hairMm: hairEverywhere(60), mats }).tasks.flatMap(({ id, secondHands }) =>
        id.startsWith('mat:') ? [secondHands?.text ?? null] : [],
      );
    const small = { lengthCm: 2, widthCm: 2, tightness: 1 } as const;
    expect(helped([mat('breech.left', small)])).toEqual([null]);
    const places = ['breech.left', 'breech.right', 'thigh.left', 'thigh.right', 'forechest'];
    const many = helped(
      places.map((zone) => mat(zone, { lengthCm: 12, widthCm: 8, tightness: 2, toSkinMm: 8 })),
    );
    expect(many.length).toBeGreaterThan(2);
    expect(new Set(many).size).toBe(1);
    expect(many[0]).toMatch(/for two/);
  });
});
