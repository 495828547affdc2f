import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breed, packs } from '../../testing/packs.ts';
import { PHRASES } from '../../testing/phrases.ts';
import { freshHands, withFind } from './hands.ts';
import { suggestions } from './suggestions.ts';
import type { Find } from './hands.ts';
import type { LengthUnit } from '../units/length.ts';
import { vocabulary } from './vocabulary.ts';
import { contradicted } from './onSheet.ts';
import { readTyped } from './typed.ts';
import { withParts } from '../packs/zones.ts';

const finds = (typed: string) => {
  const read = readTyped(typed, packs);
  if (!read.ok) throw new Error(`${typed}: ${JSON.stringify(read.problem)}`);
  return read.finds;
};
const problem = (typed: string) => {
  const read = readTyped(typed, packs);
  if (read.ok) throw new Error(`${typed} was read as ${JSON.stringify(read.finds)}`);
  return read.problem;
};

describe('a typed finding', () => {
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
    expect(finds('mat back 2x1 in felted')[0]).toMatchObject({ mat: { lengthCm: 5.08, widthCm: 2.54 } });
  });

  it.each([
    ['lump R thigh 12', { kind: 'sign', sign: { sign: 'lump', zone: 'thigh.right', sizeMm: 12 } }],
    ['lump R thigh 1/2 in', { kind: 'sign', sign: { sign: 'lump', sizeMm: 12.7 } }],
    ['lump R thigh 1.2 cm', { kind: 'sign', sign: { sign: 'lump', sizeMm: 12 } }],
    ['hot spot left thigh', { kind: 'sign', sign: { sign: 'hot-spot', zone: 'thigh.left' } }],
    ['redness belly marked', { kind: 'sign', sign: { sign: 'redness', zone: 'belly', level: 'marked' } }],
    ['whorl R breech', { kind: 'sign', sign: { sign: 'whorl', zone: 'breech.right' } }],
    ['packed undercoat back', { kind: 'sign', sign: { sign: 'packed-undercoat', zone: 'back' } }],
    ['heart medicine', { kind: 'sign', sign: { sign: 'heart', zone: null } }],
    ['high behind marked', { kind: 'structure', finding: { finding: 'high-behind', severity: 'marked' } }],
    ['cow hocks L', { kind: 'structure', finding: { finding: 'cow-hocks', side: 'left' } }],
    ['L rib 22 mm', { kind: 'length', zone: 'rib.left', length: { mm: 22, by: 'rule' } }],
    ['L rib 1 1/2 in', { kind: 'length', length: { mm: 38.1 } }],
    ['L rib 9"', { kind: 'length', length: { mm: 228.6 } }],
    ['back of thigh L 30', { kind: 'length', zone: 'breech.left', length: { mm: 30 } }],
    ['back 2,5 cm', { kind: 'length', zone: 'back', length: { mm: 25 } }],
    ['neutered', { kind: 'modifier', modifier: 'neutered-soft' }],
    ['handling wary', { kind: 'handling', handling: 'wary' }],
    ['stands 15 min', { kind: 'standing', minutes: 15 }],
    ['withers 44 cm', { kind: 'measure', key: 'heightMm', value: 440 }],
    ['height 17 1/2 in', { kind: 'measure', key: 'heightMm', value: 444.5 }],
    ['weight 13,5 kg', { kind: 'measure', key: 'weightKg', value: 13.5 }],
  ])('reads “%s”', (typed, find) => {
    expect(finds(typed)).toHaveLength(1);
    expect(finds(typed)[0]).toMatchObject(find);
  });

  it('both sides are two finds, and a plural means both', () => {
    expect(finds('pale ears')).toHaveLength(2);
    const zones = finds('rib both 20').map((find) => find.kind === 'length' && find.zone);
    expect(zones).toEqual(['rib.left', 'rib.right']);
    expect(finds('redness L and R rib')).toHaveLength(2);
  });

  it('several findings, and several places, on one line', () => {
    expect(finds('lump R thigh 12, redness belly marked; high behind')).toMatchObject([
      { sign: { sign: 'lump', zone: 'thigh.right', sizeMm: 12 } },
      { sign: { sign: 'redness', zone: 'belly', level: 'marked' } },
      { finding: { finding: 'high-behind' } },
    ]);
    expect(finds('marked redness L rib and R thigh')).toMatchObject([
      { sign: { zone: 'rib.left', level: 'marked' } },
      { sign: { zone: 'thigh.right', level: 'marked' } },
    ]);
    expect(finds('L rib redness R thigh lump 12')).toMatchObject([
      { sign: { sign: 'redness', zone: 'rib.left' } },
      { sign: { sign: 'lump', zone: 'thigh.right', sizeMm: 12 } },
    ]);
    expect(finds('L rib 22 mm, R rib 25 mm')).toMatchObject([{ length: { mm: 22 } }, { length: { mm: 25 } }]);
    expect(finds('tight mat L ear and R ear')).toMatchObject([
      { mat: { tightness: 3 } },
      { mat: { tightness: 3 } },
    ]);
  });

  it('a size is never carried over to another place', () => {
    expect(finds('lump L thigh 12 and R thigh')).toMatchObject([
      { sign: { sizeMm: 12 } },
      { sign: { sizeMm: null } },
    ]);
  });

  it('what is not there, and what is gone, comes off the sheet instead of going on it', () => {
    expect(finds('mats gone')).toEqual([{ kind: 'absent', what: { of: 'mat', zone: null } }]);
    expect(finds('no mats')).toEqual([{ kind: 'not-seen', what: { of: 'mat', zone: null } }]);
    expect(finds('lump L thigh gone')).toEqual([
      { kind: 'absent', what: { of: 'sign', sign: 'lump', zone: 'thigh.left' } },
    ]);
    expect(finds('not red')).toEqual([
      { kind: 'not-seen', what: { of: 'sign', sign: 'redness', zone: null } },
    ]);
    expect(finds('no lump L thigh, redness belly')).toMatchObject([
      { kind: 'not-seen' },
      { kind: 'sign', sign: { sign: 'redness', zone: 'belly' } },
    ]);
  });

  it('asks for the side, the place, the number, or what is there', () => {
    expect(problem('mat ear 3x2').kind).toBe('which-side');
    expect(problem('mat 3x2').kind).toBe('where-is-the-mat');
    expect(problem('hot spot')).toEqual({ kind: 'where', about: 'hot spot' });
    expect(problem('height').kind).toBe('how-much');
    expect(problem('L thigh').kind).toBe('what-is-there');
    expect(problem('  ').kind).toBe('empty');
  });

  it('what it does not understand it says, and puts nothing of the line on the sheet', () => {
    expect(problem('lump L thigh purplish')).toEqual({ kind: 'not-understood', words: ['purplish'] });
    expect(problem('redness belly 12 mm')).toEqual({ kind: 'left-over', words: ['12 mm'] });
    expect(problem('high behind 4x3')).toEqual({ kind: 'left-over', words: ['4x3'] });
    expect(problem('hot spotty thigh L').kind).toBe('not-understood');
  });

  it('refuses what cannot be and says the bounds', () => {
    expect(problem('withers 4 cm')).toMatchObject({ kind: 'out-of-bounds', lo: 100, hi: 1100 });
    expect(problem('stands 900')).toMatchObject({ what: 'standing', lo: 1, hi: 240 });
    expect(problem('L rib 900')).toMatchObject({ what: 'hair', hi: 400 });
    expect(problem('mat L rib 90x80 tight')).toMatchObject({ what: 'mat-size', hi: 60 });
    expect(problem('tooth back')).toMatchObject({ kind: 'not-there', zones: ['foreface', 'beard'] });
  });

  it('every sign and structure finding can be typed by its name and by every word for it', () => {
    for (const sign of packs.signs.signs) {
      const zone = packs.zones.zones.find(({ id }) => id === (sign.at[0] ?? 'rib'));
      const place = sign.scope === 'zone' ? ` L ${zone?.name ?? ''}` : '';
      for (const word of [sign.name, ...sign.words]) {
        const read = readTyped(`${word}${place}`, packs);
        const hit = read.ok && read.finds.some((find) => find.kind === 'sign' && find.sign.sign === sign.id);
        expect(hit, `${sign.id}: ${word}${place} ${JSON.stringify(read)}`).toBe(true);
      }
    }
    for (const { id, name } of packs.findings.findings) {
      expect(finds(name)[0], id).toMatchObject({ kind: 'structure', finding: { finding: id } });
    }
  });
});

