import type { BottleFacts } from '@kurrel/contract';

const bottle = (
  kindId: string,
  label: string,
  leftMl: number,
  dilution: BottleFacts['dilution'] = null,
): BottleFacts => ({
  kindId,
  label,
  dilution,
  leftMl,
});
const to1 = (n: number) => ({ notation: 'to-1' as const, n });
const oneIn = (n: number) => ({ notation: '1-in' as const, n });

/** Bottles of invented makers under the salon's own labels; one of them nearly empty, two with the other notation. */
export const DEMO_SHELF: readonly BottleFacts[] = [
  bottle('mild-shampoo', 'green jug', 3400, to1(12)),
  bottle('bland-shampoo', 'plain oat', 900, to1(8)),
  bottle('clarifying-shampoo', 'tar off', 700, oneIn(10)),
  bottle('texturising-shampoo', 'stiff brush', 620, to1(10)),
  bottle('brightening-shampoo', 'snow', 90, oneIn(16)),
  bottle('face-wash', 'little blue', 240),
  bottle('conditioner', 'silk jug', 2100, to1(20)),
  bottle('slip-spray', 'eel', 480),
  bottle('relaxing-spray', 'straight talk', 610),
  bottle('antistatic-mist', 'fog', 180),
  bottle('mousse', 'froth', 320),
  bottle('chalk', 'white tin', 400),
];
