import type { Conflict, ConflictKind, Lack, LengthUnit, MatReason, Technique, ToolRole } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { listWord, techniqueWord } from './names.ts';
import { matReasonWord } from './reasons.ts';
import { weeksWord } from './weeks.ts';

interface Said extends Conflict {
  /** The two lengths in words; empty where there is none. */
  readonly won: string;
  readonly asked: string;
}

const lossWord = (about: string): string => matReasonWord[about as MatReason] ?? about;

function lackWord({ what, kinds }: Lack): string {
  const list = kinds.join(' or ');
  switch (what) {
    case 'carrier':
      return `A comb would do it, but no blade is at hand for it to ride on: ${list}.`;
    case 'sharp-tool':
      return `Sharpen or fetch: ${list}.`;
    case 'tool':
      return `Buy or borrow: ${list}.`;
  }
}

const SHAPE_VERB: Readonly<Record<ToolRole, string>> = {
  line: 'cut straight lines',
  round: 'cut curves',
  edge: 'cut edges and small places',
  soften: 'soften a join',
  texture: 'break up long soft coat',
};

/** One sentence for every kind of conflict: what could not be kept, why, and what can be done. */
const SENTENCES: Readonly<Record<ConflictKind, (said: Said) => string>> = {
  'hair-missing': ({ won, asked, daysToGrow }) => {
    const when =
      daysToGrow === null ? 'this coat does not grow that long' : `in about ${weeksWord(daysToGrow)}`;
    return `Only ${won} of hair for ${asked}: ${when}.`;
  },
  'outline-hair': ({ won, asked, daysToGrow }) =>
    `The outline wants ${asked} at its fullest place here; ${won} can be left${
      daysToGrow === null
        ? ' and this coat does not grow so long'
        : `, the rest in about ${weeksWord(daysToGrow)}`
    }.`,
  'outline-skin': () =>
    'The standard’s line lies inside the skin here: no trim can show it. It is left as short as the trim allows.',
  'outline-maximum': ({ won, asked }) =>
    `The outline wants ${asked} at its fullest place here; the trim allows no more than ${won}.`,
  'welfare-over-wish': ({ won, asked, about }) => `${asked} was wanted; ${won} is the least here: ${about}.`,
  'wish-too-short': ({ won, asked, about }) => `${asked} all over was asked; it will be ${won}. ${about}`,
  'standard-over-wish': ({ won, asked }) => `${asked} was wanted; the standard keeps ${won} for show.`,
  'shaving-declined': ({ asked, about, alternatives }) =>
    `${asked} all over was asked. ${about} Offer first: ${alternatives.join('; ')}. Otherwise only with the owner’s signature under this plan.`,
  'shaving-never': ({ asked, about, alternatives }) =>
    `${asked} all over was asked. ${about} Not done here: offer ${alternatives.join('; ')}.`,
  'override-unsafe': ({ asked, about }) => `On hold: ${asked || 'your choice'} on ${about}.`,
  'override-needs-consent': ({ asked, about }) =>
    `Your ${asked || 'choice'} is not followed: ${about} is cut like that only with the owner’s signature under this plan, or on a vet’s instruction.`,
  'override-never': ({ asked, about }) =>
    `Your ${asked || 'choice'} is not followed: ${about} is not cut like that here, only on a vet’s instruction.`,
  'override-skin': ({ asked, about }) =>
    `Your ${asked || 'choice'} is not followed: shorter than skin is ever left at here (${about}).`,
  'override-beyond-hair': ({ won, asked }) => `${asked} cannot be left: only ${won} of hair is there.`,
  'override-lacks-tool': ({ about, lack }) =>
    `${about || 'Your tool'} is not at hand: the plan does without it. ${lack ? lackWord(lack) : ''}`.trim(),
  'nothing-in-drawer': ({ asked, about }) =>
    `Nothing may leave ${asked} here${about === '' ? '' : ` (${listWord(about.split(', ').map((one) => techniqueWord[one as Technique]))})`}.`,
  'drawer-lacks': ({ won, asked, lack }) =>
    `Your drawer has nothing near ${asked}${won === '' ? '; it is left alone' : `; it is left at ${won}`}. ${lack ? lackWord(lack) : ''}`.trim(),
  'left-shorter': ({ won, asked, lack }) =>
    `Every tool allowed here leaves less than ${asked}; it is left at ${won}. ${lack ? lackWord(lack) : ''}`.trim(),
  'lacks-shape': ({ about, alternatives, lack }) =>
    `No tool at hand to ${SHAPE_VERB[about as ToolRole]}: ${alternatives.join(', ')} instead. ${lack ? lackWord(lack) : ''}`.trim(),
  'mat-takes-hair': ({ won, asked, about }) =>
    `The mat (${lossWord(about)}) leaves ${won} where ${asked} was planned.`,
  'mat-changes-trim': ({ about, alternatives }) =>
    `Because of the mat: ${about}. ${alternatives.join(' ')}`.trim(),
  'mat-beyond-floor': ({ asked, about }) =>
    about === 'left-alone'
      ? 'The mat is where nothing may be touched: to a vet, do not force it.'
      : `The mat sits nearer the skin than ${asked}, the shortest blade used here: to a vet, do not force it.`,
  'one-side-lost': ({ won, asked, about }) =>
    `This side is lost (${lossWord(about)}${won === '' ? '' : `, ${won}`}), the other is planned at ${asked}: match it, or leave it as planned?`,
};

/** What could not be kept, and what can be done. */
export function conflictSentence(conflict: Conflict, unit: LengthUnit): string {
  const words = (mm: number | null) => (mm === null ? '' : formatLength(mm, unit));
  return SENTENCES[conflict.kind]({
    ...conflict,
    won: words(conflict.wonMm),
    asked: words(conflict.askedMm),
  });
}
