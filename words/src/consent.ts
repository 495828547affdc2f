import type { ConsentStatement, LengthUnit, Range } from '@kurrel/core';
import { formatLeft } from '@kurrel/core';
import { listWord, sentence } from './names.ts';
import { askWord } from './wishes.ts';

type About = ConsentStatement['about'];
type Says = {
  readonly [K in About]: (
    said: Extract<ConsentStatement, { about: K }>,
    place: Place,
    unit: LengthUnit,
  ) => string;
};
/** A zone id in words. */
export type Place = (zone: string) => string;

const round5 = (value: number) => Math.round(value / 5) * 5;
const money = ({ lo, hi }: Range, currency: string) =>
  `between ${Math.round(lo)} ${currency} and ${Math.round(hi)} ${currency}`;
const onBody = (mm: number, unit: LengthUnit) => `about ${formatLeft(mm, unit)} on the back`;
const price = (said: { readonly price: Range; readonly currency: string }) =>
  `The price will be ${money(said.price, said.currency)}.`;
const matPrice = (said: { readonly price: Range; readonly currency: string }) =>
  `Work on mats is charged on top: ${money(said.price, said.currency)}.`;

/** One sentence for everything an owner can sign for; the type asks for each. */
const SAYS: Omit<Says, 'price' | 'mat-price'> = {
  trim: ({ name, bodyMm }, _place, unit) => `${name}: ${onBody(bodyMm, unit)}.`,
  'all-over': ({ askedMm, bodyMm }, _place, unit) =>
    `One length all over, ${formatLeft(askedMm, unit)} asked: it will be ${onBody(bodyMm, unit)}.`,
  place: ({ name, ask, mm }, _place, unit) =>
    ask === 'without'
      ? `No ${name}: taken in with the rest.`
      : `${sentence(name)}: ${askWord({ ask, mm }, unit)}, as asked.`,
  scope: ({ jobs, matsLeft }, place) =>
    `Only ${listWord(jobs)}: all else stays as it is.${matsLeft.length === 0 ? '' : ` So do the mats on the ${listWord(matsLeft.map(place))}: they grow tighter, and want a visit of their own soon.`}`,
  vet: () => 'A vet has asked for it to be this short.',
  mat: ({ zone, part, toMm }, place, unit) => {
    const left =
      toMm === null ? 'is left for a vet, as no blade we use passes' : `to about ${formatLeft(toMm, unit)}`;
    if (toMm === null) return `The mat on the ${place(zone)} ${left}.`;
    return part
      ? `Part of the mat on the ${place(zone)} is combed out, the rest is clipped ${left}.`
      : `The mat on the ${place(zone)} is clipped off ${left}.`;
  },
  'under-mats': () =>
    'Under mats there may be sore, bruised or bald skin that nobody can see before they are off.',
  told: ({ text }) => text,
  shaving: ({ text, offered }) => `${text} Offered instead: ${offered.join('; ')}.`,
  'coat-softens': ({ text }) => text,
  'left-alone': ({ zones, because }, place) =>
    `We will leave ${listWord(zones.map(place))} alone, because of ${because}.`,
  'one-side': ({ zone, answer }, place) => {
    if (answer === 'match') return `The other side is brought to match the ${place(zone)}.`;
    return `We will not match the other side to the ${place(zone)}${answer === null ? ' unless you ask' : ''}.`;
  },
  skin: ({ name, text }) => `${sentence(name)}: ${text}`,
  sittings: ({ names, minutes }) =>
    `${sentence(names.join(', '))}: sittings of ${minutes} minutes; we stop rather than finish.`,
  visits: ({ visits }) => `Best done in ${visits} short visits.`,
  time: ({ minutes }) =>
    `It takes about ${round5(minutes.lo)} to ${round5(minutes.hi)} minutes, breaks not counted.`,
};

/** The sentence an owner reads and signs, lengths in the unit that is shown. */
export function consentSentence(said: ConsentStatement, place: Place, unit: LengthUnit): string {
  if (said.about === 'price') return price(said);
  if (said.about === 'mat-price') return matPrice(said);
  const say = SAYS[said.about] as (said: ConsentStatement, place: Place, unit: LengthUnit) => string;
  return say(said, place, unit);
}

/** What a statement is about, for grouping on a page. */
export type ConsentTopic = 'trim' | 'mats' | 'coat' | 'health' | 'price';
export const CONSENT_TOPIC: Readonly<Record<About, ConsentTopic>> = {
  trim: 'trim',
  'all-over': 'trim',
  place: 'trim',
  scope: 'trim',
  vet: 'trim',
  mat: 'mats',
  'under-mats': 'mats',
  told: 'mats',
  shaving: 'coat',
  'coat-softens': 'coat',
  'left-alone': 'health',
  'one-side': 'health',
  skin: 'health',
  sittings: 'health',
  visits: 'health',
  time: 'price',
  price: 'price',
  'mat-price': 'price',
};
