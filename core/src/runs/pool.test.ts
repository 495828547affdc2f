import { describe, expect, it } from 'vitest';
import { zone } from '../../testing/demands.ts';
import type { ZoneDemand } from '../passes/pickTools.ts';
import type { Member } from './pool.ts';
import { pooled } from './pool.ts';

const member = (
  id: string,
  mm: number,
  extra: Partial<ZoneDemand> = {},
  share = 0.1,
  giveMm = 3,
  turned = false,
): Member => ({
  demand: zone(id, mm, { rangeMm: [6, 20], techniques: ['comb', 'scissor'], ...extra }),
  share,
  giveMm,
  turned,
});
const together = (...members: readonly Member[]) => {
  const found = pooled(members);
  return { ...found?.demand, zones: found?.members.map(({ demand }) => demand.id) };
};

describe('what one tool is asked to leave over several places', () => {
  it('the median of their lengths by skin: a neck that wants twice as much does not lift the body', () => {
    const body = [member('back', 13), member('rib', 13, {}, 0.3), member('nape', 15)];
    expect(together(...body)).toMatchObject({ targetMm: 13, zones: ['back', 'rib', 'nape'] });
    expect(together(member('back', 12), member('rib', 14, {}, 0.3)).targetMm).toBe(14);
    expect(together(member('back', 12, {}, 0.3), member('rib', 14)).targetMm).toBe(12);
  });

  it('what turns with the lay in a run against it turns none of the others', () => {
    const against = { drawnDirection: 'against', directions: ['against', 'with'], rangeMm: [1, 3] } as const;
    const withLay = { drawnDirection: 'with', directions: ['with'], rangeMm: [1, 3] } as const;
    const turned = (id: string) => member(id, 1.5, withLay, 0.5, 3, true);
    const muzzle = member('foreface', 1.5, against);
    const face = together(muzzle, turned('cheek.left'));
    expect(face).toMatchObject({ drawnDirection: 'against', zones: ['foreface', 'cheek.left'] });
    expect(face.directions).toContain('against');
    expect(together(muzzle, member('cheek.left', 1.5, withLay, 0.5)).directions).toEqual(['with']);
    expect(together(turned('cheek.left'), turned('cheek.right')).drawnDirection).toBe('with');
    // A muzzle that is drawn so and not otherwise stays, however much cheek there is.
    const bound = member('foreface', 1.5, { ...against, directions: ['against'] });
    expect(together(turned('cheek.left'), bound)).toMatchObject({
      drawnDirection: 'against',
      zones: ['cheek.left', 'foreface'],
    });
  });

  it('no shorter than any floor among them, and in the range of all', () => {
    expect(together(member('cheek', 12), member('throat', 12, { loMm: 14 })).targetMm).toBe(14);
    const narrow = together(member('back', 12, {}, 0.3), member('loin', 14, { rangeMm: [13.5, 20] }));
    expect(narrow).toMatchObject({ targetMm: 13.5, rangeMm: [13.5, 20], loMm: 0 });
    expect(together(member('back', 16, {}, 0.3), member('loin', 14, { rangeMm: [6, 15] })).targetMm).toBe(15);
  });

  it('a place whose range excludes the length leaves, with its other side; the rest stay together', () => {
    const far = { rangeMm: [25, 40] as const };
    const found = together(
      member('back', 13, {}, 0.3),
      member('rib.left', 13),
      member('thigh.left', 30, far),
      member('thigh.right', 30, far),
    );
    expect(found).toMatchObject({ targetMm: 13, zones: ['back', 'rib.left'], rangeMm: [6, 20] });
  });

  it('a place that may not be left so far off its own length leaves', () => {
    expect(together(member('back', 13, {}, 0.3), member('loin', 16)).zones).toEqual(['back', 'loin']);
    expect(together(member('back', 13, {}, 0.3), member('loin', 16.1)).zones).toEqual(['back']);
    expect(together(member('back', 13, {}, 0.3), member('loin', 13.5, {}, 0.1, 0)).zones).toEqual(['back']);
  });

  it('a floor that no length of the others reaches is its own place’s affair', () => {
    const raised = member('belly', 25, { loMm: 22, rangeMm: [18, 30] });
    expect(together(member('back', 13, {}, 0.3), raised)).toMatchObject({ zones: ['back'], loMm: 0 });
  });

  it('is done as most of the skin is drawn; what lacks that technique leaves', () => {
    const hand = member('topknot', 13, { techniques: ['scissor'] });
    expect(together(member('back', 13), hand).zones).toEqual(['back']);
    const second = member('rib', 13, { techniques: ['scissor', 'comb'] });
    expect(together(member('back', 13, {}, 0.3), second)).toMatchObject({
      zones: ['back', 'rib'],
      techniques: ['comb', 'scissor'],
    });
    expect(together(member('back', 13), member('rib', 13, { techniques: ['comb'] })).techniques).toEqual([
      'comb',
    ]);
  });

  it('goes only the ways that every place allows: one tender cheek turns the whole face with the lay', () => {
    const against = { drawnDirection: 'against' as const };
    const tender = { ...against, directions: ['with'] as const, restricted: true };
    const face = together(member('beard', 13, against, 0.3), member('cheek', 13, tender));
    expect(face).toMatchObject({ directions: ['with'], drawnDirection: 'with', restricted: true });
    expect(together(member('beard', 13, against), member('cheek', 13, against))).toMatchObject({
      directions: ['with', 'against'],
      drawnDirection: 'against',
      restricted: false,
    });
  });

  it('no length turns it: drawn with the lay it goes with the lay, though it may go against', () => {
    expect(together(member('back', 13), member('rib', 13)).directions).toEqual(['with']);
  });

  it('a place that allows none of the ways of the others leaves', () => {
    const turned = { drawnDirection: 'against' as const, directions: ['against'] as const };
    const most = member('back', 13, { directions: ['with'] }, 0.3);
    expect(together(most, member('rib', 13, turned)).zones).toEqual(['back']);
  });

  it('keeps what is promised to any of them, where all can have it', () => {
    const promised = member('belly', 13, { techniques: ['comb', 'scissor'], promised: ['comb'] });
    const clipped = member('back', 13, { techniques: ['clip', 'comb'] }, 0.3);
    const both = { techniques: ['clip', 'comb'] as const, promised: ['comb'] as const };
    expect(together(clipped, member('rib', 13, both)).promised).toEqual(['comb']);
    expect(together(clipped, promised)).toMatchObject({ zones: ['back'], promised: [] });
  });

  it('takes the blades that may enter everywhere, and passes over hair that is shorter here or there', () => {
    const open = member('back', 13, { hiMm: 60 });
    const belly = member('belly', 13, { blades: ['blade-10', 'blade-9'], hiMm: 13 });
    const groin = member('groin', 13, { blades: ['blade-15', 'blade-10'], hiMm: 20 });
    expect(together(open, belly, groin)).toMatchObject({ blades: ['blade-10'], hiMm: 60 });
    expect(together(open, member('rib', 13)).blades).toBeNull();
  });

  it('lets no skip-tooth blade run over a place that bars it, nor counts all of it dense for one place', () => {
    const barred = member('belly', 13, { skipTooth: false, denserHere: true });
    expect(together(member('back', 13), barred)).toMatchObject({ skipTooth: false, denserHere: false });
    expect(together(barred, { ...barred })).toMatchObject({ denserHere: true });
  });

  it('is as exact as the place that asks most, and a hand rounds it', () => {
    const found = together(
      member('back', 13.4, { toleranceMm: 2 }, 0.3),
      member('rib', 13.4, { toleranceMm: 1 }),
    );
    expect(found).toMatchObject({ toleranceMm: 1, targetMm: 13.4, handMm: 13 });
  });

  it('is the same whichever side of the dog comes first', () => {
    const clip = { techniques: ['clip', 'comb'] as const, finishes: ['close'] as const };
    const comb = { techniques: ['comb', 'clip'] as const, finishes: ['even'] as const };
    const [a, b] = [member('thigh.left', 13, clip), member('thigh.right', 13, comb)];
    const { id: _one, ...found } = pooled([a, b])?.demand ?? { id: '' };
    const { id: _other, ...mirrored } = pooled([b, a])?.demand ?? { id: '' };
    expect(mirrored).toEqual(found);
  });

  it('is nothing where there is nothing, or where no place takes its own length', () => {
    expect(pooled([])).toBeNull();
    expect(pooled([member('back', 13, { rangeMm: [20, 30] })])).toBeNull();
    expect(pooled([member('back', 13, { techniques: [] })])).toBeNull();
  });

  it('the median is by skin and by length, in whatever order the places come', () => {
    const mm = (...lengths: readonly number[]) =>
      together(...lengths.map((length, i) => member(`place-${i}`, length))).targetMm;
    expect([mm(15, 12, 13), mm(13, 15, 12), mm(12, 13, 15)]).toEqual([13, 13, 13]);
    expect(mm(14, 13), 'of two the shorter').toBe(13);
  });

  it('what it looks like is what most of the skin drawn for its technique wants', () => {
    const comb = (id: string, finish: 'even' | 'smooth', share: number) =>
      member(id, 13, { techniques: ['comb', 'scissor'], finishes: [finish, 'crafted'] }, share);
    const hand = member('croup', 13, { techniques: ['scissor', 'comb'], finishes: ['crafted'] }, 0.5);
    const [back, rib] = [comb('back', 'even', 0.4), comb('rib', 'smooth', 0.3)];
    for (const order of [
      [back, rib, hand],
      [hand, rib, back],
      [rib, hand, back],
    ])
      expect(together(...order).finishes, order.map(({ demand }) => demand.id).join()).toEqual([
        'even',
        'crafted',
      ]);
    const alike = [comb('back', 'even', 0.3), comb('rib', 'smooth', 0.3)] as const;
    expect(together(alike[0], alike[1]).finishes).toEqual(together(alike[1], alike[0]).finishes);
  });

  it('asks for what every place bears: the highest floor, the narrowest range, one share of the weight each', () => {
    const low = member('back', 13, { loMm: 1, rangeMm: [6, 18], smallTools: true }, 0.3);
    const high = member('belly', 13, { loMm: 9, rangeMm: [8, 16], smallTools: false });
    expect(together(low, high)).toMatchObject({ loMm: 9, rangeMm: [8, 16], weight: 0.5, smallTools: false });
    expect(together(low, { ...low })).toMatchObject({ smallTools: true, skipTooth: true });
  });
});
