import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, Case } from '@kurrel/core';
import { factsWith, firstTrimAsDrawn, resolveCase, staysOnSheet } from '@kurrel/core';
import { packs } from '../app/packs.ts';

/**
 * The first draft of a visit: what was saved, else what the booking asks, else the breed's first trim as drawn, for a pet
 * where the trim is for pets too.
 */
export const firstChoices = (sheet: VisitSheet, breed: BreedPack): Choices =>
  sheet.saved?.choices ?? sheet.asked ?? firstTrimAsDrawn(breed.trims);

/** The visit's case: its facts with what the hands found, and the choices. */
export const caseOf = (breed: BreedPack, sheet: VisitSheet, choices: Choices): Case =>
  resolveCase(packs, breed, factsWith(sheet, sheet.hands), choices);

/** Tells the findings that no merge takes off a sheet. */
export const stayingFindings = staysOnSheet(packs.signs);
