import { freshHands } from '@kurrel/core';
import { describe, expect, it } from 'vitest';
import { says } from '../testing/says.ts';
import {
  FIRST_CLOCK,
  FIRST_POLICY,
  gaugeLine,
  handsSchema,
  may,
  readGaugeLine,
  salonSchema,
  signConsentSchema,
  stopAnswerSchema,
} from './index.ts';

const fresh = freshHands(
  { measurements: {}, findings: [], coatType: 'wire', coatModifiers: [], dense: false, signs: [] },
  { handling: 'easy', standingMinutes: null },
);
const mat = {
  id: 'm1',
  zone: 'beard',
  lengthCm: 4,
  widthCm: 3,
  tightness: 3,
  toSkinMm: 2,
  burr: false,
  sores: false,
};

describe('a sheet of findings', () => {
  it('goes over the wire and comes back the same', () => {
    const hands = {
      ...fresh,
      mats: [mat],
      signs: [{ sign: 'lump', zone: 'back', level: null, sizeMm: 4, note: 'soft' }],
      lengths: { back: { mm: 22, sdMm: 1.2, readings: 9, by: 'gauge' } },
    };
    expect(handsSchema.validateSync(JSON.parse(JSON.stringify(hands)))).toEqual(hands);
  });

  it.each([
    [{ mats: [{ ...mat, lengthCm: 90 }] }, /is this in mm/],
    [{ mats: [{ ...mat, tightness: 7 }] }, /1, loose, to 4, felted/],
    [{ mats: [{ ...mat, toSkinMm: -1 }] }, /0 mm or more/],
    [{ mats: [{ ...mat, zone: '' }] }, /Say where the mat is/],
    [{ signs: [{ sign: 'lump', zone: 'back', level: null, sizeMm: 4000, note: '' }] }, /check the number/],
    [{ lengths: { back: { mm: 0, sdMm: null, readings: 1, by: 'rule' } } }, /longer than nothing/],
    [{ temper: { handling: 'easy', standingMinutes: 999 } }, /At most 240/],
    [{ temper: { handling: 'sulks', standingMinutes: null } }, /handling/],
    [{ measurements: { heightMm: 5 } }, /check the tape/],
    [{ confirmed: ['hat'] }, /confirmed/],
  ])('%j is refused with a sentence', (wrong, message) => {
    expect(says(handsSchema, { ...fresh, ...wrong })).toMatch(message);
  });
});

describe('the gauge’s lines', () => {
  it('read what they write', () => {
    expect(readGaugeLine(gaugeLine.hello('SIM-7'))).toEqual({ kind: 'hello', version: 1, serial: 'SIM-7' });
    expect(readGaugeLine(gaugeLine.length(3, 33.44))).toEqual({ kind: 'length', seq: 3, mm: 33.4 });
    expect(readGaugeLine(gaugeLine.fault('battery low'))).toEqual({ kind: 'fault', words: 'battery low' });
    expect(readGaugeLine(gaugeLine.bye())).toEqual({ kind: 'bye' });
  });

  it.each(['', 'LEN', 'LEN one 20', 'LEN 0 20', 'LEN 2 -4', 'LEN 2 9000', 'HELLO other/1', 'TEMP 1 40'])(
    '“%s” is passed over, never taken for a length',
    (line) => expect(readGaugeLine(line)).toEqual({ kind: 'unknown', line }),
  );
});

describe('rules, stops and signatures', () => {
  it('a salon’s rules are held to what they can be', () => {
    const rules = { schools: { mats: 'save' }, policy: FIRST_POLICY, clock: FIRST_CLOCK };
    expect(says(salonSchema, rules)).toBe('fine');
    const clock = (change: object) => ({ ...rules, clock: { ...FIRST_CLOCK, ...change } });
    expect(says(salonSchema, clock({ zone: 'Mars/Olympus' }))).toMatch(/no such time zone/);
    expect(says(salonSchema, clock({ opens: '19:00' }))).toMatch(/after opening time/);
    expect(says(salonSchema, clock({ opens: '08-30' }))).toMatch(/08:30/);
    const policy = (change: object) => ({ ...rules, policy: { ...FIRST_POLICY, ...change } });
    expect(says(salonSchema, policy({ rates: { perHour: 'much', least: 20, currency: 'EUR' } }))).toMatch(
      /number/,
    );
    expect(says(salonSchema, policy({ rates: { perHour: 40, least: 20, currency: 'euro' } }))).toMatch(
      /three capital/,
    );
    expect(
      says(salonSchema, policy({ mats: { limitMinutes: 20, bladeFloorMm: 0, feePerHour: 50 } })),
    ).toMatch(/0\.25/);
  });

  it('a stop is answered with a reason or not at all', () => {
    expect(says(stopAnswerSchema, { key: 'open-skin@back', action: 'cleared', note: ' ' })).toMatch(
      /Say why/,
    );
    expect(says(stopAnswerSchema, { key: 'open-skin@back', action: 'ignored', note: 'x' })).toMatch(/action/);
  });

  it('nobody signs with an empty pad or without a name', () => {
    const choices = {
      trimId: 'lamb',
      purpose: 'pet',
      wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
      schools: {},
      sides: {},
      overrides: [],
    };
    const signature = { width: 300, height: 100, strokes: [[1, 2, 3, 4]] };
    const signed = { kind: 'wish', choices, signedBy: 'Ines', signature };
    expect(says(signConsentSchema, signed)).toBe('fine');
    expect(says(signConsentSchema, { ...signed, signature: { ...signature, strokes: [] } })).toMatch(
      /signs on the pad/,
    );
    expect(says(signConsentSchema, { ...signed, signedBy: '' })).toMatch(/name of who signs/);
    expect(says(signConsentSchema, { ...signed, kind: 'whim' })).toMatch(/kind/);
  });

  it('a trainee writes findings and starts work, and answers no stop, takes no consent, sets no rule', () => {
    expect(may('trainee', 'hands:save') && may('trainee', 'visit:start')).toBe(true);
    for (const one of ['stop:answer', 'consent:take', 'salon:edit'] as const)
      expect(may('trainee', one)).toBe(false);
    expect(may('groomer', 'stop:answer') && may('groomer', 'consent:take')).toBe(true);
    expect(may('groomer', 'salon:edit')).toBe(false);
    expect(may('lead', 'salon:edit')).toBe(true);
  });
});
