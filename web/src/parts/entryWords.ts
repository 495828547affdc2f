import type { Choices, Hands } from '@kurrel/contract';
import type { LengthUnit, Mat, PlaceWish, SeenFinding, SeenSign } from '@kurrel/core';
import { byId, formatLength } from '@kurrel/core';
import { askWord, scopeWord } from '@kurrel/words';
import { packs } from '../app/packs.ts';
import { tapeWord, zoneWord } from './words.ts';

type Override = Choices['overrides'][number];

/** What an entry of a sheet of findings or of a draft is about: “left ear, outside”, “Weight”, “trim”. */
export function entryWord(key: string): string {
  const [kind = '', first = '', second = ''] = key.split(' ');
  switch (kind) {
    case 'measure':
      return tapeWord[first as keyof typeof tapeWord];
    case 'confirmed':
      return `${tapeWord[first as keyof typeof tapeWord]}, taken twice`;
    case 'finding':
      return [byId('finding', packs.findings.findings, first).name, second].filter(Boolean).join(', ');
    case 'modifier':
      return byId('modifier', packs.coats.modifiers, first).name;
    case 'sign': {
      const { name } = byId('sign', packs.signs.signs, first);
      return second === '' ? name : `${name}, ${zoneWord(second)}`;
    }
    case 'mat':
      return `mat, ${zoneWord(second)}`;
    case 'length':
      return `length now, ${zoneWord(first)}`;
    case 'school':
      return byId('school', packs.schools.schools, first).question;
    case 'side':
      return `the other side of ${zoneWord(first)}`;
    case 'override':
      return zoneWord(first);
    case 'asked':
      return `asked of the ${byId('place', packs.wishes.places, first).name}`;
    default:
      return PLAIN[key] ?? key;
  }
}

const PLAIN: Readonly<Record<string, string>> = {
  coatType: 'coat',
  dense: 'dense coat',
  handling: 'handling',
  standing: 'minutes it stands',
  trim: 'trim',
  purpose: 'pet or show',
  scope: 'how much of a groom',
  'wish lean': 'shorter or longer',
  'wish allOverMm': 'one length all over',
  'wish weeksBetween': 'weeks between visits',
  'wish vetAsks': 'a vet asks for it',
  'bath coatWet': 'coat soaked before the shampoo',
  'bath white': 'white parts',
  'bath towels': 'towels',
  'bath dryers': 'dryers',
  'bath vet': 'the vet’s shampoo',
  'bath bottles': 'bottles',
  'order own': 'order of the steps',
  'order pinned': 'pinned steps',
  'order locked': 'order locked',
  'order boxMinutes': 'minutes there are',
  'order dropped': 'steps left out',
};

/** What an entry says, in words; where it is not there, that. */
export function entryValue(key: string, value: unknown, unit: LengthUnit): string {
  if (value === undefined) return ABSENT[key.split(' ')[0] ?? ''] ?? 'not there';
  const [kind = ''] = key.split(' ');
  switch (kind) {
    case 'finding':
      return (value as SeenFinding).severity;
    case 'sign': {
      const { level, sizeMm, note } = value as SeenSign;
      return (
        [level, sizeMm === null ? null : formatLength(sizeMm, unit), note].filter(Boolean).join(', ') ||
        'found'
      );
    }
    case 'mat': {
      const { lengthCm, widthCm, tightness, toSkinMm } = value as Mat;
      return `${lengthCm}×${widthCm} cm, tightness ${tightness}, ${toSkinMm} mm to the skin`;
    }
    case 'length':
      return formatLength((value as Hands['lengths'][string]).mm, unit);
    case 'override': {
      const { targetMm, toolId, reason } = value as Override;
      const what =
        targetMm === null ? (toolId === null ? 'own direction' : 'own tool') : formatLength(targetMm, unit);
      return reason === '' ? what : `${what}, ${reason}`;
    }
    case 'asked':
      return askWord(value as PlaceWish, unit);
    case 'scope':
      return scopeWord(packs.wishes, value as Choices['scope']);
    default:
      return plainValue(value);
  }
}

const ABSENT: Readonly<Record<string, string>> = {
  override: 'as planned',
  asked: 'as the trim has it',
  school: 'as the salon',
  side: 'not answered',
};

const plainValue = (value: unknown): string =>
  Array.isArray(value)
    ? `${value.length} of them`
    : value === null
      ? 'none'
      : value === true
        ? 'yes'
        : value === false
          ? 'no'
          : String(value);