const rounded = (value: number) => Number(value.toFixed(2));
/** A find in few words, as the table of phrases writes it. */
function inShort(find: Find): string {
  switch (find.kind) {
    case 'mat': {
      const { zone, lengthCm, widthCm, tightness, toSkinMm, burr, sores } = find.mat;
      const size = `${rounded(lengthCm)}x${rounded(widthCm)} t${tightness} s${toSkinMm}`;
      return `mat ${zone} ${size}${burr ? ' burr' : ''}${sores ? ' sores' : ''}`;
    }
    case 'sign': {
      const { sign, zone, level, sizeMm } = find.sign;
      return [sign, zone ?? 'dog', level, sizeMm].filter((part) => part !== null).join(' ');
    }
    case 'structure': {
      const { finding, severity, side } = find.finding;
      return `${finding} ${severity}${side ? ` ${side}` : ''}`;
    }
    case 'absent':
    case 'not-seen': {
      const { what } = find;
      const word = find.kind === 'absent' ? 'gone' : 'unseen';
      if (what.of === 'mat') return `${word} mat ${what.zone ?? 'any'}`;
      if (what.of === 'sign') return `${word} ${what.sign} ${what.zone ?? 'any'}`;
      return what.of === 'structure'
        ? `${word} ${what.finding} ${what.side ?? 'any'}`
        : `${word} ${what.modifier}`;
    }
    case 'length':
      return `${find.zone} ${find.length.mm}`;
    case 'measure':
      return `${find.key} ${find.value}`;
    case 'modifier':
      return `coat ${find.modifier}`;
    case 'handling':
      return `handling ${find.handling}`;
    case 'standing':
      return `stands ${find.minutes}`;
    default:
      return find.kind;
  }
}
const meaning = (typed: string, unit: LengthUnit = 'mm'): string => {
  const read = readTyped(typed, packs, unit);
  const line = (found: readonly Find[]) => found.map(inShort).join('; ');
  if (read.ok) return line(read.finds);
  const { problem: why } = read;
  if (why.kind === 'which') return `? ${why.readings.map(line).join(' | ')}`;
  return `! ${why.kind}${'words' in why ? ` ${why.words.join(',')}` : ''}`;
};

