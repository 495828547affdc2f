import { describe, expect, it } from 'vitest';
import { packs } from '../../testing/packs.ts';
import { withFind, freshHands } from './hands.ts';
import { readLine, suggestions } from './line.ts';

const finds = (line: string) => {
  const read = readLine(line, packs);
  if (!read.ok) throw new Error(`${line}: ${read.problem}`);
  return read.finds;
};
const refusal = (line: string) => {
  const read = readLine(line, packs);
  if (read.ok) throw new Error(`${line} was read`);
  return read;
};

describe('a typed line', () => {
  it('says a mat: place, size in cm, how tight, how near the skin', () => {
    const mat = { zone: 'ear-outside.left', lengthCm: 4, widthCm: 3, tightness: 3, toSkinMm: 2 };
    expect(finds('mat L ear 4x3 tight 2mm')).toEqual([
      { kind: 'mat', mat: { ...mat, burr: false, sores: false } },
    ]);
    expect(finds('tight mat 2 mm left EAR 4 × 3 cm')).toEqual(finds('mat L ear 4x3 tight 2mm'));
    expect(finds('matted beard 80x60mm felted, sores')[0]).toMatchObject({
      mat: { zone: 'beard', lengthCm: 8, widthCm: 6, tightness: 4, toSkinMm: 1, sores: true },
    });
    expect(finds('burr mat R hock grade 1')[0]).toMatchObject({ mat: { tightness: 1, burr: true } });
  });

  it.each([
    ['lump R thigh 12', { kind: 'sign', sign: { sign: 'lump', zone: 'thigh.right', sizeMm: 12 } }],
    ['hot spot left thigh', { kind: 'sign', sign: { sign: 'hot-spot', zone: 'thigh.left' } }],
    ['redness belly marked', { kind: 'sign', sign: { sign: 'redness', zone: 'belly', level: 'marked' } }],
    ['whorl R breech', { kind: 'sign', sign: { sign: 'whorl', zone: 'breech.right' } }],
    ['packed undercoat back', { kind: 'sign', sign: { sign: 'packed-undercoat', zone: 'back' } }],
    ['heart medicine', { kind: 'sign', sign: { sign: 'heart', zone: null } }],
    ['high behind marked', { kind: 'structure', finding: { finding: 'high-behind', severity: 'marked' } }],
    ['cow hocks L', { kind: 'structure', finding: { finding: 'cow-hocks', side: 'left' } }],
    ['L rib 22 mm', { kind: 'length', zone: 'rib.left', length: { mm: 22, by: 'rule' } }],
    ['back of thigh L 30', { kind: 'length', zone: 'breech.left', length: { mm: 30 } }],
    ['back 2.5 cm', { kind: 'length', zone: 'back', length: { mm: 25 } }],
    ['neutered', { kind: 'modifier', modifier: 'neutered-soft' }],
    ['handling wary', { kind: 'handling', handling: 'wary' }],
    ['stands 15 min', { kind: 'standing', minutes: 15 }],
    ['withers 44 cm', { kind: 'measure', key: 'heightMm', value: 440 }],
    ['weight 13 kg', { kind: 'measure', key: 'weightKg', value: 13 }],
  ])('reads “%s”', (line, find) => {
    expect(finds(line)[0]).toMatchObject(find);
  });

  it('both sides are two finds, and a plural means both', () => {
    expect(finds('pale ears')).toHaveLength(2);
    expect(finds('rib both 20').map((find) => find.kind === 'length' && find.zone)).toEqual([
      'rib.left',
      'rib.right',
    ]);
  });

  it('asks for the side, the place, the number, or what is there', () => {
    expect(refusal('mat ear 3x2')).toMatchObject({
      problem: expect.stringMatching(/Which side/),
      suggestions: ['mat ear 3x2 L', 'mat ear 3x2 R', 'mat ear 3x2 both'],
    });
    expect(refusal('mat 3x2').problem).toMatch(/Where is the mat/);
    expect(refusal('hot spot').problem).toMatch(/Where/);
    expect(refusal('height').problem).toMatch(/How much/);
    expect(refusal('L thigh').problem).toMatch(/What is there/);
    expect(refusal('  ').problem).toMatch(/Type what the hands found/);
  });

  it('refuses what cannot be and says the bounds', () => {
    expect(refusal('withers 4 cm').problem).toMatch(/between 100 and 1100 mm/);
    expect(refusal('stands 900').problem).toMatch(/1 and 240/);
    expect(refusal('L rib 900').problem).toMatch(/0 and 400/);
    expect(refusal('mat L rib 90x80 tight').problem).toMatch(/at most 60/);
    expect(refusal('tooth back').problem).toMatch(/found on: foreface, beard/);
  });

  it('suggests the words of the trade that go on from what is typed, also over a slip of the finger', () => {
    expect(suggestions('mat L sh', packs)).toContain('mat L shoulder');
    expect(suggestions('hotspt', packs)).toContain('hotspot');
    expect(refusal('brd 4').suggestions).toEqual([]);
    expect(suggestions('x', packs)).toEqual([]);
  });

  it('every sign and structure finding can be typed by its name or a word for it', () => {
    for (const sign of packs.signs.signs) {
      const zone = packs.zones.zones.find(({ id }) => id === (sign.at[0] ?? 'rib'));
      const place = sign.scope === 'zone' ? ` L ${zone?.name ?? ''}` : '';
      const read = [sign.name, ...sign.words].map((word) => readLine(`${word}${place}`, packs));
      const hit = read.some((r) => r.ok && r.finds[0]?.kind === 'sign' && r.finds[0].sign.sign === sign.id);
      expect(hit, sign.id).toBe(true);
    }
    for (const { id, name } of packs.findings.findings) {
      expect(finds(name)[0], id).toMatchObject({ kind: 'structure', finding: { finding: id } });
    }
  });
});

describe('the sheet of finds', () => {
  const blank = freshHands(
    { measurements: {}, findings: [], coatType: 'wire', coatModifiers: [], dense: false, signs: [] },
    { handling: 'easy', standingMinutes: null },
  );

  it('the same find in the same place replaces what was there', () => {
    const once = finds('redness belly').reduce(withFind, blank);
    const twice = finds('redness belly marked').reduce(withFind, once);
    expect(twice.signs).toEqual([
      { sign: 'redness', zone: 'belly', level: 'marked', sizeMm: null, note: '' },
    ]);
  });

  it('mats keep their own numbers however many are taken off', () => {
    const three = ['mat back', 'mat loin', 'mat croup'].flatMap(finds).reduce(withFind, blank);
    expect(three.mats.map(({ id }) => id)).toEqual(['m1', 'm2', 'm3']);
  });
});
