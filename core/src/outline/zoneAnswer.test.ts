import { describe, expect, it } from 'vitest';
import type { SeenZone } from './zoneAnswer.ts';
import { deficitsOf, isChanged, zoneChange } from './zoneAnswer.ts';

const seen = (
  view: SeenZone['view'],
  changes: readonly number[],
  longMm: number,
  landmark: string | null = null,
): SeenZone => ({
  view,
  along: changes.map((change) => ({
    zone: 'back',
    station: null,
    landmark,
    change,
    leave: longMm + change,
    short: null,
  })),
  meanMm: changes.reduce((sum, mm) => sum + mm, 0) / changes.length,
});

describe('one answer for a zone that several views show', () => {
  it('is none where nobody would see it: a millimetre, or four in a hundred of the longest hair', () => {
    expect(zoneChange([seen('side', [0.5, -0.9], 10)])).toBeNull();
    expect(zoneChange([seen('side', [0.5, -1.1], 10)])).not.toBeNull();
    expect(isChanged([seen('side', [3, -3], 100)])).toBe(false);
    expect(isChanged([seen('side', [1.5], 10), seen('rear', [0], 100)])).toBe(false);
    expect(isChanged([seen('side', [0, 5], 100)])).toBe(true);
    expect(isChanged([seen('side', [0, -5], 100)])).toBe(true);
  });

  it('changes its length by the median of what its views want, where that is worth a blade', () => {
    const views = [seen('side', [2, 4], 20), seen('front', [9, 9], 20), seen('rear', [4, 4], 20)];
    expect(zoneChange(views)).toMatchObject({ meanMm: 4, leastMm: 2, mostMm: 9, view: 'front' });
    expect(zoneChange([seen('side', [1.4, 1.6], 10)])).toMatchObject({ meanMm: 0, mostMm: 1.6 });
    expect(zoneChange([seen('side', [6, 8], 80)])).toMatchObject({ meanMm: 0 });
  });

  it('holds the mean of what is left at a landmark, wherever it is seen', () => {
    const outline = zoneChange([
      seen('side', [4], 20, 'hipTop'),
      seen('rear', [7], 20, 'hipTop'),
      seen('top', [5], 20),
    ]);
    expect(outline?.at).toEqual({ hipTop: 25.5 });
  });

  it('a form leaves a length whatever changes, and says it', () => {
    expect(zoneChange([seen('headFront', [0, 0.2], 30)], 'ball')).toMatchObject({
      form: 'ball',
      formMm: 30.1,
    });
  });

  it('what cannot be had is said once of each kind, at its worst, from three millimetres on', () => {
    const short = (byMm: number, kind: 'hair-missing' | 'skin-outside' = 'hair-missing') => ({
      zone: 'back',
      station: null,
      landmark: null,
      change: 0,
      leave: 20,
      short: { kind, byMm, wantedMm: 20 + byMm },
    });
    const views: readonly SeenZone[] = [
      { view: 'side', along: [short(2.9), short(5), short(4)], meanMm: 0 },
      { view: 'rear', along: [short(3, 'skin-outside'), short(6)], meanMm: 0 },
    ];
    expect(deficitsOf('back', views)).toEqual([
      { zone: 'back', kind: 'hair-missing', byMm: 6, wantedMm: 26 },
      { zone: 'back', kind: 'skin-outside', byMm: 3, wantedMm: 23 },
    ]);
    expect(deficitsOf('back', [{ view: 'side', along: [short(2.9)], meanMm: 0 }])).toEqual([]);
  });
});
