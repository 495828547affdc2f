import type { Join, LengthUnit, PassEnd, PassPlan, PlannedRun, ZonePack } from '@kurrel/core';
import { FINGER_MM, formatLeft, formatLength, zoneKindId } from '@kurrel/core';
import { directionWord, placeWord } from './names.ts';

/** A distance as a hand measures it: "140 mm (8 fingers)". */
export function handWord(mm: number, unit: LengthUnit): string {
  const fingers = Math.round(mm / FINGER_MM);
  return `${formatLength(mm, unit)} (${fingers < 1 ? 'less than a finger' : fingers === 1 ? '1 finger' : `${fingers} fingers`})`;
}

/** "the withers", "20 mm before the last rib". */
export function passEndWord({ place, pastMm }: PassEnd, unit: LengthUnit): string {
  if (pastMm === 0) return `the ${place}`;
  return `${formatLength(Math.abs(pastMm), unit)} ${pastMm > 0 ? 'past' : 'before'} the ${place}`;
}

/** What a pass is run with: "32 comb on a 40, with the lay", or "by hand". */
export function passToolWord({ tool }: Pick<PassPlan, 'tool'>): string {
  if (!tool) return 'by hand';
  const name = tool.technique === 'comb' ? `${tool.label} comb` : tool.label;
  return `${name}${tool.carrierLabel ? ` on a ${tool.carrierLabel}` : ''}, ${directionWord[tool.direction]}`;
}

/** One run of a tool, from where to where. */
export const passSentence = (pass: PassPlan, unit: LengthUnit): string =>
  `${passToolWord(pass)}: from ${passEndWord(pass.from, unit)} to ${passEndWord(pass.to, unit)}, ${handWord(pass.lengthMm, unit)}`;

/** How a place goes over into its neighbour: "blend into the croup at the hip, over 30 mm (2 fingers)". */
export function joinSentence({ kind, into, place, widthMm }: Join, unit: LengthUnit): string {
  const at = place === null ? '' : ` at the ${place}`;
  const over = widthMm === null ? '' : `, over ${handWord(widthMm, unit)}`;
  const does = { 'runs-on': 'runs on into', blend: 'blend into', 'skim-off': 'skim off into' }[kind];
  return `${does} the ${into}${at}${over}`;
}

/** The way of a run: "From behind the ears to the end of the tail. Lift off: elbow; front of the thigh, in a taper." */
export function pathSentence({ from, to, liftOff }: Pick<PlannedRun, 'from' | 'to' | 'liftOff'>): string {
  const way =
    from !== null && to !== null
      ? `From ${from} to ${to}.`
      : from !== null
        ? `From ${from}.`
        : to !== null
          ? `To ${to}.`
          : '';
  const off = liftOff.length === 0 ? '' : `Lift off: ${liftOff.join('; ')}.`;
  return [way, off].filter(Boolean).join(' ');
}

/** Places that a run passes the other way: " (with the lay: cheek · ear, behind)". */
const turnedWord = ({ turned }: Pick<PlannedRun, 'turned'>, zones: ZonePack): string =>
  turned.length === 0
    ? ''
    : ` (${directionWord.with}: ${[...new Set(turned.map((zone) => placeWord(zones, zoneKindId(zone))))].join(' · ')})`;

/** A run with its tool: "body: 13 comb on a 30, with the lay, leaves 13 mm. From below the occiput to tail root." */
export function runSentence(run: PlannedRun, unit: LengthUnit, zones: ZonePack): string {
  const { tool } = run;
  const what = tool
    ? `${passToolWord({ tool })}${turnedWord(run, zones)}, leaves ${formatLeft(tool.leavesMm, unit)}`
    : 'nothing in your drawer may do this';
  return [`${run.stretch ?? run.name}: ${what}.`, pathSentence(run)].filter(Boolean).join(' ');
}
