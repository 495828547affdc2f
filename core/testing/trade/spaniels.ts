import { before, between, clean, noMachine, of, oneTool } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const companion = of('companion');
const full = of('full-feather', 'show');

export const americanCocker: TradeBook = {
  breed: 'american-cocker-spaniel',
  sentences: [
    companion(
      'the jacket is one 7F with the lay',
      oneTool(['blade-7f'], 'with', 'nape', 'shoulder', 'back', 'rib', 'loin', 'croup'),
    ),
    companion('the crown is never clipped', noMachine('topknot#crown')),
    companion('the skull behind it is', between(['topknot#skull'], 1, 3.5)),
    companion('no comb on silk', noMachine('ear-fringe', 'brisket', 'belly', 'foreleg', 'breech')),
    companion('the crown is set once the face is clipped', before('run:face', 'zone:topknot#crown')),
    companion('the upper third of the ear is close', between(['ear-outside#leather'], 0.5, 3.5)),
    full('for the ring skirt and legs are long', between(['brisket', 'belly', 'foreleg'], 50, 180)),
    full('and no machine cuts the jacket', noMachine('back', 'rib', 'loin', 'croup')),
    companion('pads, sanitary area and ears inside are clean', clean),
  ],
};

const carded = of('carded', 'show');

export const springer: TradeBook = {
  breed: 'english-springer-spaniel',
  sentences: [
    carded('for the ring the jacket is carded, not clipped', noMachine('back', 'rib', 'loin', 'croup')),
    carded('head and throat are close', between(['foreface', 'cheek', 'throat'], 1, 4)),
    carded('feather beneath is kept', between(['brisket', 'belly'], 40, 160)),
    carded('pads, sanitary area and ears inside are clean', clean),
  ],
};
