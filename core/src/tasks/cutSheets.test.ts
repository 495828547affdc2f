import { describe, expect, it } from 'vitest';
import { problemOf, workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { hairEverywhere } from '../../testing/packs.ts';
import { orderWork } from '../order/orderWork.ts';
import type { Task } from './tasks.ts';

/** What good hands would do with this dog (brief 10), card by card in the order of its sheet, as far as a card must come before the next. */
interface Sheet {
  readonly breed: string;
  readonly extra: Extra;
  /** Chains of cards that follow on each other. */
  readonly chains: readonly (readonly string[])[];
  /** A card with its tools in their order, which way, and the shortest and longest that it leaves, mm. */
  readonly cards: Readonly<
    Record<string, readonly [tools: string, direction: Task['direction'], lo: number, hi: number]>
  >;
  /** Lengths of machines besides pads, sanitary area, ears inside and eye corners. */
  readonly machines: number;
}

const hair = (mm: number, extra: Extra): Extra => ({ hairMm: hairEverywhere(mm), ...extra });

const SHEETS: readonly Sheet[] = [
  {
    breed: 'miniature-schnauzer',
    extra: hair(60, { trimId: 'clip-and-card' }),
    chains: [
      ['run:jacket', 'run:front'],
      ['run:jacket', 'run:tuck-up'],
      ['run:jacket', 'finish:card'],
      ['bulk:foreleg', 'form:foreleg.left', 'form:joins', 'step-back'],
      ['bulk:foreleg', 'form:hindleg.right', 'form:joins'],
      ['run:ears', 'form:ears'],
      ['run:face', 'form:brows'],
      ['run:skull', 'form:beard'],
    ],
    cards: {
      'run:jacket': ['blade-7f', 'with', 3.2, 3.2],
      'run:front': ['blade-7f', 'against', 1.5, 1.7],
      'run:tuck-up': ['blade-10', 'with', 1.5, 1.5],
      'run:skull': ['blade-10', 'with', 1.5, 1.5],
      'run:face': ['blade-10', 'with', 1.5, 1.5],
      'run:ears': ['blade-15', 'with', 1.2, 1.2],
      'bulk:foreleg': ['comb-32', 'with', 32, 32],
      'form:foreleg.left': ['straight-shears → curved-shears', null, 10, 30],
      'form:hindleg.left': ['straight-shears → curved-shears', null, 10, 30],
      'form:beard': ['thinners → straight-shears', null, 14, 55],
      'form:brows': ['straight-shears', null, 18, 40],
      'form:ears': ['short-shears', null, 1, 2.5],
      'zone:brisket': ['straight-shears', null, 14, 36],
      'form:joins': ['thinners', null, 0, 0],
    },
    machines: 4,
  },
  {
    breed: 'standard-poodle',
    extra: hair(80, { trimId: 'lamb' }),
    chains: [
      ['run:body', 'run:underline'],
      ['run:face', 'form:topknot'],
      ['run:tail-root', 'zone:tail'],
      ['run:feet', 'lines', 'form:foreleg.left', 'form:joins'],
      ['bulk:foreleg', 'lines', 'form:hindleg.left', 'form:joins'],
    ],
    cards: {
      'run:face': ['blade-10', 'against', 1.2, 1.5],
      'run:feet': ['blade-10', 'against', 1.2, 1.5],
      'run:body': ['comb-13', 'with', 13, 13],
      'run:underline': ['comb-13', 'against', 11, 13],
      'bulk:foreleg': ['comb-32', 'with', 32, 32],
      lines: ['curved-shears → straight-shears', null, 32, 32],
      'form:foreleg.left': ['straight-shears', null, 32, 32],
      'form:topknot': ['curved-shears → thinners', null, 30, 85],
    },
    machines: 4,
  },
  {
    breed: 'portuguese-water-dog',
    extra: hair(60, { trimId: 'retriever' }),
    chains: [['run:body', 'form:forefoot', 'form:joins']],
    cards: {
      'run:body': ['comb-22', 'with', 19, 25.4],
      'form:forefoot': ['curved-shears', null, 8, 18],
    },
    machines: 4,
  },
  {
    breed: 'bichon-frise',
    extra: hair(120, { trimId: 'powder-puff', purpose: 'show' }),
    chains: [
      ['lines', 'form:side'],
      ['lines', 'form:topline'],
      ['lines', 'form:foreleg.left', 'form:ball.lines', 'form:ball.round', 'step-back'],
      ['form:eye-corners', 'form:ball.lines'],
    ],
    cards: {
      lines: ['straight-shears', null, 25, 50],
      'form:side': ['curved-shears', null, 30, 60],
      'form:foreleg.left': ['straight-shears', null, 35, 50],
      'form:ball.lines': ['curved-shears', null, 14, 60],
      'form:ball.round': ['curved-shears → thinners', null, 14, 60],
      'form:eye-corners': ['thinners', null, 1.5, 5],
    },
    machines: 1,
  },
  {
    breed: 'american-cocker-spaniel',
    extra: hair(60, { trimId: 'companion' }),
    chains: [
      ['run:jacket', 'run:front'],
      ['run:ears', 'form:ears'],
      ['run:face', 'zone:topknot#crown'],
    ],
    cards: {
      'run:jacket': ['blade-7f', 'with', 3.2, 3.2],
      'run:front': ['blade-10', 'with', 1.5, 1.6],
      'run:face': ['blade-10', 'with', 1.5, 1.5],
      'zone:topknot#crown': ['curved-shears', null, 8, 20],
      'run:ears': ['blade-10', 'with', 1.2, 1.5],
      'form:foreleg.left': ['thinners → curved-shears → thinners', null, 11, 40],
    },
    machines: 4,
  },
  {
    breed: 'bedlington-terrier',
    extra: hair(60, { trimId: 'outline', purpose: 'show' }),
    chains: [
      ['lines', 'form:topline'],
      ['lines', 'form:foreleg.left'],
      ['run:face', 'form:topknot', 'step-back'],
    ],
    cards: {
      'run:face': ['blade-30', 'against', 0.25, 0.5],
      'run:ears': ['blade-30', 'with', 0.25, 0.5],
      'run:throat': ['blade-30', 'against', 0.25, 0.5],
      lines: ['straight-shears', null, 12, 25],
      'form:topline': ['straight-shears', null, 10, 25],
      'form:foreleg.left': ['straight-shears', null, 16, 28],
      'form:topknot': ['straight-shears → curved-shears → thinners', null, 6, 60],
    },
    machines: 3,
  },
  {
    breed: 'golden-retriever',
    extra: hair(80, { trimId: 'tidy' }),
    chains: [],
    cards: {
      'form:forefoot.left': ['straight-shears → thinners → straight-shears', null, 4, 15],
      'form:hock.left': ['straight-shears → thinners → straight-shears', null, 4, 15],
      'form:ears': ['thinners', null, 8, 16],
      'form:tail-fan': ['thinners', null, 40, 90],
    },
    machines: 0,
  },
  {
    breed: 'standard-poodle',
    extra: hair(160, { trimId: 'continental', purpose: 'show' }),
    chains: [
      ['run:bare', 'lines', 'form:bracelets'],
      ['run:face', 'form:topknot'],
      ['run:tail-root', 'zone:tail'],
      ['lines', 'form:mane.part', 'form:topknot'],
    ],
    cards: {
      'run:bare': ['blade-10', 'against', 1.2, 3],
      'run:face': ['blade-30', 'against', 0.25, 1.5],
      lines: ['straight-shears → curved-shears', null, 30, 130],
      'form:bracelets': ['curved-shears', null, 40, 65],
      'form:mane.part': ['curved-shears', null, 60, 170],
      'zone:croup': ['curved-shears', null, 30, 50],
      'zone:tail': ['curved-shears', null, 75, 120],
    },
    machines: 3,
  },
];

/** The tools of a card in their order, each run of one told once. */
const toolsOf = ({ steps, tool }: Task): string =>
  (steps.length > 0 ? steps.map((step) => step.tool) : [tool])
    .filter((one, i, all) => one !== all[i - 1])
    .join(' → ');

const HYGIENE = ['pads', 'sanitary', 'ear-inside', 'eye-corner'];

describe.each(SHEETS)('$breed, $extra.trimId, as good hands would do it', (sheet) => {
  const work = workOf(sheet.breed, sheet.extra);
  const order = orderWork(problemOf(work)).order;
  const card = (id: string): Task => {
    const found = work.tasks.find((one) => one.id === id || one.also.includes(id));
    if (!found) throw new Error(`no card ${id}: ${order.join(' ')}`);
    return found;
  };

  it('what must come first comes first', () => {
    for (const chain of sheet.chains) {
      const at = chain.map((id) => order.indexOf(card(id).id));
      expect(at, chain.join(' → ')).toEqual([...at].sort((a, b) => a - b));
    }
  });

  it('every card has the tools, the direction and the lengths of its sheet', () => {
    for (const [id, [tools, direction, lo, hi]] of Object.entries(sheet.cards)) {
      const { lengths, direction: ran } = card(id);
      expect([id, toolsOf(card(id)), ran]).toEqual([id, tools, direction]);
      for (const mm of lengths.filter((one) => one !== null)) {
        expect(mm, id).toBeGreaterThanOrEqual(lo - 0.2);
        expect(mm, id).toBeLessThanOrEqual(hi + 0.2);
      }
    }
  });

  it('few lengths of machines, and eight to twenty-four cards that cut', () => {
    const machines = work.plan.zones.filter(
      ({ zone, tool, run }) => tool && run !== null && !HYGIENE.includes(zone.split('.')[0] ?? ''),
    );
    const bare = machines.filter(({ tool }) => tool?.technique === 'clip' || tool?.technique === 'comb');
    expect(new Set(bare.map(({ tool }) => tool?.toolId)).size).toBeLessThanOrEqual(sheet.machines);
    const cuts = work.tasks.filter(
      ({ technique, zone }) => technique !== null && !HYGIENE.includes(zone?.split('.')[0] ?? ''),
    ).length;
    expect(cuts).toBeGreaterThanOrEqual(8);
    expect(cuts).toBeLessThanOrEqual(24);
  });
});