describe('phrases as a groomer types them', () => {
  it.each(
    PHRASES.trim()
      .split('\n')
      .map((line) => line.split(' => ') as [string, string]),
  )('“%s”', (typed, means) => {
    expect(meaning(typed)).toBe(means);
  });

  it.each([
    ['mat belly 2x1', 'mat belly 5.08x2.54 t2 s5'],
    ['L rib 2', 'rib.left 50.8'],
    ['L rib 2 in', 'rib.left 50.8'],
    ['L rib 2 in R thigh 3 in', 'rib.left 50.8; thigh.right 76.2'],
    ['lump R thigh 1/2', 'lump thigh.right 12.7'],
    ['lump R thigh 12', '! out-of-bounds'],
    ['lump R thigh 12 mm', 'lump thigh.right 12'],
    ['height 17 1/2', 'heightMm 444.5'],
  ])('a bare number is in the unit that is shown: “%s” in inches', (typed, means) => {
    expect(meaning(typed, 'in')).toBe(means);
  });

  it('nothing comes off the sheet but by a word that says it is gone', () => {
    const { gone } = packs.words;
    const words = vocabulary(packs)
      .filter(({ means }) => means.kind !== 'gone')
      .map(({ text }) => text);
    const numbers = ['4x3', '12', '2 mm', '3 cm', '1/2 in', ',', ';', 'and'];
    const word = fc.oneof(fc.constantFrom(...words), fc.constantFrom(...packs.words.not, ...numbers));
    fc.assert(
      fc.property(fc.array(word, { minLength: 1, maxLength: 8 }), (line) => {
        const read = readTyped(line.join(' '), packs);
        const all = read.ok ? [read.finds] : read.problem.kind === 'which' ? read.problem.readings : [];
        expect(all.flat().filter(({ kind }) => kind === 'absent')).toEqual([]);
      }),
      { numRuns: 400 },
    );
    expect(gone).toEqual(['gone', 'healed', 'removed']);
  });
});

