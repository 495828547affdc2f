import type { Breach, ZonePack } from '@kurrel/core';
import { placeWord } from './names.ts';

const SENTENCES: Readonly<Record<Breach['kind'], (about: string) => string>> = {
  'protected-place': (about) => `is left alone: ${about}`,
  direction: (about) => `with the lay only: ${about}`,
  'skin-floor': () => 'shorter than skin here is ever left at',
  floor: (about) => `shorter than ${about} allows`,
  technique: (about) => `not with this kind of tool: ${about}`,
  'skip-tooth': (about) => `no skip-tooth blade here: ${about}`,
  place: () => 'no blade this coarse goes there',
  'comb-through-felt': () => 'no comb passes a felted mat',
  'under-mat': () => 'shorter than the salon goes under a mat',
  'new-dog': () => 'shorter than is drawn, on a first visit',
  shave: () => 'this coat is not clipped without the owner’s signature',
};

/** What the referee found at a place, and what to do. */
export const breachSentence = ({ kind, place, about }: Breach, zones: ZonePack): string =>
  `${placeWord(zones, place)}: ${SENTENCES[kind](about)}. Choose another tool, direction or length there.`;
