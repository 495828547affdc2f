/** How hair is shortened. */
export type Technique = 'clip' | 'comb' | 'scissor' | 'thin' | 'strip' | 'leave';

/** The way a tool runs against the lay of the hair. */
export type Direction = 'with' | 'against' | 'across';
export const DIRECTIONS: readonly Direction[] = ['with', 'across', 'against'];

/** What a finished surface looks like. */
export type Finish = 'close' | 'smooth' | 'even' | 'crafted' | 'soft' | 'harsh' | 'natural' | 'rough';

export type Hand = 'left' | 'right';
