import { between, clean, noMachine, of, stays } from './sentence.ts';
import type { TradeBook } from './sentence.ts';

const polish = of('polish');
const jacket = ['back', 'rib', 'loin', 'croup', 'thigh', 'nape'];

export const pointer: TradeBook = {
  breed: 'german-shorthaired-pointer',
  sentences: [
    polish('nothing of the coat is cut', stays(...jacket), noMachine(...jacket)),
    polish('the hair of its face is short', between(['foreface', 'cheek', 'brow', 'beard'], 1, 9)),
    polish('pads, sanitary area and ears inside are clean', clean),
  ],
};

export const smooth: TradeBook = {
  breed: 'generic-smooth',
  sentences: [
    polish('nothing of the coat is cut', stays(...jacket), noMachine(...jacket)),
    polish('the hair of its face is short', between(['foreface', 'cheek', 'brow', 'beard'], 1, 9)),
    polish('pads, sanitary area and ears inside are clean', clean),
  ],
};
