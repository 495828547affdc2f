import { describe, expect, it } from 'vitest';
import { mat, packs, sign } from '../../testing/packs.ts';
import { byRole } from '../packs/roles.ts';
import { HANDLING } from '../terms/dog.ts';
import { liftedStops, openStops, stopsOf, unloggedStops } from './stops.ts';

const calm = { handling: 'easy', standingMinutes: null } as const;
const found = (extra: Partial<Parameters<typeof stopsOf>[0]> = {}) =>
  stopsOf({ signs: [], mats: [], temper: calm, ...extra }, packs, 'wary');
const keys = (stops: ReturnType<typeof found>) => stops.map(({ key }) => key);

describe('stops', () => {
  it('come from signs that bring one, where they are, and from none else', () => {
    expect(found({ signs: [sign('lump', 'thigh.left'), sign('whorl', 'nape')] })).toEqual([]);
    const [hot] = found({ signs: [sign('hot-spot', 'thigh.left')] });
    expect(hot).toMatchObject({ zone: 'thigh.left', key: `${hot?.stop.id}@thigh.left` });
    expect(found({ signs: [sign('hot-spot', 'thigh.left'), sign('hot-spot', 'thigh.right')] })).toHaveLength(
      2,
    );
  });

  it('come from sores under a mat, and from a temper beyond the salon’s limit', () => {
    const sores = byRole('stop', packs.safety.stops, 'sores-under-mat');
    expect(keys(found({ mats: [mat('back'), mat('rib.left', { sores: true })] }))).toEqual([
      `${sores.id}@rib.left`,
    ]);
    const beyond = byRole('stop', packs.safety.stops, 'beyond-handling');
    expect(keys(found({ temper: { ...calm, handling: 'wary' } }))).toEqual([]);
    const temper = { ...calm, handling: HANDLING.at(-1) ?? 'easy' };
    expect(found({ temper })).toMatchObject([{ key: beyond.id, zone: null }]);
  });

  const stops = found({ signs: [sign('hot-spot', 'thigh.left')] });
  const key = keys(stops)[0] ?? '';
  const entry = (action: 'found' | 'cleared' | 'referred' | 'lifted', at = key) => ({ key: at, action });

  it('are open until the last word about them is an answer', () => {
    expect(openStops(stops, [], packs.safety)).toEqual(stops);
    expect(openStops(stops, [entry('cleared')], packs.safety)).toEqual([]);
    expect(openStops(stops, [entry('referred')], packs.safety)).toEqual([]);
    expect(openStops(stops, [entry('cleared'), entry('lifted')], packs.safety)).toEqual(stops);
    expect(openStops(stops, [entry('lifted'), entry('cleared')], packs.safety)).toEqual([]);
    expect(openStops(stops, [entry('cleared', 'another')], packs.safety)).toEqual(stops);
  });

  it('one that was found stays open though the card or another visit no longer says it, until it is answered or lifted', () => {
    expect(openStops([], [entry('found')], packs.safety)).toEqual(stops);
    expect(openStops([], [entry('found'), entry('cleared')], packs.safety)).toEqual([]);
    expect(openStops([], [entry('found'), entry('lifted')], packs.safety)).toEqual([]);
    expect(openStops(stops, [entry('found')], packs.safety)).toEqual(stops);
    expect(unloggedStops(stops, [])).toEqual([key]);
    expect(unloggedStops(stops, [entry('found')])).toEqual([]);
    expect(unloggedStops(stops, [entry('cleared')])).toEqual([]);
    expect(unloggedStops(stops, [entry('cleared'), entry('lifted')])).toEqual([key]);
  });

  it('sores stop the work only under felt; under less they restrict the place', () => {
    expect(keys(found({ mats: [mat('rib.left', { sores: true, tightness: 2 })] }))).toEqual([]);
  });

  it('are lifted by taking away what brought them, answered or not, and once', () => {
    expect(liftedStops(stops, [], [])).toEqual([key]);
    expect(liftedStops([], [], [entry('cleared')])).toEqual([key]);
    expect(liftedStops([], [], [entry('cleared'), entry('lifted')])).toEqual([]);
    expect(liftedStops(stops, stops, [entry('cleared')])).toEqual([]);
  });
});
