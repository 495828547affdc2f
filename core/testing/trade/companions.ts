import { between, clean, noLonger, noMachine, of, oneTool, stays } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const puppy = of('puppy-cut');
const natural = of('natural', 'show');

export const havanese: TradeBook = {
  breed: 'havanese',
  sentences: [
    natural(
      'for the ring the coat is not cut',
      stays('back', 'rib', 'loin', 'foreleg', 'ear-fringe', 'tail'),
    ),
    natural('no machine goes over it', noMachine('back', 'rib', 'foreleg', 'topknot', 'tail')),
    puppy('a puppy cut is one length over the body', between(['back', 'rib', 'loin'], 16, 45)),
    puppy('the tail stays a plume', between(['tail'], 45, 140)),
    puppy('pads, sanitary area and ears inside are clean', clean),
  ],
};

const full = of('full-coat', 'show');
const toy = of('puppy-cut');

export const yorkshire: TradeBook = {
  breed: 'yorkshire-terrier',
  sentences: [
    full(
      'in the ring its coat is long and not cut',
      stays('back', 'rib', 'loin'),
      noMachine('back', 'rib', 'loin', 'foreleg'),
    ),
    full('the tips of the ears are bare', between(['ear-outside#tip'], 0.2, 3)),
    toy('a pet is short enough to live with', between(['back', 'rib', 'loin'], 8, 45)),
    toy('pads, sanitary area and ears inside are clean', clean),
  ],
};

const round = of('round-face');
const cleanFace = of('clean-face');

export const poodleCross: TradeBook = {
  breed: 'poodle-cross',
  sentences: [
    round(
      'the body is one comb with the lay',
      oneTool(['comb-13', 'comb-16', 'comb-19', 'comb-22'], 'with', 'back', 'rib', 'loin', 'croup'),
    ),
    round('no blade on its face', noMachine('cheek', 'topknot', 'beard')),
    round('eyes are cleared: inner corners short', between(['eye-corner'], 1, 6)),
    round('its crown is about as full as its cheeks', noLonger(['cheek'], ['topknot'], 10)),
    cleanFace('a clean face is clipped', between(['foreface', 'cheek'], 1, 3)),
    round('pads, sanitary area and ears inside are clean', clean),
  ],
};

const drop = of('puppy-cut');

export const dropCross: TradeBook = {
  breed: 'generic-drop',
  sentences: [
    drop('a pet is short enough to live with', between(['back', 'rib', 'loin'], 8, 45)),
    drop('pads, sanitary area and ears inside are clean', clean),
  ],
};

const fleece = of('short');

export const fleeceCross: TradeBook = {
  breed: 'generic-fleece',
  sentences: [
    fleece('short is one comb or two all over', between(['back', 'rib', 'loin', 'foreleg', 'gaskin'], 8, 24)),
    fleece('pads, sanitary area and ears inside are clean', clean),
  ],
};
