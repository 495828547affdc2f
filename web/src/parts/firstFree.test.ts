import { expect, it } from 'vitest';
import { firstFree } from './firstFree.ts';

const starts = ['2030-01-07T09:00:00Z', '2030-01-08T09:00:00Z'];
const at = (startsAt: string, minutes: number) => ({ startsAt, minutes });

it('the first day on which nobody is in the way, up to the minute', () => {
  expect(firstFree(starts, 60, [])).toBe(starts[0]);
  expect(firstFree(starts, 60, [at('2030-01-07T09:59:00Z', 30)])).toBe(starts[1]);
  expect(firstFree(starts, 60, [at('2030-01-07T08:00:00Z', 61)])).toBe(starts[1]);
  expect(firstFree(starts, 60, [at('2030-01-07T08:00:00Z', 60), at('2030-01-07T10:00:00Z', 60)])).toBe(
    starts[0],
  );
  expect(
    firstFree(
      starts,
      60,
      starts.map((start) => at(start, 10)),
    ),
  ).toBeNull();
});
