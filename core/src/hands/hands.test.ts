import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evenly } from '../../testing/evenly.ts';
import { breed, packs } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import { questionTape } from '../body/tape.ts';
import { changesSince } from './changes.ts';
import type { SeenSign } from './hands.ts';
import { freshHands, mirrored, signsFor, stayingSigns, withFind, withMat, withoutFind } from './hands.ts';
import { standingOf } from '../case/resolveCase.ts';
import { stopsOf } from '../welfare/stops.ts';
import { summarise } from './readings.ts';

const seen = (sign: string, zone: string | null = null, extra: Partial<SeenSign> = {}): SeenSign => ({
  sign,
  zone,
  level: null,
  sizeMm: null,
  note: '',
  ...extra,
});
const calm = { handling: 'easy', standingMinutes: null } as const;
const nothing = { signs: [], mats: [], temper: calm };
const mat = {
  id: 'm1',
  zone: 'belly',
  lengthCm: 5,
  widthCm: 4,
  tightness: 4,
  toSkinMm: 0,
  burr: false,
  sores: true,
} as const;

describe('stops', () => {
  it.each([
    ['an open wound', { signs: [seen('wound', 'thigh.left')] }, 'open-skin@thigh.left'],
    ['a hot spot', { signs: [seen('hot-spot', 'rib.right')] }, 'open-skin@rib.right'],
    ['a suspected injury', { signs: [seen('injury')] }, 'suspected-injury'],
    ['a swollen belly', { signs: [seen('swollen-belly')] }, 'swollen-belly'],
    ['a painful ear', { signs: [seen('painful-ear', 'ear-inside.left')] }, 'painful-ear@ear-inside.left'],
    ['a painful eye', { signs: [seen('painful-eye', 'eye-corner.right')] }, 'painful-eye@eye-corner.right'],
    ['parasites', { signs: [seen('parasites')] }, 'parasites'],
    ['felt over sores', { mats: [mat] }, 'felt-over-sores@belly'],
    ['a dog that bites', { temper: { ...calm, handling: 'bites' as const } }, 'beyond-handling'],
  ])('%s stops the work', (_name, found, key) => {
    expect(stopsOf({ ...nothing, ...found }, packs, 'fights').map((stop) => stop.key)).toEqual([key]);
  });

  it('every stop of the pack can be met', () => {
    const bySign = packs.signs.signs.flatMap(({ stop }) => stop ?? []);
    for (const { id, role } of packs.safety.stops)
      expect(role !== null || bySign.includes(id), id).toBe(true);
  });

  it('the salon says how hard a dog it still takes on', () => {
    const fights = { ...nothing, temper: { ...calm, handling: 'fights' as const } };
    expect(stopsOf(fights, packs, 'fights')).toEqual([]);
    expect(stopsOf(fights, packs, 'wary')).toHaveLength(1);
  });

  it('two wounds in one place are one stop', () => {
    const signs = [seen('wound', 'back'), seen('hot-spot', 'back')];
    expect(stopsOf({ ...nothing, signs }, packs, 'bites')).toHaveLength(1);
  });
});

describe('what signs bring', () => {
  it('only what stays goes home with the dog', () => {
    const signs = [seen('lump', 'rib.left'), seen('redness', 'belly'), seen('pale', 'ear-inside.left')];
    expect(stayingSigns(signs, packs.signs).map(({ sign }) => sign)).toEqual(['lump', 'pale']);
  });

  it('a place offers only what can be there', () => {
    const at = (zone: string | null) => signsFor(packs.signs, zone).map(({ id }) => id);
    expect(at('forefoot.left')).toContain('nails-long');
    expect(at('back')).not.toContain('nails-long');
    expect(at(null)).toContain('heart');
    expect(at('back')).not.toContain('heart');
  });

  it('a dog stands as long as somebody says, else as its age does', () => {
    expect(standingOf(packs, { temper: { ...calm, standingMinutes: 15 }, ageMonths: 40 })).toEqual({
      minutes: 15,
      said: true,
    });
    const byAge = [4, 40, 150].map(
      (months) => standingOf(packs, { temper: calm, ageMonths: months }).minutes,
    );
    expect(byAge[1]).toBeGreaterThan(byAge[0] ?? 0);
    expect(byAge[1]).toBeGreaterThan(byAge[2] ?? 0);
  });
});

