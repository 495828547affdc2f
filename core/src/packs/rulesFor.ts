import type { Purpose } from '../terms/dog.ts';
import type { BreedPack, Rule } from './breed.ts';

/** The rules that bind for this purpose: one of show presentation is no business of a pet trim. */
export const rulesFor = ({ rules }: Pick<BreedPack, 'rules'>, purpose: Purpose): readonly Rule[] =>
  rules.filter(({ purposes }) => purposes?.includes(purpose) ?? true);
