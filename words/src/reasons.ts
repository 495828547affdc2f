import type { Direction, LengthUnit, MatReason, Reason, ReasonRule } from '@kurrel/core';
import { formatLength, lengthNumber } from '@kurrel/core';
import { directionWord, listWord } from './names.ts';

/** Why a mat is not brushed out. */
export const matReasonWord: Readonly<Record<MatReason, string>> = {
  'left-alone': 'the place is left alone',
  felted: 'felted to the skin',
  sores: 'sores beneath',
  'tender-skin': 'on skin that is not sound',
  hurts: 'it would hurt too much',
  school: 'the salon clips mats',
  'no-minutes-left': 'patience or the salon’s minutes are used up',
  'loose-enough': 'it combs out',
};

const NAMES: Readonly<Record<string, string>> = {
  with: directionWord.with,
  against: directionWord.against,
  across: directionWord.across,
  clip: 'blade',
  comb: 'guard comb',
  scissor: 'shears',
  thin: 'thinners',
  strip: 'stripping',
  leave: 'leaving it',
  'skip-tooth': 'skip-tooth',
};
const named = (what: readonly string[]) => what.map((one) => NAMES[one] ?? one);

/** What is not done any more: a way the machine runs, a technique, a kind of blade. */
const without = (what: string): string =>
  what in directionWord ? `no clipping ${directionWord[what as Direction]}` : `no ${NAMES[what] ?? what}`;

const shorter = ({ effect }: Reason) => effect.kind === 'change' && effect.mm < 0;

/** What a restriction or a house rule does here. */
function done({ effect, about }: Reason): string {
  switch (effect.kind) {
    case 'leave-alone':
      return `${about}: left alone`;
    case 'floor':
      return `${about}: nothing shorter`;
    case 'removes':
      return `${about}: ${effect.what.map(without).join(', ')}`;
    case 'prefers':
      return `${about}: ${listWord(named(effect.what))} first`;
    case 'change':
      return `${about}: ${effect.mm < 0 ? 'shorter' : 'longer'}`;
    case 'target':
      return `${about}: as that trim has it`;
    case 'ceiling':
    case 'tool':
    case 'note':
      return about;
  }
}

const MAT = (text: string) => (): string => `mat here: ${text}`;

