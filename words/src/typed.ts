import type { LengthUnit, TypedProblem, ZonePack } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { placeWord } from './names.ts';

const WHAT = {
  hair: 'A length of hair',
  lump: 'A lump',
  'mat-grade': 'The grade of a mat',
  measure: 'No dog measures that there: it',
  'mat-size': 'A mat',
  'to-skin': 'The distance to the skin',
  standing: 'The time a dog stands',
} as const;

/** More ways to mean a line are not offered. */
export const MOST_READINGS = 4;

/** Why what was typed is not taken, and what to type. */
export function typedProblemSentence(problem: TypedProblem, zones: ZonePack, unit: LengthUnit): string {
  switch (problem.kind) {
    case 'empty':
      return 'Type what the hands found, like “mat L ear 4x3 tight 2mm”.';
    case 'not-understood':
      return `Not understood: ${problem.words.map((word) => `“${word}”`).join(', ')}. Nothing was put on the sheet.`;
    case 'left-over':
      return `No use for ${problem.words.map((word) => `“${word}”`).join(', ')} there. Nothing was put on the sheet.`;
    case 'where-is-the-mat':
      return 'Where is the mat? Name the place, like “mat L ear 4x3 tight 2mm”.';
    case 'what-is-there':
      return 'What is there? Add a length or a finding, like “redness” or “mat 3x2 firm”.';
    case 'twice':
      return `Said twice, and not the same: ${problem.about}. Nothing was put on the sheet.`;
    case 'which':
      return problem.readings.length > MOST_READINGS
        ? 'That can be meant in many ways: type one finding a line. Nothing was put on the sheet.'
        : 'Which is meant? Nothing was put on the sheet yet.';
    case 'which-side':
      return 'Which side? Add L, R or both.';
    case 'how-much':
      return 'How much? Add a number, like “height 44 cm”.';
    case 'where':
      return `Where? Name the place of the ${problem.about}, like “L thigh”.`;
    case 'not-there':
      return `${problem.about} is found on: ${problem.zones.map((zone) => placeWord(zones, zone)).join(', ')}.`;
    case 'out-of-bounds':
      return problem.unit === 'mm'
        ? `${WHAT[problem.what]} is between ${problem.lo === 0 ? 'nothing' : formatLength(problem.lo, unit)} and ${formatLength(problem.hi, unit)}.`
        : `${WHAT[problem.what]} is between ${problem.lo} and ${`${problem.hi} ${problem.unit}`.trim()}.`;
  }
}
