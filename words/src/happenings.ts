import type { Happening, ZonePack } from '@kurrel/core';
import { placeWord } from './names.ts';

const WORD: Readonly<Record<Happening['kind'], string>> = {
  nick: 'Nick',
  redness: 'Redness',
  'mat-found': 'Mat found',
  'would-not-pass': 'Would not pass',
  skipped: 'Left out',
  stopped: 'Stopped',
  ended: 'Ended early',
};

/** What happened at a visit, in words: “Nick: left ribs”. */
export function happeningSentence({ kind, zone, text }: Happening, zones: ZonePack): string {
  const where = zone === null ? '' : placeWord(zones, zone);
  const more = [where, text].filter((part) => part !== '').join(', ');
  return more === '' ? `${WORD[kind]}.` : `${WORD[kind]}: ${more}.`;
}
