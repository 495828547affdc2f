import { before, between, by, clean, noLonger, of, oneTool } from './sentence.ts';
import type { Sentence, TradeBook } from './sentence.ts';

const pet = of('clip-and-card');
const ring = of('stripped', 'show');

const anySchnauzer: readonly Sentence[] = [
  pet(
    'the jacket is one 7F with the lay',
    oneTool(['blade-7f'], 'with', 'nape', 'shoulder#jacket', 'back', 'rib', 'loin', 'croup', 'thigh#jacket'),
  ),
  pet('throat and front are closer than the jacket', noLonger(['throat', 'forechest'], ['back'])),
  pet('cheeks are flat', between(['cheek'], 1, 3)),
  pet(
    'the fringe is longer than the jacket and no skirt',
    noLonger(['back'], ['brisket']),
    between(['brisket'], 10, 60),
  ),
  pet('pads, sanitary area and ears inside are clean', clean),
  pet('the jacket is carded after it is clipped', before('run:jacket', 'finish:card')),
  pet('brows are cut once face and skull are', before('run:face', 'form:brows')),
  ring('the show jacket is stripped, all of it', by(['strip'], 'nape', 'back', 'rib', 'loin', 'croup')),
  ring(
    'neck and ears are close for the ring',
    between(['throat', 'ear-outside'], 0.25, 6),
    between(['nape'], 6, 14),
  ),
  ring('and the skull', between(['topknot'], 1.2, 6)),
];

export const miniature: TradeBook = {
  breed: 'miniature-schnauzer',
  sentences: [
    ...anySchnauzer,
    pet('a beard is a beard: long and forward', between(['beard'], 50, 80)),
    pet('brows are clear of the beard', between(['brow'], 20, 40), noLonger(['brow'], ['beard'])),
    pet('legs are columns of about an inch', between(['foreleg'], 20, 34)),
  ],
};

export const giant: TradeBook = {
  breed: 'giant-schnauzer',
  sentences: [
    ...anySchnauzer,
    pet(
      'its legs are in proportion: twice the dog, not the legs of a miniature',
      between(['foreleg', 'pastern'], 38, 60),
    ),
    pet('its beard and brows as well', between(['beard'], 75, 130), between(['brow'], 36, 70)),
    pet('its fringe as well', between(['brisket'], 32, 60)),
  ],
};
