import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import type { Extra } from '../../testing/packs.ts';
import { breeds, fullDrawer, hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import type { DrawerTool } from '../tools/drawer.ts';
import { techniqueKind } from '../tools/drawer.ts';
import { zoneKind } from '../packs/zones.ts';
import { zoneKindId } from '../terms/zone.ts';

const only = (...kinds: readonly string[]): readonly DrawerTool[] =>
  fullDrawer.filter(({ kindId }) => kinds.includes(kindId));
const POOR = ['blade-30', 'blade-10', 'blade-7f', 'comb-13', 'straight-shears', 'thinners'];
const FAIR = ['blade-40', 'blade-15', 'blade-5f', 'comb-10', 'comb-16', 'comb-22', 'curved-shears'];
const drawers: readonly (readonly [string, readonly DrawerTool[]])[] = [
  ['everything', fullDrawer],
  ['the usual', only(...POOR, ...FAIR)],
  ['little', only(...POOR)],
];

const finding = (id: string): Extra => ({ findings: [{ finding: id, severity: 'marked' }] });
const dogs: readonly (readonly [string, Extra])[] = [
  ['even', {}],
  ['long', finding('long-loin')],
  ['short-necked', finding('short-neck')],
  ['high behind', finding('high-behind')],
  ['low-tailed', finding('low-tail-set')],
  ['matted', { mats: [mat('ear-outside.left')] }],
  ['new', { firstVisit: true }],
  ['allergic', { signs: [sign('allergic-skin')] }],
  ['old', { ageMonths: 170 }],
  ['dense', { dense: true }],
];

/** One in so many of every trim, purpose and dog. */
const EVERY = Number(process.env.KURREL_EVERY ?? 29);

function workIn(drawer: readonly DrawerTool[]) {
  const all = breeds.flatMap((breed) =>
    breed.trims.flatMap(({ id: trimId, purposes }) =>
      purposes.flatMap((purpose) =>
        dogs.map(([name, dog]) => ({
          about: `${breed.id} ${trimId} ${purpose} ${name}`,
          breed,
          trimId,
          purpose,
          dog,
        })),
      ),
    ),
  );
  return all
    .filter((_, i) => i % EVERY === 0)
    .map(({ about, breed, trimId, purpose, dog }) => ({
      about,
      ...workOf(breed.id, { trimId, purpose, hairMm: hairEverywhere(80), drawer, ...dog }),
    }));
}

const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

describe.each(drawers)('a groom with %s in the drawer', (_, drawer) => {
  const works = () => workIn(drawer);

  it('is cut in about fifteen cards, and never turns a jacket', () => {
    const cards: number[] = [];
    for (const { about, tasks, plan, visit } of works()) {
      const cut = tasks.filter(({ phase, zone }) => phase === 'work' && zone !== null).length;
      expect(cut, about).toBeLessThanOrEqual(28);
      cards.push(cut);
      for (const { zone, tool } of plan.zones) {
        const area = visit.derived.trim.areas[zoneKindId(zone)];
        if (!tool || !area?.directionBinds || !techniqueKind(packs.tools, tool.technique).onSkin) continue;
        if (area.direction === 'with') expect(tool.direction, `${about} ${zone}`).toBe('with');
      }
    }
    expect(median(cards)).toBeLessThanOrEqual(16);
  });

  it('takes no more blades and combs to the open coat than a hand changes: two or three, five at most, with findings one more', () => {
    const lengths: number[] = [];
    for (const { about, plan, visit } of works()) {
      const used = plan.zones.flatMap(({ zone, tool, leftAlone, lost }) =>
        tool && !leftAlone && !lost && techniqueKind(packs.tools, tool.technique).onSkin && isOpen(zone)
          ? [tool.toolId]
          : [],
      );
      const most = visit.facts.dog.findings.length > 0 ? 6 : 5;
      expect(new Set(used).size, about).toBeLessThanOrEqual(most);
      lengths.push(new Set(used).size);
    }
    expect(median(lengths)).toBeLessThanOrEqual(3);
  });
});

/** Neither hygiene nor a place that only some blades may enter. */
function isOpen(zone: string): boolean {
  const { allOver, machines } = zoneKind(packs.zones, zone);
  return allOver !== 'as-trim' && machines === null;
}
