import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { fullDrawer } from '../../testing/packs.ts';
import * as companions from '../../testing/trade/companions.ts';
import * as curls from '../../testing/trade/curls.ts';
import * as newcomers from '../../testing/trade/newcomers.ts';
import * as retrievers from '../../testing/trade/retrievers.ts';
import * as schnauzers from '../../testing/trade/schnauzers.ts';
import type { TradeBook } from '../../testing/trade/sentence.ts';
import * as smooth from '../../testing/trade/smooth.ts';
import * as spaniels from '../../testing/trade/spaniels.ts';
import * as terriers from '../../testing/trade/terriers.ts';
import * as workers from '../../testing/trade/workers.ts';

const books: readonly TradeBook[] = [
  companions,
  curls,
  newcomers,
  retrievers,
  schnauzers,
  smooth,
  spaniels,
  terriers,
  workers,
].flatMap((all) => Object.values(all));

const USUAL = [
  ...['blade-40', 'blade-30', 'blade-15', 'blade-10', 'blade-7f', 'blade-5f', 'small-clipper'],
  ...['comb-10', 'comb-13', 'comb-16', 'comb-22', 'comb-32'],
  ...[
    'straight-shears',
    'curved-shears',
    'short-shears',
    'thinners',
    'knife-fine',
    'knife-medium',
    'knife-coarse',
  ],
];
const drawers = {
  everything: fullDrawer,
  'the usual': fullDrawer.filter(({ kindId }) => USUAL.includes(kindId)),
} as const;

/** Of a dog new to the salon: its hair is the grown coat of its breed. */
describe.each(books)('what a groomer insists on: $breed', ({ breed, sentences }) => {
  describe.each(Object.entries(drawers))('with %s in the drawer', (_name, drawer) => {
    it.each(sentences)('$trimId, $purpose: $says', ({ trimId, purpose, extra, breaks }) => {
      const work = workOf(breed, { trimId, purpose, hairMm: {}, drawer, ...extra });
      expect(breaks(work)).toEqual([]);
    });
  });
});
