import type { BreedPack } from '@kurrel/core';
import { useEffect, useState } from 'react';
import { loadBreed } from './packs.ts';

/** The breed's pack once it is here. */
export function useBreed(id: string | undefined): BreedPack | null {
  const [breed, setBreed] = useState<BreedPack | null>(null);
  useEffect(() => {
    if (id === undefined) return;
    let wanted = true;
    void loadBreed(id).then((pack) => {
      if (wanted) setBreed(pack);
    });
    return () => {
      wanted = false;
    };
  }, [id]);
  return breed?.id === id ? breed : null;
}
