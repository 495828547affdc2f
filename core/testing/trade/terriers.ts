import { before, between, by, clean, noLonger, noMachine, of, oneTool, stays, worked } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const classic = of('ring', 'show');
const classicPet = of('classic');

export const westHighland: TradeBook = {
  breed: 'west-highland-white-terrier',
  sentences: [
    classic(
      'for the ring the outer coat is about 5 cm, pulled, not cut',
      between(['back', 'rib', 'loin', 'croup'], 38, 55),
      noMachine('back', 'rib', 'loin', 'croup'),
    ),
    classic('neck and shoulder blend into it and are closer', noLonger(['throat'], ['back'])),
    classic('the skirt is longer than the jacket', noLonger(['back'], ['brisket', 'belly'])),
    classic('the tips of the ears are short and show', between(['ear-fringe'], 0.5, 3)),
    classic('the head is a round frame: cheeks and topknot long', between(['cheek', 'topknot'], 34, 64)),
    classic('the tail is a carrot: close, and shorter at its tip', worked('tail'), between(['tail'], 8, 26)),
    classicPet(
      'a pet is shorter, and its skirt still longer than its jacket',
      noLonger(['back'], ['brisket', 'belly']),
    ),
    classicPet('pads, sanitary area and ears inside are clean', clean),
  ],
};

const outline = of('outline', 'show');
const easy = of('easy');
const firstTime = of('easy', 'pet', { firstVisit: true });

export const bedlington: TradeBook = {
  breed: 'bedlington-terrier',
  sentences: [
    outline(
      'face, throat and ears are bare: a 40, or a 30 where there is none',
      oneTool(['blade-40', 'blade-30'], 'against', 'cheek', 'beard', 'throat'),
    ),
    outline(
      'ears as bare, with a tassel',
      between(['ear-outside'], 0.2, 0.6),
      between(['ear-fringe'], 20, 50),
    ),
    outline('the tail is bare, its top third furnished', between(['tail#lower'], 0.2, 0.8)),
    outline(
      'no body hair is longer than an inch',
      between(['nape', 'shoulder', 'rib', 'back', 'loin', 'croup'], 2, 25.4),
    ),
    outline('the longest of it lies over the loin', noLonger(['back', 'rib', 'shoulder', 'croup'], ['loin'])),
    outline('ribs are flat: about six', between(['rib', 'shoulder'], 3, 12)),
    outline('the topknot is set once the face is bare', before('run:face', 'form:topknot')),
    easy('a pet’s face is a 15 or a 10', between(['cheek', 'beard', 'throat'], 1, 1.7)),
    firstTime('on a first visit nothing as close', between(['cheek', 'beard', 'throat'], 1.4, 4)),
    easy('pads, sanitary area and ears inside are clean', clean),
  ],
};

const stripped = of('stripped', 'show');
const clipped = of('clip-and-card');

export const airedale: TradeBook = {
  breed: 'airedale-terrier',
  sentences: [
    clipped(
      'the pet jacket is one 7F with the lay',
      oneTool(['blade-7f'], 'with', 'nape', 'back', 'rib', 'loin', 'croup'),
    ),
    clipped('legs are columns, the furnishing long enough for its height', between(['foreleg'], 28, 50)),
    clipped('cheeks are flat, the beard is long', between(['cheek'], 1, 3), between(['beard'], 50, 110)),
    stripped('the ring jacket is stripped', by(['strip'], 'nape', 'back', 'rib', 'loin', 'croup')),
    stripped('nothing of it is cut by a machine', noMachine('back', 'rib', 'shoulder', 'nape')),
    clipped('pads, sanitary area and ears inside are clean', clean),
  ],
};

const border = of('stripped', 'show');

export const borderTerrier: TradeBook = {
  breed: 'border-terrier',
  sentences: [
    border('all of it is stripped', by(['strip'], 'back', 'rib', 'loin', 'nape', 'thigh')),
    border('the otter head has no long beard', between(['beard', 'cheek'], 2, 22)),
    border('nothing on the legs is a column', between(['foreleg'], 3, 22)),
    border('pads, sanitary area and ears inside are clean', clean),
  ],
};

const wheaten = of('outline', 'show');

export const softCoated: TradeBook = {
  breed: 'soft-coated-wheaten-terrier',
  sentences: [
    wheaten('the fall is kept, at most tipped', stays('brow')),
    wheaten('cheeks are flat, nothing wider than the cheekbone', between(['cheek'], 2, 13)),
    wheaten('ears are small: close outside', between(['ear-outside'], 1, 6)),
    wheaten('no machine on the body for the ring', noMachine('back', 'rib', 'loin', 'croup', 'thigh')),
    wheaten('pads, sanitary area and ears inside are clean', clean),
  ],
};
