import { describe, expect, it } from 'vitest';
import { caseFor, mat } from '../../testing/packs.ts';
import { byId } from '../terms/failure.ts';
import { isFelted, underMatFloorMm } from './matted.ts';

const POLICY = { limitMinutes: 20, bladeFloorMm: 1.5, feePerHour: 60 };
const rib = (...mats: readonly ReturnType<typeof mat>[]) => {
  const visit = caseFor('standard-poodle', { mats, matPolicy: POLICY });
  const zone = byId('zone', visit.derived.zones, 'rib.left');
  return [isFelted(visit, zone), underMatFloorMm(visit, zone)];
};

describe('a mat of a place', () => {
  it.each([
    ['none', [], [false, 0]],
    ['a loose one', [mat('rib.left', { tightness: 1 })], [false, 0]],
    ['a loose one over sores', [mat('rib.left', { tightness: 1, sores: true })], [false, 1.5]],
    ['a firm one', [mat('rib.left', { tightness: 2 })], [false, 1.5]],
    ['a tight one', [mat('rib.left', { tightness: 3 })], [false, 1.5]],
    ['a felted one', [mat('rib.left', { tightness: 4 })], [true, 1.5]],
    ['one of the other side', [mat('rib.right', { tightness: 4, sores: true })], [false, 0]],
  ] as const)('%s', (_what, mats, told) => expect(rib(...mats)).toEqual(told));
});
