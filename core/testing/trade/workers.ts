import { between, by, clean, noLonger, noMachine, of, oneTool, stays, worked } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const tidy = of('natural-tidy', 'show');
const tidyPet = of('natural-tidy');

export const samoyed: TradeBook = {
  breed: 'samoyed',
  sentences: [
    tidy(
      'nothing of the coat is cut',
      stays('back', 'rib', 'loin', 'croup', 'nape', 'forechest', 'breech', 'tail'),
    ),
    tidy('feet are rounded, and the hocks tidied', worked('forefoot', 'hindfoot', 'hock')),
    tidyPet(
      'no machine goes over a stand-off coat',
      noMachine('back', 'rib', 'loin', 'croup', 'thigh', 'breech', 'tail', 'nape'),
    ),
    tidyPet('pads, sanitary area and ears inside are clean', clean),
  ],
};

const curled = of('curled', 'show');
const shortLagotto = of('short');

export const lagotto: TradeBook = {
  breed: 'lagotto-romagnolo',
  sentences: [
    curled(
      'curls of the body are about four centimetres at most',
      between(['back', 'rib', 'loin', 'croup'], 12, 42),
    ),
    curled('the head is no shorter than the body', noLonger(['back'], ['topknot'])),
    curled('ears are cut to the edge of the leather', worked('ear-fringe')),
    shortLagotto('a short one still shows its curl', between(['back', 'rib'], 8, 22)),
    curled('pads, sanitary area and ears inside are clean', clean),
  ],
};

const ringlets = of('ringlets', 'show');

export const irishWater: TradeBook = {
  breed: 'irish-water-spaniel',
  sentences: [
    ringlets('the face is smooth', between(['foreface', 'cheek'], 1, 7)),
    ringlets('the topknot is long and stands', stays('topknot'), noMachine('topknot')),
    ringlets('the rat tail is smooth below its root', between(['tail#lower'], 1, 8)),
    ringlets('no machine goes over the ringlets', noMachine('back', 'rib', 'loin', 'foreleg')),
    ringlets('pads, sanitary area and ears inside are clean', clean),
  ],
};

const wire = of('clip-and-card');
const strippedWire = of('stripped', 'show');

export const wireCross: TradeBook = {
  breed: 'generic-wire',
  sentences: [
    wire(
      'the jacket is one 7F with the lay',
      oneTool(['blade-7f'], 'with', 'nape', 'back', 'rib', 'loin', 'croup'),
    ),
    strippedWire('stripped where it strips', by(['strip'], 'back', 'rib', 'loin', 'nape')),
    wire('pads, sanitary area and ears inside are clean', clean),
  ],
};

const double = of('tidy');

export const doubleCross: TradeBook = {
  breed: 'generic-double',
  sentences: [
    double(
      'nothing of the jacket is cut',
      stays('back', 'rib', 'loin', 'croup'),
      noMachine('back', 'rib', 'thigh'),
    ),
    double('feet are tidied', worked('forefoot', 'hindfoot')),
    double('pads, sanitary area and ears inside are clean', clean),
  ],
};

const even = of('even');
const shortCurl = of('short');

export const curlCross: TradeBook = {
  breed: 'generic-curl',
  sentences: [
    even(
      'one comb over the body with the lay',
      oneTool(
        ['comb-16', 'comb-19', 'comb-22', 'comb-25', 'comb-32'],
        'with',
        'back',
        'rib',
        'loin',
        'croup',
      ),
    ),
    shortCurl('short is short', between(['back', 'rib', 'loin'], 8, 20)),
    even('pads, sanitary area and ears inside are clean', clean),
  ],
};
