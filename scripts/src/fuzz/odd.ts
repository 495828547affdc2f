import type { Dice } from './dice.ts';

/** Values somebody could send where another was meant. */
const ODD: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e308,
  -1e308,
  Number.MAX_SAFE_INTEGER,
  2_147_483_648,
  '',
  ' ',
  '0',
  '\u0000',
  '\ud800',
  '\udc00x',
  '__proto__',
  'constructor',
  'toString',
  '%00',
  '%',
  "'; drop table dogs; --",
  '<b>x</b>',
  '${1}',
  'x'.repeat(5_000),
  '🐩'.repeat(300),
  '2026-02-30',
  '+275760-09-13T00:00:00.000Z',
  '-000001-01-01T00:00:00.000Z',
  '0000-00-00',
  '1e309',
  'NaN',
  [],
  {},
  [[]],
  [null],
  { length: 3 },
  { toString: 'x' },
  JSON.parse('{"__proto__":{"admin":true}}'),
  JSON.parse('{"constructor":{"prototype":{}}}'),
  '00000000-0000-4000-8000-000000000000',
];

export const odd = (dice: Dice): unknown => dice.pick(ODD);

/** The same for where only text can stand, at most so many letters, without what an address cannot carry. */
export function oddText(dice: Dice, most: number): string {
  const value = odd(dice);
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? '');
  return text.slice(0, most).replace(/[\ud800-\udfff]/g, '?');
}

const nested = (depth: number): unknown => (depth === 0 ? 1 : [nested(depth - 1)]);

/** The value with one place in it made odd, taken away, doubled, or filled with something bottomless. */
export function spoilt(value: unknown, dice: Dice): unknown {
  if (dice.chance(0.02)) return nested(dice.pick([20, 2_000]));
  if (typeof value !== 'object' || value === null || dice.chance(0.15)) return odd(dice);
  if (Array.isArray(value)) {
    const at = dice.below(value.length + 1);
    if (at === value.length) return [...(value as unknown[]), odd(dice)];
    return value.map((one: unknown, index) => (index === at ? spoilt(one, dice) : one));
  }
  const keys = Object.keys(value);
  if (keys.length === 0 || dice.chance(0.1)) {
    return {
      ...value,
      [dice.pick(['__proto__x', 'constructor', 'toString', '', 'x\u0000', 'length', 'extra'])]: odd(dice),
    };
  }
  const key = dice.pick(keys);
  if (dice.chance(0.15)) return Object.fromEntries(Object.entries(value).filter(([name]) => name !== key));
  return { ...value, [key]: spoilt((value as Record<string, unknown>)[key], dice) };
}
