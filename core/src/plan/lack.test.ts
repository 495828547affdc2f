import { describe, expect, it } from 'vitest';
import { fullDrawer, hairEverywhere, planFor, tool, zoneOf } from '../../testing/packs.ts';
import type { DrawerTool } from '../tools/drawer.ts';

const jacket = (drawer: readonly DrawerTool[]) => {
  const plan = planFor('airedale-terrier', {
    trimId: 'clip-and-card',
    drawer,
    hairMm: hairEverywhere(40),
    modifiers: ['senior'],
  });
  return {
    back: zoneOf(plan, 'back'),
    lack: plan.conflicts.find(({ zone, kind }) => zone === 'back' && kind === 'drawer-lacks'),
  };
};
const without = (...kinds: string[]) => fullDrawer.filter(({ kindId }) => !kinds.includes(kindId));
const near5 = ['blade-6f', 'blade-5f', 'blade-5', 'blade-7f', 'blade-7'];

describe('what the drawer lacks', () => {
  it('a full one lacks nothing', () => expect(jacket(fullDrawer).lack).toBeUndefined());

  it('names the kind to buy, and leaves the jacket at the nearest longer length meanwhile', () => {
    const { back, lack } = jacket(without(...near5));
    expect(back.leftMm).toBe(9.5);
    expect(lack).toMatchObject({ wonMm: 9.5, askedMm: 4.8, lack: { what: 'tool' } });
    expect(lack?.lack?.kinds[0]).toBe('6F blade');
    expect(back.reasons.map(({ rule }) => rule)).toContain('left-longer');
  });

  it('leaves it alone where nothing longer is in hand either', () => {
    const { back, lack } = jacket([tool('blade-10'), tool('straight-shears')]);
    expect(back.leftAlone).toBe(true);
    expect(lack?.wonMm).toBeNull();
  });

  it('names the blade to sharpen or fetch where the right one is dull or away', () => {
    const away = [...without(...near5), tool('blade-6f', { atHand: false })];
    expect(jacket(away).lack?.lack).toEqual({ what: 'sharp-tool', kinds: ['6F blade'] });
  });

  it('names a carrier where only the blade under the comb is missing', () => {
    const combs = fullDrawer.filter(({ kindId }) => kindId.startsWith('comb') || kindId.endsWith('shears'));
    const plan = planFor('generic-curl', {
      trimId: 'short',
      drawer: combs.filter(({ kindId }) => kindId !== 'shears'),
    });
    expect(plan.zones.some(({ tool: used }) => used?.technique === 'comb')).toBe(false);
    const only = combs.filter(({ kindId }) => kindId.startsWith('comb'));
    const bare = planFor('yorkshire-terrier', { drawer: only, hairMm: hairEverywhere(60) });
    const lack = bare.conflicts.find(({ zone }) => zone === 'back')?.lack;
    expect(lack).toEqual({ what: 'carrier', kinds: ['40 blade', '30 blade'] });
  });

  it('a dull tool that is used is said, and so are shears for the other hand', () => {
    const dull = [...without(...near5), tool('blade-6f', { dull: true })];
    const { back } = jacket(dull);
    expect(back.tool).toMatchObject({ toolId: 'blade-6f', dull: true });
    expect(back.reasons.map(({ rule }) => rule)).toContain('dull-tool');
    const lefty = fullDrawer.map((one) => ({ ...one, hand: 'right' as const }));
    const plan = planFor('bichon-frise', { drawer: lefty, hand: 'left', hairMm: hairEverywhere(90) });
    expect(zoneOf(plan, 'back').tool).toMatchObject({ technique: 'scissor', wrongHand: true });
    expect(zoneOf(plan, 'back').reasons.map(({ rule }) => rule)).toContain('wrong-hand');
    expect(zoneOf(planFor('bichon-frise', { drawer: lefty, hand: 'right' }), 'back').tool?.wrongHand).toBe(
      false,
    );
  });
});
