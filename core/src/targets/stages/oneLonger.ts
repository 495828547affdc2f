import { reason } from '../../terms/reason.ts';
import { techniqueKind } from '../../tools/drawer.ts';
import { oneLongerMm } from '../../tools/steps.ts';
import { kinderFloorMm } from '../../welfare/kinder.ts';
import type { Draft, Place, Stage } from '../place.ts';

/** Kinder than drawn: on a first visit no wish shortens a tender place, and a blade there is one longer; a house rule may ask for that too. */
export const oneLonger: Stage = (place, draft) => oneBladeLonger(place, noShorterThanDrawn(place, draft));

function noShorterThanDrawn({ visit, school, welfare, lost }: Place, draft: Draft): Draft {
  const { vetAsks } = visit.choices.wish;
  const kinderMm = vetAsks || lost ? 0 : kinderFloorMm(visit.packs.tools, welfare, school.area);
  const leastMm = Math.max(draft.floorMm, kinderMm);
  const { noWish } = welfare;
  const drawnMm = school.area.mm;
  if (!noWish || draft.mm >= drawnMm || vetAsks) return { ...draft, leastMm };
  const effect = { kind: 'change', mm: drawnMm - draft.mm } as const;
  const why = reason('welfare', 'first-visit', noWish.kind.name, noWish.kind.source, effect);
  return { ...draft, leastMm, mm: drawnMm, reasons: [...draft.reasons, why] };
}

function oneBladeLonger({ visit, school, welfare, drawn }: Place, draft: Draft): Draft {
  const { tools } = visit.packs;
  const { mm } = draft;
  const [first] = school.techniques;
  const kinder = welfare.oneLonger;
  const bladed = first !== undefined && techniqueKind(tools, first).onSkin;
  const longer = bladed && (kinder !== null || school.oneLonger) ? oneLongerMm(tools, mm, first) : mm;
  if (longer <= mm) return draft;
  const effect = { kind: 'change', mm: longer - mm } as const;
  const why = kinder
    ? reason('welfare', 'first-visit', kinder.kind.name, kinder.kind.source, effect)
    : reason('standard', 'school', school.reasons[0]?.about ?? '', 'custom', effect);
  // minimum = √(drawn × longer): nearer, by ratio, to the longer length than to the drawn one.
  const leastMm = Math.max(draft.leastMm, Math.sqrt(Math.min(mm, drawn.mm) * longer));
  return { ...draft, leastMm, mm: longer, reasons: [...draft.reasons, why] };
}
