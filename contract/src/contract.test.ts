import { describe, expect, it } from 'vitest';
import { says } from '../testing/says.ts';
import { bookingSchema, choicesSchema, dogSchema, may, measureSchema, ROLES, toolSchema } from './index.ts';

const dog = {
  name: 'Teasel',
  breedId: 'samoyed',
  bornOn: '2024-05-01',
  coatType: 'stand-off',
  measurements: {},
};

describe('what crosses the wire', () => {
  it('a dog needs a name, a breed, a birthday and a coat, no more', () => {
    expect(dogSchema.validateSync(dog)).toMatchObject({
      name: 'Teasel',
      findings: [],
      remember: [],
      dense: false,
    });
    for (const key of ['name', 'breedId', 'bornOn', 'coatType'] as const) {
      expect(says(dogSchema, { ...dog, [key]: undefined }), key).toMatch(/type|choose/i);
    }
  });

  it('drops blank lines of things to remember and takes three at most', () => {
    expect(dogSchema.validateSync({ ...dog, remember: ['', 'bites', ' '] }).remember).toEqual(['bites']);
    expect(says(dogSchema, { ...dog, remember: ['a', 'b', 'c', 'd'] })).toMatch(/Three/);
  });

  it('questions a tape that cannot be right', () => {
    expect(says(dogSchema, { ...dog, measurements: { heightMm: 28_000 } })).toMatch(/check the tape/);
    expect(says(dogSchema, { ...dog, measurements: { weightKg: 'heavy' } })).toMatch(/number of kg/);
    expect(says(dogSchema, { ...dog, measurements: { loinMm: 90 } })).toBe('fine');
  });

  it('a tool, a measure and a booking are held to what they can be', () => {
    const comb = { kindId: 'comb-13', label: 'mackerel', lengthMm: null };
    expect(says(toolSchema, comb)).toBe('fine');
    expect(says(toolSchema, { ...comb, lengthMm: 0 })).toMatch(/above 0/);
    expect(says(toolSchema, { ...comb, label: '' })).toMatch(/label/);
    expect(says(measureSchema, { coatType: 'wire', direction: 'sideways', measuredMm: 3 })).not.toBe('fine');
    expect(says(bookingSchema, { startsAt: '2026-01-01T09:00', minutes: 1000, what: 'all' })).toMatch(/480/);
  });

  it('choices are whole or refused', () => {
    const choices = {
      trimId: 'lamb',
      purpose: 'pet',
      wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
      schools: {},
      sides: {},
      overrides: [],
    };
    expect(says(choicesSchema, choices)).toBe('fine');
    const { sides: _sides, ...without } = choices;
    expect(says(choicesSchema, without)).toMatch(/nothing to say/);
    expect(says(choicesSchema, { ...choices, trimId: ['lamb'] })).toMatch(/type/);
    expect(says(choicesSchema, { ...choices, trimId: 7 })).toMatch(/type/);
    expect(says(choicesSchema, { ...choices, purpose: 'parade' })).not.toBe('fine');
    expect(says(choicesSchema, { ...choices, wish: { ...choices.wish, allOverMm: -4 } })).toMatch(/above 0/);
  });
});

describe('who may do what', () => {
  it('every role may save a plan; only lead and groomer may acknowledge what is unsafe', () => {
    expect(ROLES.map((role) => may(role, 'plan:save'))).toEqual([true, true, true]);
    expect(ROLES.map((role) => may(role, 'dog:archive'))).toEqual([true, false, false]);
  });
});
