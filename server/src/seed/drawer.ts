import type { ToolFacts } from '@kurrel/contract';

/** A plausible, incomplete kit: no 6F, two 10s of which one is dull, combs marked with fish. */
const tool = (kindId: string, label: string, extra: Partial<ToolFacts> = {}): ToolFacts => ({
  kindId,
  label,
  lengthMm: null,
  dull: false,
  atHand: true,
  ...extra,
});

export const DEMO_DRAWER: readonly ToolFacts[] = [
  tool('blade-40', '40'),
  tool('blade-30', '30'),
  tool('blade-15', '15'),
  tool('blade-10', '10'),
  tool('blade-10', '10 old', { dull: true }),
  tool('blade-9', '9'),
  tool('blade-8h', '8½', { atHand: false }),
  tool('blade-7f', '7F'),
  tool('blade-7', '7 skip'),
  tool('blade-5f', '5F'),
  tool('blade-4f', '4F'),
  tool('trimmer', 'trimmer'),
  tool('comb-3', 'sprat', { lengthMm: 3.1 }),
  tool('comb-6', 'whiting', { lengthMm: 6.2 }),
  tool('comb-10', 'herring', { lengthMm: 9.8 }),
  tool('comb-13', 'mackerel', { lengthMm: 13.2 }),
  tool('comb-16', 'bass', { lengthMm: 15.7 }),
  tool('comb-19', 'pollack', { lengthMm: 19.4 }),
  tool('comb-25', 'cod', { lengthMm: 25.3 }),
  tool('comb-32', 'ling', { lengthMm: 31.6 }),
  tool('straight-shears', 'straight shears'),
  tool('curved-shears', 'curved shears'),
  tool('short-shears', 'ball-tips'),
  tool('thinners', 'thinners'),
  tool('blenders', 'blenders'),
  tool('chunkers', 'chunkers'),
  tool('knife-coarse', 'coarse knife'),
  tool('knife-fine', 'fine knife'),
];
