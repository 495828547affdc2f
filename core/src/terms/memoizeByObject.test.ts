import { describe, expect, it } from 'vitest';
import { memoizeByObject } from './memoizeByObject.ts';

describe('what is made once', () => {
  it('is made at the first asking, for each object its own, also where it is nothing', () => {
    const asked: object[] = [];
    const made = memoizeByObject((of: { readonly is: number | undefined }) => {
      asked.push(of);
      return of.is;
    });
    const [one, none] = [{ is: 1 }, { is: undefined }];
    expect([made(one), made(none), made(one), made(none), made({ is: 1 })]).toEqual([
      1,
      undefined,
      1,
      undefined,
      1,
    ]);
    expect(asked).toEqual([one, none, { is: 1 }]);
  });
});
