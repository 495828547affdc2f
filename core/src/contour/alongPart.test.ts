import { describe, expect, it } from 'vitest';
import { roundPart, STATIONS } from '../../testing/roundPart.ts';
import {
  carriedAlong,
  corresponding,
  placeBetween,
  skinOf,
  spacingOf,
  stationAt,
  stretchOf,
} from './alongPart.ts';

const part = roundPart(() => 200);

describe('along the contour of a part', () => {
  it('stations are as far apart as the way round it has room for', () => {
    expect(spacingOf(part)).toBeCloseTo((2 * 200 * STATIONS * Math.sin(Math.PI / STATIONS)) / STATIONS, 9);
    expect(spacingOf({ ...part, stations: part.stations.slice(0, 1) })).toBe(1);
  });

  it('what landmarks have is linear between them, also over the end of the list', () => {
    const carried = carriedAlong({ ...part, carried: { front: 1, top: 0, rear: 0.5, under: 0 } });
    const at = (share: number) => carried[Math.round(share * STATIONS)];
    expect([at(0), at(1 / 8), at(1 / 4), at(3 / 8), at(1 / 2), at(7 / 8)]).toEqual([
      1, 0.5, 0, 0.25, 0.5, 0.5,
    ]);
  });

  it('a place of another dog lies at the same share of the way between the same landmarks', () => {
    // The other's back is longer: its rear comes later.
    const other = roundPart(() => 100, { landmarkStation: { front: 0, top: 40, rear: 80, under: 100 } });
    const line = corresponding(part, other, skinOf(other));
    const stations = [0, 15, 30, 45, 60, 75, 90, 105];
    const turns = stations.map((i) => {
      const { x = NaN, y = NaN } = line?.(i) ?? {};
      return Math.round((STATIONS * Math.atan2(y - 400, x)) / (2 * Math.PI) + STATIONS) % STATIONS;
    });
    expect(turns).toEqual([0, 20, 40, 60, 80, 90, 100, 110]);
  });

  it('between two of its stations it is on the straight line from one to the next, and from the last to the first', () => {
    const other = roundPart(() => 100, {
      landmarkStation: { front: STATIONS - 1, top: 30, rear: 60, under: 90 },
    });
    const line = corresponding(part, other, skinOf(other));
    // 15 of 30 stations of the way of 31 from the one before the first.
    const [a, b] = [other.stations[14]?.point, other.stations[15]?.point];
    expect(line?.(15)?.x).toBeCloseTo(((a?.x ?? 0) + (b?.x ?? 0)) / 2, 9);
    const [last, first] = [other.stations[STATIONS - 1]?.point, other.stations[0]?.point];
    const share = 31 / 30 - 1;
    expect(line?.(1)?.y).toBeCloseTo(
      (first?.y ?? 0) + share * ((other.stations[1]?.point.y ?? 0) - (first?.y ?? 0)),
      9,
    );
    expect(line?.(0)).toEqual(last);
  });

  it('there is none on a part that lacks a landmark', () => {
    const other = roundPart(() => 100, { landmarkStation: { front: 0, top: 30, rear: 60 } });
    expect(corresponding(part, other, skinOf(other))).toBeNull();
    expect(corresponding(other, part, skinOf(part))).not.toBeNull();
  });

  it('a stretch goes the shorter way round, both ends with it', () => {
    expect(stretchOf(part, 'top', 'rear')).toHaveLength(STATIONS / 4 + 1);
    const over = stretchOf(part, 'front', 'under');
    expect([over[0], over.at(-1), over.length]).toEqual([90, 0, 31]);
    expect([stretchOf(part, 'front', 'tail'), stretchOf(part, 'tail', 'front')]).toEqual([[], []]);
    expect(stretchOf(part, 'rear', 'top')).toHaveLength(STATIONS / 4 + 1);
  });

  it('a place is found by its name, on the side that is meant', () => {
    const sided = { ...part, landmarkStation: { 'hip.left': 10, 'hip.right': 110, top: 30 } };
    expect([stationAt(sided, 'hip', 'left'), stationAt(sided, 'hip', 'right')]).toEqual([10, 110]);
    expect([stationAt(sided, 'top', 'left'), stationAt(sided, 'top', null)]).toEqual([30, 30]);
    expect(stationAt(sided, placeBetween('hip.left', 'top', 0.25), 'left')).toBe(15);
    expect(stationAt(sided, placeBetween('hip.right', 'top', 0.5), 'right')).toBe(10);
    expect([stationAt(sided, 'hip', null), stationAt(sided, 'top>tail@0.50', null)]).toEqual([
      undefined,
      undefined,
    ]);
  });
});
