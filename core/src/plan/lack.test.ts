import { describe, expect, it } from 'vitest';
import { fullDrawer, hairEverywhere, override, planFor, tool, zoneOf } from '../../testing/packs.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import { conflictsAt } from './runs.ts';

const jacket = (drawer: readonly DrawerTool[]) => {
  const plan = planFor('airedale-terrier', {
    trimId: 'clip-and-card',
    drawer,
    hairMm: hairEverywhere(40),
    modifiers: ['senior'],
  });
  return {
    back: zoneOf(plan, 'back'),
    lack: conflictsAt(plan, 'back').find(({ kind }) => kind === 'drawer-lacks'),
    short: conflictsAt(plan, 'back').find(({ kind }) => kind === 'left-shorter'),
    saidTimes: plan.conflicts.filter(({ kind }) => kind === 'drawer-lacks' || kind === 'left-shorter'),
  };
};
const without = (...kinds: string[]) => fullDrawer.filter(({ kindId }) => !kinds.includes(kindId));
/** Blades that would do for a jacket of 3.2 mm. */
const near = ['blade-8h', 'blade-7f', 'blade-7', 'blade-6f', 'blade-5f', 'blade-5', 'blade-4f', 'blade-4'];

describe('what the drawer lacks', () => {
  it('a full one lacks nothing', () => expect(jacket(fullDrawer).lack).toBeUndefined());

  it('names the kind to buy, and leaves the jacket at the nearest longer length meanwhile', () => {
    const { back, lack } = jacket(without(...near));
    expect(back.leftMm).toBe(13);
    expect(lack).toMatchObject({ wonMm: 13, askedMm: 3.2, lack: { what: 'tool' } });
    expect(lack?.lack?.kinds[0]).toBe('7F blade');
    expect(back.reasons.map(({ rule }) => rule)).toContain('left-longer');
  });

  it('where nothing longer is in hand either, shears that fit do it, and else the longest blade: said both times', () => {
    const byHand = jacket([tool('blade-10'), tool('short-shears')]);
    expect(byHand.back).toMatchObject({ leftAlone: false, tool: { technique: 'scissor' } });
    expect(byHand.short).toMatchObject({ wonMm: 3, askedMm: 3.2, lack: { what: 'tool' } });
    const bladed = jacket([tool('blade-15'), tool('blade-10'), tool('straight-shears')]);
    expect(bladed.back).toMatchObject({ leftAlone: false, leftMm: 1.5 });
    expect(bladed.short).toMatchObject({ wonMm: 1.5, askedMm: 3.2, lack: { what: 'tool' } });
    expect(jacket([tool('straight-shears')])).toMatchObject({
      back: { leftAlone: true },
      lack: { wonMm: null },
    });
  });

  it('says which blade a named comb lacks to ride on', () => {
    const drawer = fullDrawer.filter(({ kindId }) => !['blade-40', 'blade-30', 'blade-10'].includes(kindId));
    const { conflicts } = planFor('airedale-terrier', {
      drawer,
      hairMm: hairEverywhere(40),
      overrides: [override('back', { toolId: 'comb-13' })],
    });
    const lacks = conflicts.find(({ kind }) => kind === 'override-lacks-tool');
    expect(lacks).toMatchObject({ zone: 'back', about: 'comb-13', lack: { what: 'carrier' } });
    expect(lacks?.lack?.kinds).toContain('40 blade');
  });

  it('names the blade to sharpen or fetch where the right one is dull or away', () => {
    const away = [...without(...near), tool('blade-7f', { atHand: false })];
    expect(jacket(away).lack?.lack).toEqual({ what: 'sharp-tool', kinds: ['7F blade'] });
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
    const [{ lack } = { lack: null }] = conflictsAt(bare, 'back');
    expect(lack).toEqual({ what: 'carrier', kinds: ['40 blade', '30 blade'] });
  });

  it('a dull tool that is used is said, and so are shears for the other hand', () => {
    const dull = [...without(...near), tool('blade-7f', { dull: true })];
    const { back } = jacket(dull);
    expect(back.tool).toMatchObject({ toolId: 'blade-7f', dull: true });
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
