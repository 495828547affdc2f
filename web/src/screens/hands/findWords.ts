import type { Split } from '@kurrel/core';
import type { Absent, Change, Find, Hands, Mat, SeenSign, StructureFinding } from '@kurrel/core';
import { byId, placesIn } from '@kurrel/core';
import type { LengthUnit } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { zoneWord } from '../../parts/words.ts';

export const TIGHTNESS = ['', 'loose', 'firm', 'tight', 'felted'] as const;

export const matWord = ({ lengthCm, widthCm, tightness, burr }: Mat) =>
  `${TIGHTNESS[tightness]} mat ${lengthCm}×${widthCm} cm${burr ? ', burr' : ''}`;

export function signWord({ sign, level, sizeMm }: SeenSign, unit: LengthUnit): string {
  const { name } = byId('sign', packs.signs.signs, sign);
  const size = sizeMm === null ? '' : ` ${formatLength(sizeMm, unit)}`;
  return `${name}${level === 'marked' ? ', marked' : ''}${size}`;
}

export const findingOf = (id: string): StructureFinding => byId('finding', packs.findings.findings, id);

/** What was found in each place, in words, the most telling first. */
export function findsByZone(
  hands: Hands,
  unit: LengthUnit,
  trim: { readonly splits: readonly Split[] } = { splits: [] },
): ReadonlyMap<string, readonly string[]> {
  const finds = new Map<string, string[]>();
  const add = (said: string, words: string) => {
    for (const zone of placesIn(packs.zones, trim, said))
      finds.set(zone, [...(finds.get(zone) ?? []), words]);
  };
  for (const mat of hands.mats) add(mat.zone, matWord(mat));
  for (const seen of hands.signs) if (seen.zone !== null) add(seen.zone, signWord(seen, unit));
  for (const { finding, severity, side } of hands.findings) {
    const { at, name } = findingOf(finding);
    const zone = packs.zones.zones.find(({ id }) => id === at[0]);
    const place = zone?.paired ? `${zone.id}.${side ?? 'left'}` : (zone?.id ?? '');
    add(place, `${name}${severity === 'marked' ? ', marked' : ''}`);
  }
  for (const [zone, { mm, sdMm, readings }] of Object.entries(hands.lengths)) {
    const spread = sdMm === null ? '' : ` ±${sdMm.toFixed(1)} mm`;
    add(zone, `${formatLength(mm, unit)}${spread}${readings > 1 ? ` (${readings})` : ''}`);
  }
  return finds;
}

export function changeWord(change: Change, unit: LengthUnit): string {
  const length = (mm: number) => formatLength(mm, unit);
  const where = zoneWord(change.zone);
  switch (change.kind) {
    case 'new':
      return `New: ${byId('sign', packs.signs.signs, change.sign).name}, ${where}`;
    case 'gone':
      return `Gone: ${byId('sign', packs.signs.signs, change.sign).name}, ${where}`;
    case 'grown':
    case 'shrunk': {
      const { name } = byId('sign', packs.signs.signs, change.sign);
      return `${name}, ${where}: ${change.kind} from ${length(change.fromMm)} to ${length(change.toMm)}`;
    }
    case 'shorter':
    case 'longer': {
      const by = Math.abs(change.measuredMm - change.predictedMm);
      return `${where}: ${length(by)} ${change.kind} than the last record predicts`;
    }
  }
}

/** What something on the sheet is called with its place, for asking whether it is gone. */
export function absentWord(what: Absent): string {
  switch (what.of) {
    case 'mat':
      return what.zone === null ? 'mats' : `mat, ${zoneWord(what.zone)}`;
    case 'sign': {
      const { name } = byId('sign', packs.signs.signs, what.sign);
      return what.zone === null ? name : `${name}, ${zoneWord(what.zone)}`;
    }
    case 'structure':
      return `${findingOf(what.finding).name}${what.side ? `, ${what.side}` : ''}`;
    case 'modifier':
      return byId('coat modifier', packs.coats.modifiers, what.modifier).name;
  }
}

/** One find in words with its place, as a chip asks for it. */
export function findWord(find: Find, unit: LengthUnit): string {
  switch (find.kind) {
    case 'mat': {
      const { zone, toSkinMm } = find.mat;
      return `${matWord({ ...find.mat, id: '' })}, ${zoneWord(zone)}, ${toSkinMm > 0 ? formatLength(toSkinMm, unit) : '0 mm'} from the skin`;
    }
    case 'sign':
      return `${signWord(find.sign, unit)}${find.sign.zone === null ? '' : `, ${zoneWord(find.sign.zone)}`}`;
    case 'length':
      return `hair ${formatLength(find.length.mm, unit)}, ${zoneWord(find.zone)}`;
    case 'last-cut':
      return find.lastCut
        ? `cut ${find.lastCut.weeks} weeks ago, ${formatLength(find.lastCut.mm, unit)}`
        : 'nobody knows when it was cut';
    case 'structure': {
      const { finding, severity, side } = find.finding;
      return `${findingOf(finding).name}, ${severity}${side ? `, ${side}` : ''}`;
    }
    case 'absent':
      return `gone: ${absentWord(find.what)}`;
    case 'not-seen':
      return `not seen: ${absentWord(find.what)}`;
    case 'measure':
      return `${find.key === 'weightKg' ? `${find.value} kg` : formatLength(find.value, unit)} measured`;
    case 'modifier':
      return byId('coat modifier', packs.coats.modifiers, find.modifier).name;
    case 'standing':
      return `stands ${find.minutes} min`;
    case 'handling':
      return `handling ${find.handling}`;
    case 'coat-type':
      return find.coatType;
    case 'dense':
      return find.dense ? 'dense' : 'not dense';
  }
}
