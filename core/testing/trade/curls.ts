import { before, between, clean, noLonger, noMachine, of, oneTool, stays } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const lamb = of('lamb');
const continental = of('continental', 'show');

export const poodle: TradeBook = {
  breed: 'standard-poodle',
  sentences: [
    lamb(
      'the body is one comb with the lay',
      oneTool(
        ['comb-10', 'comb-13', 'comb-16'],
        'with',
        'nape',
        'shoulder',
        'back',
        'rib',
        'loin',
        'croup',
        'thigh',
      ),
    ),
    lamb('shoulder no longer than back and ribs', noLonger(['shoulder'], ['back', 'rib'])),
    lamb('legs are two or three times the body', between(['foreleg', 'gaskin'], 25, 40)),
    lamb(
      'face, feet and tail root are bare',
      between(['foreface', 'cheek', 'forefoot', 'hindfoot', 'tail-root'], 0.2, 2.8),
    ),
    lamb('the topknot is set once the face is bare', before('run:face', 'form:topknot')),
    lamb('pads, sanitary area and ears inside are clean', clean),
    continental('the mane is long', between(['shoulder', 'rib#mane'], 60, 200)),
    continental('loin and legs between the bracelets are bare', between(['thigh'], 0.2, 3)),
  ],
};

const rustic = of('rustic', 'show');
const easyBarbet = of('easy');

export const barbet: TradeBook = {
  breed: 'barbet',
  sentences: [
    rustic('the beard is long and not scissored', stays('beard')),
    rustic('no machine on body or legs', noMachine('back', 'rib', 'loin', 'foreleg', 'gaskin')),
    rustic('the neck is a little tighter', noLonger(['throat'], ['forechest'])),
    easyBarbet('its topknot is fullest on top, never under its cheek', noLonger(['cheek'], ['topknot'])),
    easyBarbet('pads, sanitary area and ears inside are clean', clean),
  ],
};

const retriever = of('retriever');
const lion = of('lion', 'show');

export const waterDog: TradeBook = {
  breed: 'portuguese-water-dog',
  sentences: [
    retriever(
      'nothing is longer than an inch, head and plume apart',
      between(['back', 'rib', 'loin', 'croup', 'foreleg', 'gaskin', 'throat', 'belly'], 12, 25.4),
    ),
    retriever(
      'body and legs are one length',
      oneTool(['comb-19', 'comb-22', 'comb-25'], 'with', 'back', 'rib', 'loin', 'croup', 'thigh'),
    ),
    retriever(
      'the tail is clipped from its root, a plume at its tip',
      between(['tail-root', 'tail#upper'], 1, 10),
      between(['tail#lower'], 40, 90),
    ),
    lion(
      'hindquarters are clipped from the last rib',
      between(['loin', 'croup', 'thigh', 'gaskin', 'hock'], 1.2, 6),
    ),
    lion('and the muzzle', between(['foreface', 'beard'], 1.2, 5)),
    retriever('pads, sanitary area and ears inside are clean', clean),
  ],
};

const puff = of('powder-puff', 'show');
const teddy = of('teddy');

export const bichon: TradeBook = {
  breed: 'bichon-frise',
  sentences: [
    puff(
      'no machine but pads, sanitary area and ears',
      noMachine('back', 'rib', 'foreleg', 'cheek', 'topknot', 'thigh'),
    ),
    puff(
      'the head is one circle: its crown about as full as its cheeks',
      noLonger(['cheek'], ['topknot'], 8),
    ),
    puff('legs no longer than the body is full', between(['foreleg'], 32, 60)),
    teddy('a pet is shorter all over', between(['back', 'rib'], 10, 32)),
    teddy('and fullest on top as well', noLonger(['cheek'], ['topknot'], 4)),
    teddy('pads, sanitary area and ears inside are clean', clean),
  ],
};
