import { byId } from '../terms/failure.ts';
import { describe, expect, it } from 'vitest';
import { packs } from '../../testing/packs.ts';
import { hairNow } from '../coat/hairNow.ts';
import { coatOf, growthIn } from '../coat/hair.ts';
import { otherSide, zoneKindId } from '../terms/zone.ts';
import { dogZones } from './zones.ts';

describe('zones of a dog', () => {
  it('paired ones come left and right, the back once', () => {
    const ids = dogZones(packs.zones).map((zone) => zone.id);
    expect(ids).toContain('rib.left');
    expect(ids).toContain('rib.right');
    expect(ids.filter((id) => zoneKindId(id) === 'back')).toEqual(['back']);
  });

  it('know their other side', () => {
    expect(otherSide('rib.left')).toBe('rib.right');
    expect(otherSide('rib.right')).toBe('rib.left');
    expect(otherSide('back')).toBe('back');
    for (const { id } of dogZones(packs.zones)) expect(otherSide(otherSide(id))).toBe(id);
  });
});

describe('the hair there is today', () => {
  const face = byId('zone', packs.zones.zones, 'foreface');
  const spitz = coatOf(packs.coats, 'stand-off', []);

  it('has grown since the last record where nothing was measured', () => {
    const curl = coatOf(packs.coats, 'tight-curl', []);
    const now = hairNow(curl, packs.zones, { back: 13, 'rib.left': 13 }, 30.4375, { 'rib.left': 9 });
    expect(now.back).toBeCloseTo(25, 9);
    expect(now['rib.left']).toBe(9);
  });

  it('a spitz keeps a short face however long it waits', () => {
    const now = hairNow(spitz, packs.zones, { 'foreface.left': 7, back: 50 }, 2000, {});
    expect(now['foreface.left']).toBeLessThan(9);
    expect(now.back).toBeGreaterThan(55);
    expect(growthIn(spitz, face).fullMm).toBeCloseTo(8, 9);
  });

  it('a coat that never stops has no full length in any zone', () => {
    expect(growthIn(coatOf(packs.coats, 'drop', []), face).fullMm).toBeNull();
  });
});