/** One sentence for every rule; the type asks for each. */
const SENTENCES: Readonly<Record<ReasonRule, (reason: Reason) => string>> = {
  restriction: done,
  'skin-floor': ({ about }) => `${about}: skin here goes no shorter`,
  'cover-patch': ({ about }) => `${about} next to it: longer to cover`,
  'first-visit': ({ about }) => `${about}: one blade longer, with the lay`,
  'shaving-declined': ({ about }) => `${about}: no blade or comb on this coat`,
  'shaving-consented': ({ about }) => `${about}, signed for: longest workable length`,
  'shaving-explained': ({ about }) => `${about}: clipped, and what it costs is said`,
  'hair-there': () => 'hair that is there',
  'hair-guessed': () => 'nobody measured the hair: as long as such a coat grows',
  trim: ({ about }) => `${about} trim`,
  'wish-lean': ({ source, about }) =>
    source === 'owner' ? `owner wishes it ${about}` : `handler wants it ${about}`,
  'wish-all-over': () => 'owner wishes one length all over',
  'wish-place': ({ source, about, effect }) =>
    `${source === 'owner' ? 'owner' : 'handler'} wants the ${about} ${effect.kind === 'leave-alone' ? 'left as it is' : 'so'}`,
  'not-asked': () => 'not asked for this time',
  'weeks-between': ({ about }) => `${about} weeks between visits: nearer the short end`,
  finding: (one) => `${one.about}: ${shorter(one) ? 'take more' : 'leave more'}`,
  outline: (one) =>
    `outline: ${shorter(one) ? 'take more' : 'leave more'}, so that this dog shows the breed’s shape${one.about === '' ? '' : ` (${one.about})`}`,
  'head-form': (one) =>
    `head shaped as ${FORM[one.about] ?? one.about}: ${shorter(one) ? 'take more' : 'leave more'}`,
  'shows-structure': (one) =>
    `a close blade would show it${one.about === '' ? '' : ` (${one.about})`}: leave more and blend`,
  'outline-landmarks': ({ about }) => `${about}: longer or shorter along the place`,
  'outline-by-hand': () => 'its length changes along the place: shaped by hand',
  'sign-length': (one) => `${one.about}: ${shorter(one) ? 'shorter' : 'longer'}, to look even`,
  'denser-here': ({ about }) => `${about}: guard combs ride up and leave more`,
  run: ({ about }) => `part of one run (${about}): one tool passes it all`,
  school: done,
  'coat-modifier': (one) =>
    one.effect.kind === 'change' ? `${one.about}: ${shorter(one) ? 'shorter' : 'longer'}` : one.about,
  'coat-does-not-strip': ({ about }) => `does not strip (${about})`,
  'mat-saved': MAT('combed out first'),
  'mat-part': MAT('combed out in part, the rest clipped'),
  'mat-clipped': ({ about }) => `mat here: clipped, ${matReasonWord[about as MatReason]}`,
  'mat-beyond-floor': ({ about }) =>
    about === 'left-alone' ? 'mat here: not touched' : 'mat here: no blade above the salon’s floor passes',
  'matched-side': ({ about }) => `matched to the other side’s ${about}`,
  'override-length': ({ about }) => (about === '' ? 'your length' : `your length: ${about}`),
  'override-tool': ({ about }) => (about === '' ? 'your tool' : `your tool: ${about}`),
  'nearest-tool': ({ about }) => `${about} is nearest in your drawer`,
  'hand-work': ({ about }) => `by hand with ${about}`,
  turned: ({ about }) => `${about} turned: nearer by`,
  'dull-tool': ({ about }) => `${about} is dull: nothing sharp does this`,
  'wrong-hand': ({ about }) => `${about} is made for the other hand: it folds the hair`,
  'left-longer': ({ about }) => `nothing near enough: ${about} leaves it longer`,
  'left-shorter': ({ about }) => `nothing longer is allowed here: ${about} leaves it shorter`,
  'gentlest-tool': ({ about }) => `first time here, the gentlest tool: ${about}`,
  'left-alone': () => 'left as it is',
  'nothing-fits': () => 'no tool you own is suitable here',
  'comb-needs-combed-coat': ({ about }) => `comb on the ${about}: clean, dry, combed coat`,
};

/** The sentence of a reason, made from its data. */
export const reasonSentence = (reason: Reason): string => SENTENCES[reason.rule](reason);

/** The figure beside it. */
export function reasonFigure({ effect }: Reason, unit: LengthUnit): string {
  switch (effect.kind) {
    case 'target':
      return effect.range && effect.range[0] !== effect.range[1]
        ? `${lengthNumber(effect.mm, unit)} (${lengthNumber(effect.range[0], unit)}–${lengthNumber(effect.range[1], unit)}) ${unit}`
        : formatLength(effect.mm, unit);
    case 'change':
      return `${effect.mm < 0 ? '−' : '+'}${formatLength(Math.abs(effect.mm), unit)}`;
    case 'floor':
      return `≥ ${formatLength(effect.mm, unit)}`;
    case 'ceiling':
      return `≤ ${formatLength(effect.mm, unit)}`;
    case 'tool':
      return Math.abs(effect.offMm) < 0.05
        ? 'exact'
        : `off by ${effect.offMm < 0 ? '−' : '+'}${formatLength(Math.abs(effect.offMm), unit)}`;
    case 'removes':
    case 'prefers':
    case 'leave-alone':
    case 'note':
      return '';
  }
}

const FORM: Readonly<Record<string, string>> = {
  ball: 'a ball on eyes and nose',
  brick: 'a brick',
  dome: 'a dome over the eyes',
  crest: 'a brick with an arched crown',
  pear: 'a pear',
  wedge: 'a wedge, one line from nose to crown',
};
