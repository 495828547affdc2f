import { between, by, clean, noLonger, noMachine, of, oneTool, stays, worked } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const foxStripped = of('stripped', 'show');
const foxClipped = of('clip-and-card');

export const wireFoxTerrier: TradeBook = {
  breed: 'wire-fox-terrier',
  sentences: [
    foxClipped(
      'the pet jacket is one 7F with the lay, neck to tail',
      oneTool(['blade-7f'], 'with', 'nape', 'back', 'rib', 'loin', 'croup'),
    ),
    foxClipped('cheeks are a 9 or a 10', between(['cheek'], 1.2, 2.6)),
    foxClipped('the skull is no shorter than the cheeks', noLonger(['cheek'], ['topknot'])),
    foxClipped('the foreface is filled under the eye', noLonger(['cheek'], ['foreface'])),
    foxClipped('brows are short and run into the face', between(['brow'], 6, 28)),
    foxClipped('the beard goes straight down off the front', between(['beard'], 30, 80)),
    foxClipped('ears inside are a 15 to a 30', between(['ear-inside'], 0.4, 1.3)),
    foxClipped('throat and front are closer than the jacket', noLonger(['throat', 'forechest'], ['back'])),
    foxClipped('legs are columns, feet tight', between(['foreleg'], 18, 45), between(['forefoot'], 4, 16)),
    foxStripped('the ring jacket is pulled', by(['strip'], 'nape', 'back', 'rib', 'loin', 'croup')),
    foxStripped('nothing of it is cut by a machine', noMachine('back', 'rib', 'shoulder', 'nape', 'thigh')),
    foxClipped('pads, sanitary area and ears inside are clean', clean),
  ],
};

const kerryOutline = of('outline', 'show');
const kerryShort = of('short');

export const kerryBlue: TradeBook = {
  breed: 'kerry-blue-terrier',
  sentences: [
    kerryOutline('the fall is never removed', stays('brow')),
    kerryOutline('the skull is close and flat', between(['topknot'], 2, 9)),
    kerryOutline('cheeks are clipped', between(['cheek'], 1, 3.5)),
    kerryOutline('sides of the face are thinned, never scissored off', by(['thin'], 'foreface')),
    kerryOutline('the throat is clean to above the breastbone', between(['throat'], 1, 4)),
    kerryOutline('the front is flat: a 7F', between(['forechest#vee'], 1, 6)),
    kerryOutline('ears are a 15, edges scissored', between(['ear-outside'], 0.8, 1.8), worked('ear-fringe')),
    kerryOutline('behind the skull the neck rises longer', noLonger(['topknot'], ['nape'])),
    kerryOutline('the coat is shaped by hand', noMachine('back', 'rib', 'loin', 'croup', 'thigh')),
    kerryOutline('an inch to two on the body', between(['back', 'rib', 'loin'], 20, 50)),
    kerryShort('a pet keeps fall and beard', between(['brow'], 22, 70), between(['beard'], 22, 70)),
    kerryOutline('pads, sanitary area and ears inside are clean', clean),
  ],
};

const fullCoat = of('full-coat', 'show');
const companion = of('companion');

export const oldEnglish: TradeBook = {
  breed: 'old-english-sheepdog',
  sentences: [
    fullCoat(
      'for the ring the coat is brushed, not cut',
      stays('back', 'rib', 'loin', 'croup', 'foreleg', 'gaskin', 'breech'),
    ),
    fullCoat('the fall stays over the eyes', stays('brow', 'topknot')),
    fullCoat('feet are round', worked('forefoot', 'hindfoot')),
    companion(
      'a companion is scissored all over by hand, two fingers to a hand long',
      by(['scissor', 'thin'], 'back', 'rib', 'loin', 'croup', 'foreleg', 'gaskin'),
      between(['back', 'rib', 'loin', 'croup'], 28, 80),
    ),
    companion('legs are pillars of about the body’s length', between(['foreleg', 'gaskin'], 30, 85)),
    companion('the muzzle may be short, so that it eats clean', between(['foreface', 'beard'], 10, 55)),
    companion('feet are shorter than the legs', noLonger(['forefoot', 'hindfoot'], ['foreleg'])),
    companion('no machine goes over a double coat', noMachine('back', 'rib', 'loin', 'croup', 'thigh')),
    companion('pads are a 40', between(['pads'], 0.1, 0.8)),
    companion('pads, sanitary area and ears inside are clean', clean),
  ],
};

const crisp = of('ring', 'show');
const crispPet = of('tidy');

export const curlyCoated: TradeBook = {
  breed: 'curly-coated-retriever',
  sentences: [
    crisp(
      'thinners and chunkers only, with the lay: no machine, no lines',
      noMachine('back', 'rib', 'loin', 'croup', 'thigh', 'shoulder', 'foreleg', 'tail'),
    ),
    crisp('the ruff over the shoulder goes: blade and upper arm show', by(['thin'], 'shoulder')),
    crisp('the throat is clear, and closer than the forechest', noLonger(['throat'], ['forechest'])),
    crisp('behind the ears is tidied', worked('ear-behind')),
    crisp('face and skull are smooth as they grow', between(['foreface', 'cheek'], 1, 9)),
    crisp('the tail is tidied to a taper', by(['thin', 'scissor'], 'tail')),
    crisp('the curl of the back stays', stays('back', 'loin')),
    crisp('feet are tidy', between(['forefoot', 'hindfoot'], 3, 14)),
    crispPet('a pet is not clipped either', noMachine('back', 'rib', 'loin', 'croup')),
    crisp('pads, sanitary area and ears inside are clean', clean),
  ],
};
