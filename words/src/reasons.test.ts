import type { Conflict, Reason, ReasonEffect } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { breeds, planFor } from '../../core/testing/packs.ts';
import { conflictSentence } from './conflicts.ts';
import { reasonFigure, reasonSentence } from './reasons.ts';

const reason = (rule: Reason['rule'], about: string, effect: ReasonEffect = { kind: 'note' }): Reason => ({
  stage: 'standard',
  rule,
  about,
  source: 'custom',
  effect,
  overruled: false,
});
const conflict = (kind: Conflict['kind'], extra: Partial<Conflict> = {}): Conflict => ({
  kind,
  zone: 'back',
  wonMm: 13,
  askedMm: 6,
  about: 'About.',
  alternatives: [],
  daysToGrow: null,
  lack: null,
  ...extra,
});

describe('reasons in the groomer’s words', () => {
  it.each([
    [
      reason('restriction', 'allergic skin', { kind: 'floor', mm: 1.5 }),
      'allergic skin: nothing shorter',
      '≥ 1.5 mm',
    ],
    [
      reason('restriction', 'thin old skin', { kind: 'removes', what: ['against', 'skip-tooth'] }),
      'thin old skin: no clipping against the lay, no skip-tooth',
      '',
    ],
    [reason('restriction', 'healing patch', { kind: 'leave-alone' }), 'healing patch: left alone', ''],
    [reason('hair-there', '', { kind: 'ceiling', mm: 38 }), 'hair that is there', '≤ 38 mm'],
    [
      reason('hair-guessed', '', { kind: 'target', mm: 60, range: [42, 85] }),
      'nobody measured the hair: as long as such a coat grows',
      '60 (42–85) mm',
    ],
    [reason('trim', 'lamb', { kind: 'target', mm: 13, range: [6, 16] }), 'lamb trim', '13 (6–16) mm'],
    [reason('finding', 'long loin', { kind: 'change', mm: -5.2 }), 'long loin: take more', '−5.2 mm'],
    [reason('finding', 'flat ribs', { kind: 'change', mm: 4 }), 'flat ribs: leave more', '+4 mm'],
    [
      reason('nearest-tool', 'mackerel', { kind: 'tool', label: 'mackerel', direction: 'with', offMm: 0.2 }),
      'mackerel is nearest in your drawer',
      'off by +0.2 mm',
    ],
    [reason('override-length', 'winter'), 'your length: winter', ''],
    [reason('override-length', ''), 'your length', ''],
  ])('%#: %s', (given, sentence, figure) => {
    expect(reasonSentence(given)).toBe(sentence);
    expect(reasonFigure(given, 'mm')).toBe(figure);
  });

  it('figures follow the unit the groomer works in', () => {
    expect(reasonFigure(reason('trim', 'lamb', { kind: 'target', mm: 12.7 }), 'in')).toBe('1/2 in (13 mm)');
  });

  it('every reason of every plan has a sentence', () => {
    for (const breed of breeds) {
      for (const zone of planFor(breed.id, { hairMm: { back: 30 } }).zones) {
        for (const given of zone.reasons) expect(reasonSentence(given), given.rule).toMatch(/\S/);
      }
    }
  });
});

describe('conflicts say what won and what to do', () => {
  it.each([
    [
      conflict('hair-missing', { wonMm: 30, askedMm: 66, daysToGrow: 91 }),
      'Only 30 mm of hair for 66 mm: in about 13 weeks.',
    ],
    [conflict('hair-missing'), 'Only 13 mm of hair for 6 mm: this coat does not grow that long.'],
    [conflict('standard-over-wish'), '6 mm was wanted; the standard keeps 13 mm for show.'],
    [
      conflict('shaving-declined', { alternatives: ['bath', 'tidy'] }),
      '6 mm all over was asked. About. Offer first: bath; tidy. Otherwise only with the owner’s signature under this plan.',
    ],
    [
      conflict('shaving-never', { alternatives: ['bath', 'tidy'] }),
      '6 mm all over was asked. About. Not done here: offer bath; tidy.',
    ],
    [conflict('override-beyond-hair', { askedMm: 40 }), '40 mm cannot be left: only 13 mm of hair is there.'],
    [
      conflict('override-unsafe', { askedMm: null, about: 'sore skin' }),
      'On hold: your choice on sore skin.',
    ],
    [
      conflict('drawer-lacks', { wonMm: 9.5, lack: { what: 'tool', kinds: ['5F blade', '6F blade'] } }),
      'Your drawer has nothing near 6 mm; it is left at 9.5 mm. Buy or borrow: 5F blade or 6F blade.',
    ],
    [
      conflict('drawer-lacks', { wonMm: null, lack: { what: 'carrier', kinds: ['40 blade'] } }),
      'Your drawer has nothing near 6 mm; it is left alone. A comb would do it, but no blade is at hand for it to ride on: 40 blade.',
    ],
    [
      conflict('nothing-in-drawer', { about: 'strip' }),
      'Nothing may leave 6 mm here (a knife, stone or fingers).',
    ],
    [
      conflict('welfare-over-wish', { about: 'allergic skin' }),
      '6 mm was wanted; 13 mm is the least here: allergic skin.',
    ],
    [
      conflict('one-side-lost', { wonMm: 0.5, askedMm: 45, about: 'felted' }),
      'This side is lost (felted to the skin, 0.5 mm), the other is planned at 45 mm: match it, or leave it as planned?',
    ],
  ])('%#', (given, sentence) => expect(conflictSentence(given, 'mm')).toBe(sentence));
});
