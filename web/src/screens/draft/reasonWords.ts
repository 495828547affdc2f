import type { Conflict, LengthUnit, MatReason, Reason } from '@kurrel/core';
import { formatLength, lengthNumber } from '@kurrel/core';
import { directionWord } from '../../parts/words.ts';

/** The sentence of a reason, made here from its data. */
export function reasonSentence(reason: Reason): string {
  const { about, rule, effect } = reason;
  switch (rule) {
    case 'restriction':
      if (effect.kind === 'floor') return `${about}: nothing shorter`;
      if (effect.kind === 'removes' && effect.what[0] === 'everything') return `${about}: left alone`;
      return `${about}: no ${effect.kind === 'removes' ? effect.what.map(removedWord).join(', ') : ''}`;
    case 'double-coat':
      return 'double coat: no clipper here';
    case 'double-coat-consented':
      return 'double coat, consented: longest workable length';
    case 'hair-there':
      return 'hair that is there';
    case 'trim':
      return `${about} trim`;
    case 'wish-lean':
      return reason.source === 'owner' ? `owner wishes it ${about}` : `handler wants it ${about}`;
    case 'wish-all-over':
      return 'owner wishes one length all over';
    case 'weeks-between':
      return `${about} weeks between visits: nearer the short end`;
    case 'denser-here':
      return `${about}: guard combs ride up and leave more`;
    case 'sign-length':
      return `${about}: ${effect.kind === 'change' && effect.mm < 0 ? 'shorter' : 'longer'}, to look even once dry`;
    case 'finding':
      return `${about}: ${effect.kind === 'change' && effect.mm < 0 ? 'take more' : 'leave more'}`;
    case 'cover-patch':
      return `${about} next to it: longer to cover`;
    case 'school':
      return `${about}${effect.kind === 'removes' ? `: no ${effect.what.map(removedWord).join(', ')}` : ''}`;
    case 'coat-modifier':
      return about;
    case 'coat-does-not-strip':
      return `does not strip (${about})`;
    case 'mat-saved':
      return 'mat here: combed out first';
    case 'mat-part':
      return 'mat here: combed out in part, the rest clipped';
    case 'mat-clipped':
      return `mat here: clipped, ${matReasonWord[about as MatReason]}`;
    case 'mat-beyond-floor':
      return 'mat here: no blade above the salon’s floor passes';
    case 'override-length':
      return about === '' ? 'your length' : `your length: ${about}`;
    case 'override-tool':
      return about === '' ? 'your tool' : `your tool: ${about}`;
    case 'nearest-tool':
      return `${about} is nearest in your drawer`;
    case 'hand-work':
      return `between ticks: ${about}`;
    case 'left-alone':
      return 'left as it is';
    case 'nothing-fits':
      return 'nothing in your drawer may do this';
    case 'comb-needs-combed-coat':
      return `comb on the ${about}: clean, dry, combed coat`;
  }
}

/** Why a mat is not brushed out. */
export const matReasonWord: Readonly<Record<MatReason, string>> = {
  felted: 'felted to the skin',
  sores: 'sores beneath',
  hurts: 'it would hurt too much',
  school: 'the salon clips mats',
  'no-minutes-left': 'patience or the salon’s minutes are used up',
  'loose-enough': 'it combs out',
};

const removedWord = (what: string) =>
  what === 'against' || what === 'across' ? directionWord[what] : what === 'clip' ? 'blade' : what;

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
        ? 'on the mark'
        : `off by ${effect.offMm < 0 ? '−' : '+'}${formatLength(Math.abs(effect.offMm), unit)}`;
    case 'removes':
    case 'note':
      return '';
  }
}

/** What could not be kept, and what can be done. */
export function conflictSentence(conflict: Conflict, unit: LengthUnit): string {
  const asked = conflict.askedMm === null ? '' : formatLength(conflict.askedMm, unit);
  const won = conflict.wonMm === null ? '' : formatLength(conflict.wonMm, unit);
  switch (conflict.kind) {
    case 'hair-missing': {
      const when =
        conflict.daysToGrow === null
          ? 'this coat does not grow that long'
          : `in about ${Math.ceil(conflict.daysToGrow / 7)} weeks`;
      return `Only ${won} of hair for ${asked}: ${when}.`;
    }
    case 'welfare-over-wish':
      return `${asked} was wanted; ${won} is the least here. ${conflict.about}`;
    case 'standard-over-wish':
      return `${asked} was wanted; the standard keeps ${won} for show.`;
    case 'double-coat-declined':
      return `${asked} all over was asked. ${conflict.about} Offer first: ${conflict.alternatives.join('; ')}.`;
    case 'override-unsafe':
      return `Your ${asked || 'choice'} is not followed yet. ${conflict.about}`;
    case 'override-beyond-hair':
      return `${asked} cannot be left: only ${won} of hair is there.`;
    case 'mat-takes-hair':
      return `The mat (${matReasonWord[conflict.about as MatReason]}) leaves ${won} where ${asked} was planned.`;
    case 'mat-changes-trim':
      return `The mat makes it: ${conflict.about}. ${conflict.alternatives.join(' ')}`.trim();
    case 'mat-beyond-floor':
      return `The mat sits nearer the skin than ${asked}, the shortest blade used here: to a vet, do not force it.`;
    case 'one-side-lost':
      return `This side is lost, the other is not: ${conflict.alternatives.join(', or ')}.`;
    case 'nothing-in-drawer':
      return `Nothing in your drawer can leave ${asked} here (${conflict.about}).`;
  }
}
