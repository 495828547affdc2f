import type { Severity, Tightness } from '../terms/dog.ts';
import type { Side } from '../terms/zone.ts';
import type { SizeToken } from './tokens.ts';
import type { Meaning } from './vocabulary.ts';

export type Subject = Extract<
  Meaning,
  { kind: 'sign' | 'structure' | 'modifier' | 'handling' | 'measure' | 'mat' | 'stands' }
>;
export type ZoneWord = Extract<Meaning, { kind: 'zone' }>;

/** Numbers said of one thing. */
export interface Figures {
  readonly sizes: SizeToken[];
  readonly lengths: { readonly text: string; toSkin: boolean }[];
}

export interface Place extends Figures {
  zone: ZoneWord | null;
  sides: Side[];
  /** Both sides only because the word is a plural; a side that is said counts. */
  plural: boolean;
  readonly text: string;
  /** Named after the subject of its clause. */
  readonly late: boolean;
}

/** One finding as it is said. */
export interface Clause extends Figures {
  subject: Subject | null;
  /** The subject's own word, for asking back. */
  text: string;
  /** How it stands after the one before. */
  readonly link: 'apart' | 'comma' | 'and' | 'or';
  places: Place[];
  kg: number | null;
  minutes: number | null;
  tightness: Tightness | null;
  grade: string | null;
  level: Severity | null;
  /** The level or the tightness was said after a place, and may be of that place alone. */
  late: boolean;
  burr: boolean;
  sores: boolean;
  said: 'found' | 'not-seen' | 'gone';
  /** Says “or”: good for what was not seen alone. */
  either: boolean;
  /** Words that belong to nothing here. */
  readonly stray: string[];
}

/** Takes one of so many ways where a line can be meant in several; the first is the nearest. */
export type Choose = (ways: number) => number;

export const figures = (): Figures => ({ sizes: [], lengths: [] });
export const blank = (link: Clause['link']): Clause => ({
  ...figures(),
  subject: null,
  text: '',
  link,
  places: [],
  kg: null,
  minutes: null,
  tightness: null,
  grade: null,
  level: null,
  late: false,
  burr: false,
  sores: false,
  said: 'found',
  either: link === 'or',
  stray: [],
});

/** What is said of the dog and not of a place. */
export const PLACELESS: readonly Meaning['kind'][] = ['modifier', 'handling', 'measure', 'stands'];

export const counted = ({ sizes, lengths }: Figures): number => sizes.length + lengths.length;
