/** The shape of `packs/treatments.json`: what goes on a coat in the bath, how it is dried, and what sets it for a show. */
import type { Source } from '../terms/source.ts';
import type { Condition } from './condition.ts';

/** `to-1`: n parts of water to one of concentrate; `1-in`: one part in n. */
export interface Dilution {
  readonly notation: 'to-1' | '1-in';
  readonly n: number;
}

/** A kind of product; the salon names its own bottle. */
export interface ProductKind {
  readonly id: string;
  readonly name: string;
  /** Where nobody has said what the bottle's label says; null for what is used as it is. */
  readonly dilution: Dilution | null;
  /** Used as it is: mL for a m² of dog. */
  readonly mlPerM2: number;
  /** Only on a vet's instruction, with the label's contact time. */
  readonly vetOnly: boolean;
  /** For what is put in by a choice and not by a step of its own: what to do, where, and why. */
  readonly use: string;
  readonly where: string;
  readonly why: string;
  readonly source: Source;
}

export type BathPhase = 'before' | 'wash' | 'condition' | 'rinse' | 'dry';

interface Applies {
  readonly id: string;
  readonly name: string;
  readonly when: readonly Condition[];
  readonly why: string;
  readonly source: Source;
}

export interface TreatmentStep extends Applies {
  readonly phase: BathPhase;
  /** What to do. */
  readonly how: string;
  readonly product: string | null;
  /** A wash of the whole dog takes its share of a full dose; null for what is not a wash. */
  readonly dose: number | null;
  readonly where: string;
  readonly contactMinutes: number;
  /** Said when the step is not used, why not; null where nobody would ask. */
  readonly whyNot: string | null;
}

/** How a coat is dried: the first that applies. */
export interface DryingMethod extends Applies {
  readonly how: string;
  /** Where heat is ruled out; null where it says nothing of heat. */
  readonly howCool: string | null;
  /** Of the dryers, the one it is done with. */
  readonly dryer: string;
}

/** What sets a coat for the ring. */
export interface Finishing extends Applies {
  readonly how: string;
  readonly product: string | null;
  /** Where on this dog: the places of the findings that ask for it, or in words. */
  readonly where: 'findings' | string;
  /** A product that some shows do not allow. */
  readonly ringRules: boolean;
  /** What comes out before judging; null for what stays. */
  readonly comesOut: string | null;
  /** Brings the curl back: what is cut once it has risen comes after; or is done once the jacket is clipped. */
  readonly role: 'sets-curl' | 'after-clip' | null;
}

export interface TreatmentPack {
  readonly products: readonly ProductKind[];
  readonly steps: readonly TreatmentStep[];
  readonly methods: readonly DryingMethod[];
  readonly finishing: readonly Finishing[];
  /** Diluted shampoo, L for a m² of dog; the last whose `fromMm` of hair is reached, or a dense coat. */
  readonly doses: readonly {
    readonly fromMm: number;
    readonly dense: boolean;
    readonly litresPerM2: number;
  }[];
  readonly dryers: readonly {
    readonly id: string;
    readonly name: string;
    readonly mlPerMinute: number;
    readonly heat: boolean;
    readonly source: Source;
  }[];
  readonly drying: {
    /** Water that a soaked coat holds when it is squeezed by hand, that the first towels take, and that each more takes of what is left. */
    readonly squeezedShare: number;
    readonly towelledShare: number;
    readonly moreTowelShare: number;
    readonly source: Source;
  };
  /** With a rough clip: two baths, one before it and one after, where any of these holds. */
  readonly twoBaths: readonly Condition[];
  /** What ends the first of two baths. */
  readonly betweenBaths: readonly TreatmentStep[];
  /** Of the minutes of drying, those before the rough clip. */
  readonly betweenDryShare: number;
  /** Breeds that are white or silver unless somebody says they are not. */
  readonly usuallyWhite: readonly string[];
  /** A bottle with less than so many baths of this dog's size is low. */
  readonly lowBaths: number;
  /** Carding a clipped jacket, min for a m² of dog (prior). */
  readonly cardMinutesPerM2: number;
  readonly ringNote: string;
}
