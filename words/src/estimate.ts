import type { Because } from '@kurrel/core';

/** What made a part of a visit longer or shorter. */
export function becauseWord(because: Because): string {
  switch (because.of) {
    case 'found':
      return because.text;
    case 'handling':
      return `handling: ${because.name}`;
    case 'dense-coat':
      return 'dense coat';
    case 'trainee':
      return 'trainee';
    case 'logged':
      return `this dog and this groomer, ${because.n} logged`;
  }
}
