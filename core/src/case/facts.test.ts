import { describe, expect, it } from 'vitest';
import { mat, sign, tool } from '../../testing/packs.ts';
import type { Hands } from '../hands/hands.ts';
import type { KnownBefore } from './facts.ts';
import { factsWith } from './facts.ts';

const known: KnownBefore = {
  dog: { signs: [] },
  ageMonths: 30,
  lastVisit: { id: 'v1' },
  predictedMm: { back: 20, loin: 25 },
  drawer: [tool('blade-10')],
  groomerHand: 'left',
  shave: null,
  salon: {
    schools: { face: 'with' },
    policy: { mats: { limitMinutes: 15, bladeFloorMm: 0.5, feePerHour: 50 } },
  },
};
const hands = {
  coatType: 'wire',
  coatModifiers: ['puppy'],
  dense: true,
  findings: [{ finding: 'cow-hocks', severity: 'mild', side: null }],
  signs: [],
  measurements: { heightMm: 400 },
  mats: [mat('rump')],
  temper: { handling: 'wary', standingMinutes: 30 },
  lengths: {},
} as unknown as Hands;

describe('the facts of a visit', () => {
  it('are what the hands found over what was known', () => {
    expect(factsWith(known, hands)).toEqual({
      dog: {
        coatType: 'wire',
        coatModifiers: ['puppy'],
        dense: true,
        findings: hands.findings,
        signs: [],
        measurements: { heightMm: 400 },
      },
      ageMonths: 30,
      firstVisit: false,
      mats: hands.mats,
      temper: hands.temper,
      hairMm: { back: 20, loin: 25 },
      measuredHair: [],
      drawer: known.drawer,
      hand: 'left',
      schools: { face: 'with' },
      matPolicy: known.salon.policy.mats,
      shave: null,
    });
  });

  it('a dog nobody has finished here is on a first visit', () => {
    expect(factsWith({ ...known, lastVisit: null }, hands).firstVisit).toBe(true);
  });

  it('hair that was measured takes the place of what has grown by reckoning, there only', () => {
    const lengths = { back: { mm: 12 }, croup: { mm: 7 } } as unknown as Hands['lengths'];
    const facts = factsWith(known, { ...hands, lengths });
    expect(facts.hairMm).toEqual({ back: 12, loin: 25, croup: 7 });
    expect(facts.measuredHair).toEqual(['back', 'croup']);
  });

  it("a sign of the dog's card counts where today's sheet is silent; today's word on it wins", () => {
    const card = [sign('lump', 'loin', { sizeMm: 5 }), sign('heart')];
    const today = [sign('lump', 'loin', { sizeMm: 25 }), sign('lump', 'rib.left')];
    const facts = factsWith({ ...known, dog: { signs: card } }, { ...hands, signs: today });
    expect(facts.dog.signs).toEqual([...today, sign('heart')]);
  });

  it('the same sign elsewhere on the card stays', () => {
    const facts = factsWith(
      { ...known, dog: { signs: [sign('lump', 'loin')] } },
      { ...hands, signs: [sign('lump', 'croup')] },
    );
    expect(facts.dog.signs.map(({ zone }) => zone)).toEqual(['croup', 'loin']);
  });
});
