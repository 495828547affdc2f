import { describe, expect, it } from 'vitest';
import { timesOf } from './times.ts';

const lisbon = timesOf({ zone: 'Europe/Lisbon', hours: 24 });
const auckland = timesOf({ zone: 'Pacific/Auckland', hours: 12 });
const MORNING = '2026-07-01T08:30:00.000Z';

describe('the salon’s own clock', () => {
  it('says times in the salon’s zone, by its hours, whatever the browser’s clock says', () => {
    expect(lisbon.time(MORNING)).toBe('9:30');
    expect(auckland.time(MORNING)).toBe('8:30 pm');
    expect(lisbon.weekday(MORNING)).toBe('Wed 9:30');
    expect(lisbon.dayTime(MORNING)).toBe('1 Jul 9:30');
  });

  it('a day begins and ends with the salon’s midnight, also where the clocks change', () => {
    expect(lisbon.range('2026-07-01')).toEqual({
      from: '2026-06-30T23:00:00.000Z',
      to: '2026-07-01T23:00:00.000Z',
    });
    const { from, to } = lisbon.range('2026-03-29');
    expect((Date.parse(to) - Date.parse(from)) / 3_600_000).toBe(23);
  });

  it('what is typed into a field is an instant of that zone, and comes back as it was typed', () => {
    expect(lisbon.fromField('2026-07-01T09:30')).toBe(MORNING);
    expect(auckland.toField(auckland.fromField('2026-12-24T16:15'))).toBe('2026-12-24T16:15');
  });
});
