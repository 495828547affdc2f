import { between, clean, noMachine, of, stays, worked } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const tidy = of('tidy');
const ring = of('ring', 'show');
const short = of('short-feather');

export const golden: TradeBook = {
  breed: 'golden-retriever',
  sentences: [
    ring(
      'for the ring nothing of ruff, breeches or tail is taken',
      stays('forechest', 'breech', 'tail', 'nape'),
    ),
    ring('nor of the feather beneath and behind the forelegs', stays('brisket', 'belly', 'foreleg')),
    ring('its feet are trimmed, and the hocks', worked('forefoot', 'hindfoot', 'hock')),
    ring('pads, sanitary area and ears inside are clean', clean),
    tidy('a pet keeps its coat as well', stays('forechest', 'breech', 'back', 'rib')),
    tidy(
      'no machine goes over coat or feather',
      noMachine('back', 'rib', 'thigh', 'breech', 'tail', 'foreleg'),
    ),
    tidy('hair on the feet is cut to the toes', between(['forefoot', 'hindfoot'], 3, 10)),
    tidy('the soft wool behind the ears is thinned', worked('ear-behind')),
    tidy('the tail is rounded at its tip', worked('tail'), between(['tail'], 55, 140)),
    short('short feathering is half of what grows', between(['breech', 'belly'], 18, 45)),
    short('and its jacket stays', stays('back', 'rib', 'loin')),
  ],
};

const rounded = of('rounded');

export const newfoundland: TradeBook = {
  breed: 'newfoundland',
  sentences: [
    rounded(
      'its feet are the key step, cut round',
      worked('forefoot', 'hindfoot'),
      between(['forefoot', 'hindfoot'], 6, 14),
    ),
    rounded('hair of the jacket is not cut', stays('back', 'rib', 'loin', 'croup')),
    rounded(
      'nowhere goes a machine but pads, sanitary area and ears',
      noMachine('back', 'rib', 'breech', 'foreleg', 'hock', 'tail'),
    ),
    rounded('hocks are cut by hand', worked('hock')),
    rounded('breeches are long: a hand and more', between(['breech'], 60, 120)),
    rounded('pads, sanitary area and ears inside are clean', clean),
  ],
};
