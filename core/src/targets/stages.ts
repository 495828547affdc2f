import type { Draft, Place, Stage } from './place.ts';
import { bounds } from './stages/bounds.ts';
import { hair } from './stages/hair.ts';
import { houseRules } from './stages/houseRules.ts';
import { howWorked } from './stages/howWorked.ts';
import { oneLonger } from './stages/oneLonger.ts';
import { outlineAndStructure } from './stages/outlineAndStructure.ts';
import { skin } from './stages/skin.ts';
import { trimAndWish } from './stages/trimAndWish.ts';

/** From what is drawn to what is left, in this order; each stage adds its reasons, and what it changes stands for those after it. */
export const STAGES: readonly { readonly name: string; readonly stage: Stage }[] = [
  { name: 'bounds', stage: bounds },
  { name: 'trim-and-wish', stage: trimAndWish },
  { name: 'house-rules', stage: houseRules },
  { name: 'outline-and-structure', stage: outlineAndStructure },
  { name: 'one-longer', stage: oneLonger },
  { name: 'skin', stage: skin },
  { name: 'hair', stage: hair },
  { name: 'how-worked', stage: howWorked },
];

/** A place of which nothing is settled. */
const BLANK: Draft = {
  mm: 0,
  askedMm: 0,
  wantedMm: 0,
  floorMm: 0,
  floorBy: null,
  ceilingMm: Infinity,
  thereMm: 0,
  leastMm: 0,
  allOver: false,
  asItIs: false,
  stays: false,
  outlined: null,
  usual: [],
  techniques: [],
  directions: [],
  drawnDirection: 'with',
  untouched: false,
  denserHere: false,
  reasons: [],
  conflicts: [],
  texts: [],
};

/** A place led through every stage. */
export const throughStages = (place: Place): Draft =>
  STAGES.reduce((draft, { stage }) => stage(place, draft), BLANK);
