import type { WhyNothing } from '@kurrel/core';

/** Why something that was found changes nothing of the plan. */
export const whyNothingSentence: Readonly<Record<WhyNothing, string>> = {
  'left-natural': 'Nothing to do it with: the hair there is left as it grows.',
  clean: 'Nothing to do it with: it is clipped close there.',
  skin: 'Nothing more can be done: the line lies inside the skin.',
  hair: 'Nothing yet: there is not hair enough.',
  maximum: 'Nothing more can be done: the trim allows no longer hair there.',
  'one-run':
    'Nothing changes: it asks for less than the step of a blade, and one tool passes all of that run.',
  unseen: 'Nothing changes: under this coat nobody would see it.',
};