describe('suggestions', () => {
  it('go on from what is typed, also over a slip of the finger', () => {
    expect(suggestions('mat L sh', packs)).toContain('mat L shoulder');
    expect(suggestions('hotspt', packs).join()).toMatch(/hotspot/);
    expect(suggestions('mat ear 3x2', packs)).toEqual(['mat ear 3x2 L', 'mat ear 3x2 R', 'mat ear 3x2 both']);
    expect(suggestions('x', packs)).toEqual([]);
    expect(suggestions('rednes back', packs)).toContain('redness back');
    expect(suggestions('mat L sholder 3x2 tight', packs)).toContain('mat l shoulder 3x2 tight');
  });

  it('every one of them is read when it is typed', () => {
    const starts = packs.signs.signs
      .flatMap(({ name, words }) => [name, ...words])
      .map((word) => word.slice(0, 3));
    for (const start of [...new Set(starts), 'mat L e', 'mat', 'redness b', 'hei', 'stan', 'high b']) {
      for (const offer of suggestions(start, packs)) expect(readTyped(offer, packs).ok, offer).toBe(true);
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

  it('what is gone is off it, in its place or everywhere', () => {
    const sheet = ['lump L thigh 8', 'lump R thigh 9', 'mat back', 'high behind', 'shedding']
      .flatMap(finds)
      .reduce(withFind, blank);
    const off = (typed: string) => finds(typed).reduce(withFind, sheet);
    expect(off('lump L thigh gone').signs.map(({ zone }) => zone)).toEqual(['thigh.right']);
    expect(off('lumps gone').signs).toEqual([]);
    expect(off('mats gone').mats).toEqual([]);
    expect(off('high behind gone').findings).toEqual([]);
    expect(off('shedding gone').coatModifiers).toEqual([]);
    for (const typed of ['no lumps', 'no mats', 'not high behind', 'no shedding', 'no lump L thigh'])
      expect(off(typed), typed).toEqual(sheet);
  });

  it('what is said not to be there and stands on the sheet is asked about, and so is what is gone from several places', () => {
    const sheet = ['lump L thigh 8', 'lump R thigh 9', 'mat back', 'high behind', 'shedding']
      .flatMap(finds)
      .reduce(withFind, blank);
    const asked = (typed: string) => contradicted(sheet, finds(typed));
    expect(asked('no lumps')).toMatchObject([{ zone: 'thigh.left' }, { zone: 'thigh.right' }]);
    expect(asked('no lump L thigh')).toMatchObject([{ zone: 'thigh.left' }]);
    expect(asked('lump gone')).toHaveLength(2);
    expect(asked('lump L thigh gone')).toEqual([]);
    expect(asked('mats gone')).toEqual([]);
    expect(asked('no mats')).toMatchObject([{ of: 'mat', zone: 'back' }]);
    expect(asked('not high behind, no shedding')).toHaveLength(2);
    expect(asked('no fleas')).toEqual([]);
  });
});

describe('parts of places that a line divides', () => {
  const cocker = breed('american-cocker-spaniel').trims.find(({ id }) => id === 'companion');
  const named = withParts(packs, cocker?.splits ?? []);
  const placeOf = (typed: string, from = named) => {
    const read = readTyped(typed, from);
    return read.ok
      ? read.finds.flatMap((find) => (find.kind === 'sign' ? [find.sign.zone] : []))
      : read.problem.kind;
  };
  const matAt = (typed: string, from = named) => {
    const read = readTyped(typed, from);
    return read.ok
      ? read.finds.flatMap((find) => (find.kind === 'mat' ? [find.mat.zone] : []))
      : read.problem.kind;
  };

  it('are called by their own names on a dog that has them, and by their place’s on any other', () => {
    expect(matAt('mat crown 2x2 firm')).toEqual(['topknot#crown']);
    expect(matAt('mat crown 2x2 firm', packs)).toEqual(['topknot']);
    expect(matAt('mat L ear feather 4x3 tight')).toEqual(['ear-outside#feather.left']);
    expect(placeOf('lump R ear leather')).toEqual(['ear-outside#leather.right']);
    expect(matAt('mat topknot 2x2 firm')).toEqual(['topknot']);
  });
});
