import type { DemoSignIn } from '@kurrel/contract';

/** The demo world is invented: a harbour-town salon whose people and dogs exist nowhere else. */
export const DEMO_SALON = 'Fennel Row';

export const DEMO_SIGN_INS: readonly (DemoSignIn & { readonly hand: 'left' | 'right' })[] = [
  { login: 'ottilie', name: 'Ottilie Marsh', role: 'lead', password: 'harbour-lead', hand: 'right' },
  { login: 'bram', name: 'Bram Quennell', role: 'groomer', password: 'harbour-groomer', hand: 'left' },
  { login: 'isolde', name: 'Isolde Pike', role: 'trainee', password: 'harbour-trainee', hand: 'right' },
];
