import { describe, expect, it } from 'vitest';
import { roundPart, STATIONS } from '../../testing/roundPart.ts';
import { placesSeen } from './placesSeen.ts';

const part = roundPart(() => 200);
const named = (of: typeof part) => placesSeen(of).filter(({ landmark }) => landmark !== null);

describe('the places of a contour that are seen', () => {
  it('are known by a landmark from two stations before it to two behind', () => {
    expect(placesSeen(part)).toHaveLength(STATIONS);
    const top = named(part).filter(({ landmark }) => landmark === 'top');
    expect(top.map(({ station }) => station)).toEqual([28, 29, 30, 31, 32]);
    expect(top.every(({ zone }) => zone === 'back')).toBe(true);
  });

  it('where a zone ends to the eye it is told between which landmarks, and how far', () => {
    const stations = part.stations.map((one, i) => ({ ...one, hidden: i >= 10 && i < 40 }));
    const of = { ...part, stations, landmarkStation: { front: 0, rear: 60 } };
    expect(placesSeen(of)).toHaveLength(STATIONS - 30);
    const told = named(of).filter(({ landmark }) => landmark?.includes('>'));
    expect(told).toEqual([
      { station: 9, zone: 'back', landmark: 'front>rear@0.15' },
      { station: 40, zone: 'back', landmark: 'front>rear@0.67' },
    ]);
  });

  it('name no side: the zone knows its own', () => {
    const of = { ...part, landmarkStation: { 'hip.left': 20, 'hip.right': 100 } };
    expect(named(of).filter(({ landmark }) => landmark === 'hip')).toHaveLength(10);
    expect(named(of).every(({ landmark }) => !/left|right/.test(landmark ?? ''))).toBe(true);
  });

  it('on the middle line a place of one side is neither; one in the middle of the dog stays', () => {
    const stations = part.stations.map((one) => (one.zone === 'back' ? { ...one, zone: 'rib.left' } : one));
    const of = { ...part, stations, zones: ['rib.left', 'belly'], middle: 'x' as const };
    const at = placesSeen(of).map(({ station }) => station);
    expect([29, 30, 31].some((i) => at.includes(i))).toBe(false);
    expect([28, 32, 89, 90, 91].every((i) => at.includes(i))).toBe(true);
  });
});
