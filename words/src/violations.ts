import type { Violation, ZonePack } from '@kurrel/core';
import { placeWord } from './names.ts';

/** Why choices are not taken as they are, and what to do. */
export function violationSentence({ kind, zone, about }: Violation, zones: ZonePack): string {
  const where = zone === null ? '' : ` (${placeWord(zones, zone)})`;
  switch (kind) {
    case 'unread-warning':
      return `${about}${where}: read the warning and say so, or take your word back.`;
    case 'needs-consent':
      return `${about}${where}: this needs the owner’s signature under this very plan, or a vet’s instruction.`;
    case 'under-skin-floor':
      return `${about}${where}: shorter than skin here is ever left at. Choose a longer length or tool.`;
    case 'role-may-not':
      return `${about === '' ? 'A vet’s instruction' : about}${where}: a groomer or the lead decides that.`;
    case 'open-stop':
      return `${about}${where}: a groomer or lead clears or refers it first.`;
  }
}