describe('since the last visit', () => {
  const last = {
    signs: [seen('lump', 'rib.left', { sizeMm: 8 }), seen('lump', 'thigh.right', { sizeMm: 6 })],
    predictedMm: { back: 34, loin: 20 },
  };
  const length = (mm: number) => ({ mm, sdMm: null, readings: 1, by: 'rule' as const });

  it('a new lump, one gone, one grown, and hair shorter than predicted are pointed out', () => {
    const now = {
      signs: [seen('lump', 'rib.left', { sizeMm: 13 }), seen('lump', 'back', { sizeMm: 4 })],
      lengths: { back: length(22), loin: length(21) },
    };
    expect(changesSince(packs.signs, last, now)).toEqual([
      { kind: 'grown', sign: 'lump', zone: 'rib.left', fromMm: 8, toMm: 13 },
      { kind: 'new', sign: 'lump', zone: 'back' },
      { kind: 'gone', sign: 'lump', zone: 'thigh.right' },
      { kind: 'shorter', zone: 'back', predictedMm: 34, measuredMm: 22 },
    ]);
  });

  it('the same dog again, or a first visit, has nothing to point out', () => {
    expect(changesSince(packs.signs, last, { signs: last.signs, lengths: { back: length(33) } })).toEqual([]);
    expect(changesSince(packs.signs, null, { signs: last.signs, lengths: {} })).toEqual([]);
  });
});

describe('the coat gauge’s readings', () => {
  it('give mean and spread, and leave out a tooth of the comb', () => {
    expect(summarise([20, 21, 19, 20, 60])).toEqual({ mm: 20, sdMm: 0.82, readings: 4, by: 'gauge' });
    expect(summarise([18])).toEqual({ mm: 18, sdMm: null, readings: 1, by: 'gauge' });
    expect(summarise([])).toBeNull();
  });

  it('never report a length outside what was read', () => {
    fc.assert(
      fc.property(fc.array(evenly(1, 150), { minLength: 1 }), (readings) => {
        const length = summarise(readings);
        expect(length?.mm).toBeGreaterThanOrEqual(Math.min(...readings) - 0.051);
        expect(length?.mm).toBeLessThanOrEqual(Math.max(...readings) + 0.051);
      }),
    );
  });
});

describe('the tape', () => {
  const pack = breed('west-highland-white-terrier');
  const { measures } = bodyOf(packs, pack, {}, []);

  it('questions a 40 cm terrier of a 28 cm breed, with what is usual', () => {
    const question = questionTape(pack, measures, 'heightMm', 400);
    expect(question).toMatchObject({ key: 'heightMm', value: 400, impossible: false });
    expect(question?.usual[1]).toBeLessThan(360);
    expect(questionTape(pack, measures, 'heightMm', 280)).toBeNull();
  });

  it('questions a loin against the dog’s own height, and a weight against the breed', () => {
    const { mm } = measures.loinMm;
    expect(questionTape(pack, measures, 'loinMm', mm * 1.1)).toBeNull();
    expect(questionTape(pack, measures, 'loinMm', mm * 2)).not.toBeNull();
    expect(questionTape(pack, measures, 'weightKg', 30)).not.toBeNull();
  });

  it('what no dog has cannot be confirmed', () => {
    expect(questionTape(pack, measures, 'heightMm', 5000)?.impossible).toBe(true);
    expect(questionTape(pack, measures, 'heightMm', NaN)?.impossible).toBe(true);
  });
});

describe('the sheet', () => {
  const blank = freshHands(
    { measurements: {}, findings: [], coatType: 'wire', coatModifiers: [], dense: false, signs: [] },
    calm,
  );

  it('every find can be taken off again', () => {
    const { id: _id, ...found } = mat;
    const sheet = [
      { kind: 'mat', mat: found } as const,
      { kind: 'sign', sign: seen('redness', 'belly') } as const,
      { kind: 'structure', finding: { finding: 'short-neck', severity: 'mild' } } as const,
      { kind: 'modifier', modifier: 'puppy' } as const,
      { kind: 'measure', key: 'heightMm', value: 280 } as const,
      { kind: 'length', zone: 'back', length: { mm: 3, sdMm: null, readings: 1, by: 'rule' } } as const,
    ].reduce(withFind, blank);
    const emptied = [
      { kind: 'mat', id: 'm1' } as const,
      { kind: 'sign', sign: 'redness', zone: 'belly' } as const,
      { kind: 'structure', finding: 'short-neck', side: null } as const,
      { kind: 'modifier', modifier: 'puppy' } as const,
      { kind: 'measure', key: 'heightMm' } as const,
      { kind: 'length', zone: 'back' } as const,
    ].reduce(withoutFind, sheet);
    expect(emptied).toEqual(blank);
  });

  it('a mat can be corrected in place; one that is not there is a slip', () => {
    const { id: _id, ...found } = mat;
    const sheet = withFind(blank, { kind: 'mat', mat: found });
    expect(withMat(sheet, 'm1', { tightness: 2 }).mats[0]?.tightness).toBe(2);
    expect(() => withMat(sheet, 'm9', {})).toThrow('m9');
  });

  it('twice in the mirror is the dog again', () => {
    const sheet = [
      { kind: 'sign', sign: seen('lump', 'rib.left') } as const,
      { kind: 'structure', finding: { finding: 'cow-hocks', severity: 'mild', side: 'left' } } as const,
    ].reduce(withFind, blank);
    expect(mirrored(mirrored(sheet))).toEqual(sheet);
    expect(mirrored(sheet).signs[0]?.zone).toBe('rib.right');
  });
});
