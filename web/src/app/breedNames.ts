import names from '../../../packs/breed-names.json';

/** Breeds to choose from, generic packs last. */
export const breedNames: readonly {
  readonly id: string;
  readonly name: string;
  readonly generic: boolean;
}[] = names;

/** What the owner calls the breed, else the pack's name for it. */
export const breedWord = (breedCalled: string, breedId: string): string =>
  breedCalled || (breedNames.find(({ id }) => id === breedId)?.name ?? breedId);
